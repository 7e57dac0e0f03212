CREATE TABLE "judgements" (
	"clinic_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"staff_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"choice" jsonb NOT NULL,
	"core_version" text NOT NULL,
	"added_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "judgements_clinic_id_id_pk" PRIMARY KEY("clinic_id","id")
);
--> statement-breakpoint
ALTER TABLE "judgements" ADD CONSTRAINT "judgements_clinic_id_clinics_id_fk" FOREIGN KEY ("clinic_id") REFERENCES "public"."clinics"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "judgements" ADD CONSTRAINT "judgements_clinic_id_staff_id_staff_clinic_id_id_fk" FOREIGN KEY ("clinic_id","staff_id") REFERENCES "public"."staff"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "judgements_by_staff" ON "judgements" USING btree ("clinic_id","staff_id","at");--> statement-breakpoint
CREATE TRIGGER judgements_append_only BEFORE UPDATE OR DELETE OR TRUNCATE ON judgements
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
