CREATE TABLE "practice_runs" (
	"clinic_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"staff_id" uuid NOT NULL,
	"exercise" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"strokes" jsonb NOT NULL,
	"result" jsonb NOT NULL,
	"core_version" text NOT NULL,
	"added_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "practice_runs_clinic_id_id_pk" PRIMARY KEY("clinic_id","id")
);
--> statement-breakpoint
ALTER TABLE "practice_runs" ADD CONSTRAINT "practice_runs_clinic_id_clinics_id_fk" FOREIGN KEY ("clinic_id") REFERENCES "public"."clinics"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "practice_runs" ADD CONSTRAINT "practice_runs_clinic_id_staff_id_staff_clinic_id_id_fk" FOREIGN KEY ("clinic_id","staff_id") REFERENCES "public"."staff"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "practice_runs_by_staff" ON "practice_runs" USING btree ("clinic_id","staff_id","at");--> statement-breakpoint
CREATE TRIGGER practice_runs_append_only BEFORE UPDATE OR DELETE OR TRUNCATE ON practice_runs
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
