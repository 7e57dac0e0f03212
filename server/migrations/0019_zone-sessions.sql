CREATE TABLE "zone_sessions" (
	"clinic_id" uuid NOT NULL,
	"visit_id" uuid NOT NULL,
	"area_id" uuid NOT NULL,
	"treated_on" date,
	"new_test_spot" boolean DEFAULT false NOT NULL,
	CONSTRAINT "zone_sessions_clinic_id_visit_id_area_id_pk" PRIMARY KEY("clinic_id","visit_id","area_id")
);
--> statement-breakpoint
ALTER TABLE "zone_sessions" ADD CONSTRAINT "zone_sessions_clinic_id_clinics_id_fk" FOREIGN KEY ("clinic_id") REFERENCES "public"."clinics"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "zone_sessions" ADD CONSTRAINT "zone_sessions_clinic_id_visit_id_visits_clinic_id_id_fk" FOREIGN KEY ("clinic_id","visit_id") REFERENCES "public"."visits"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "zone_sessions_area" ON "zone_sessions" USING btree ("clinic_id","area_id","treated_on") WHERE "zone_sessions"."treated_on" is not null;--> statement-breakpoint
CREATE INDEX "visit_status_version" ON "visit_status" USING btree ("clinic_id","version");