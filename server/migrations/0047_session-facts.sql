CREATE TABLE "count_changes" (
	"clinic_id" uuid NOT NULL,
	"area_id" uuid NOT NULL,
	"visit_id" uuid NOT NULL,
	"visits_between" smallint NOT NULL,
	"seen_share" double precision NOT NULL,
	"expected_share" double precision NOT NULL,
	CONSTRAINT "count_changes_clinic_id_area_id_visit_id_pk" PRIMARY KEY("clinic_id","area_id","visit_id")
);
--> statement-breakpoint
CREATE TABLE "month_facts" (
	"clinic_id" uuid NOT NULL,
	"month" date NOT NULL,
	"job" text NOT NULL,
	"site" text NOT NULL,
	"skin_type" smallint NOT NULL,
	"target" text NOT NULL,
	"handpiece_id" text NOT NULL,
	"technique" text NOT NULL,
	"staff_id" uuid NOT NULL,
	"sessions" integer NOT NULL,
	"tanned" integer NOT NULL,
	"adverse" integer NOT NULL,
	"not_read" integer NOT NULL,
	"none" integer NOT NULL,
	"faint" integer NOT NULL,
	"right" integer NOT NULL,
	"strong" integer NOT NULL,
	"pain_asked" integer NOT NULL,
	"pain_sum" integer NOT NULL,
	"pain_high" integer NOT NULL,
	"incidents" integer NOT NULL,
	"overridden" integer NOT NULL,
	"waits_kept" integer NOT NULL,
	"waits_set_aside" integer NOT NULL,
	"timed" integer NOT NULL,
	"minutes" double precision NOT NULL,
	"planned_minutes" integer NOT NULL,
	"overran" integer NOT NULL,
	CONSTRAINT "month_facts_pk" PRIMARY KEY("clinic_id","month","job","site","skin_type","target","handpiece_id","technique","staff_id")
);
--> statement-breakpoint
CREATE TABLE "session_facts" (
	"clinic_id" uuid NOT NULL,
	"visit_id" uuid NOT NULL,
	"area_id" uuid NOT NULL,
	"client_id" uuid NOT NULL,
	"treated_on" date NOT NULL,
	"job" text NOT NULL,
	"site" text NOT NULL,
	"skin_type" smallint NOT NULL,
	"tanned" boolean NOT NULL,
	"target" text NOT NULL,
	"handpiece_id" text NOT NULL,
	"wavelength_nm" double precision NOT NULL,
	"technique" text NOT NULL,
	"pulse_ms" double precision NOT NULL,
	"spot_mm" double precision NOT NULL,
	"staff_id" uuid NOT NULL,
	"start_jcm2" double precision NOT NULL,
	"end_jcm2" double precision NOT NULL,
	"start_endpoint" text NOT NULL,
	"endpoint" text NOT NULL,
	"adverse" boolean NOT NULL,
	"grade" smallint,
	"pain_max" smallint,
	"treat_minutes" double precision NOT NULL,
	"visit_minutes" double precision,
	"planned_minutes" smallint,
	"incidents" smallint NOT NULL,
	"reactions" smallint NOT NULL,
	"overrides" smallint NOT NULL,
	"wait" text,
	"hairs_per_cm2" double precision,
	"is_first" boolean NOT NULL,
	"is_last" boolean NOT NULL,
	"counts_stale" boolean DEFAULT true NOT NULL,
	CONSTRAINT "session_facts_clinic_id_visit_id_area_id_pk" PRIMARY KEY("clinic_id","visit_id","area_id")
);
--> statement-breakpoint
CREATE TABLE "stale_months" (
	"clinic_id" uuid NOT NULL,
	"month" date NOT NULL,
	CONSTRAINT "stale_months_clinic_id_month_pk" PRIMARY KEY("clinic_id","month")
);
--> statement-breakpoint
ALTER TABLE "count_changes" ADD CONSTRAINT "count_changes_clinic_id_clinics_id_fk" FOREIGN KEY ("clinic_id") REFERENCES "public"."clinics"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "count_changes" ADD CONSTRAINT "count_changes_clinic_id_visit_id_visits_clinic_id_id_fk" FOREIGN KEY ("clinic_id","visit_id") REFERENCES "public"."visits"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "month_facts" ADD CONSTRAINT "month_facts_clinic_id_clinics_id_fk" FOREIGN KEY ("clinic_id") REFERENCES "public"."clinics"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "session_facts" ADD CONSTRAINT "session_facts_clinic_id_clinics_id_fk" FOREIGN KEY ("clinic_id") REFERENCES "public"."clinics"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "session_facts" ADD CONSTRAINT "session_facts_clinic_id_visit_id_visits_clinic_id_id_fk" FOREIGN KEY ("clinic_id","visit_id") REFERENCES "public"."visits"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "session_facts" ADD CONSTRAINT "session_facts_clinic_id_client_id_clients_clinic_id_id_fk" FOREIGN KEY ("clinic_id","client_id") REFERENCES "public"."clients"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "stale_months" ADD CONSTRAINT "stale_months_clinic_id_clinics_id_fk" FOREIGN KEY ("clinic_id") REFERENCES "public"."clinics"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "session_facts_day" ON "session_facts" USING btree ("clinic_id","treated_on");--> statement-breakpoint
CREATE INDEX "session_facts_first" ON "session_facts" USING btree ("clinic_id","treated_on") WHERE "session_facts"."is_first";--> statement-breakpoint
CREATE INDEX "session_facts_last" ON "session_facts" USING btree ("clinic_id","area_id","treated_on") WHERE "session_facts"."is_last";--> statement-breakpoint
CREATE INDEX "session_facts_reactions" ON "session_facts" USING btree ("clinic_id","treated_on") WHERE "session_facts"."reactions" > 0;--> statement-breakpoint
CREATE INDEX "session_facts_counts" ON "session_facts" USING btree ("clinic_id","area_id") WHERE "session_facts"."counts_stale" and "session_facts"."hairs_per_cm2" is not null;--> statement-breakpoint
CREATE INDEX "session_facts_area" ON "session_facts" USING btree ("clinic_id","area_id","treated_on");