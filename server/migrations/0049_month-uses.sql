-- What was added up before is added up once more when somebody asks, with the new sums.
INSERT INTO "stale_months" ("clinic_id", "month") SELECT DISTINCT "clinic_id", "month" FROM "month_facts" ON CONFLICT DO NOTHING;
--> statement-breakpoint
DELETE FROM "month_facts";
--> statement-breakpoint
CREATE TABLE "month_uses" (
	"clinic_id" uuid NOT NULL,
	"month" date NOT NULL,
	"job" text NOT NULL,
	"handpiece_id" text NOT NULL,
	"technique" text NOT NULL,
	"skin_type" smallint NOT NULL,
	"target" text NOT NULL,
	"pulse_ms" double precision NOT NULL,
	"spot_mm" double precision NOT NULL,
	"start_jcm2" double precision NOT NULL,
	"end_jcm2" double precision NOT NULL,
	"sessions" integer NOT NULL,
	"start_read" integer NOT NULL,
	"start_none" integer NOT NULL,
	"strong" integer NOT NULL,
	"adverse" integer NOT NULL,
	"client_ids" uuid[] NOT NULL,
	CONSTRAINT "month_uses_pk" PRIMARY KEY("clinic_id","month","job","handpiece_id","technique","skin_type","target","pulse_ms","spot_mm","start_jcm2","end_jcm2")
);
--> statement-breakpoint
DROP INDEX "session_facts_first";--> statement-breakpoint
ALTER TABLE "month_facts" ADD COLUMN "client_ids" uuid[] NOT NULL;--> statement-breakpoint
ALTER TABLE "month_uses" ADD CONSTRAINT "month_uses_clinic_id_clinics_id_fk" FOREIGN KEY ("clinic_id") REFERENCES "public"."clinics"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "session_facts_first" ON "session_facts" USING btree ("clinic_id","treated_on","area_id","client_id","job","site","skin_type","target","handpiece_id","technique","staff_id") WHERE "session_facts"."is_first";