CREATE TABLE "photos" (
	"clinic_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"visit_id" uuid NOT NULL,
	"area_id" uuid NOT NULL,
	"staff_id" uuid NOT NULL,
	"taken_at" timestamp with time zone NOT NULL,
	"recorded_at" timestamp with time zone DEFAULT now() NOT NULL,
	"type" text NOT NULL,
	"width" integer NOT NULL,
	"height" integer NOT NULL,
	"sha256" text NOT NULL,
	"original" "bytea" NOT NULL,
	"thumbnail" "bytea" NOT NULL,
	CONSTRAINT "photos_clinic_id_id_pk" PRIMARY KEY("clinic_id","id")
);
--> statement-breakpoint
ALTER TABLE "visit_events" ADD COLUMN "area_id" uuid;--> statement-breakpoint
ALTER TABLE "photos" ADD CONSTRAINT "photos_clinic_id_clinics_id_fk" FOREIGN KEY ("clinic_id") REFERENCES "public"."clinics"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "photos" ADD CONSTRAINT "photos_clinic_id_visit_id_visits_clinic_id_id_fk" FOREIGN KEY ("clinic_id","visit_id") REFERENCES "public"."visits"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "photos" ADD CONSTRAINT "photos_clinic_id_area_id_areas_clinic_id_id_fk" FOREIGN KEY ("clinic_id","area_id") REFERENCES "public"."areas"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "photos" ADD CONSTRAINT "photos_clinic_id_staff_id_staff_clinic_id_id_fk" FOREIGN KEY ("clinic_id","staff_id") REFERENCES "public"."staff"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "photos_by_visit" ON "photos" USING btree ("clinic_id","visit_id");--> statement-breakpoint
ALTER TABLE "visit_events" ADD CONSTRAINT "visit_events_clinic_id_area_id_areas_clinic_id_id_fk" FOREIGN KEY ("clinic_id","area_id") REFERENCES "public"."areas"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "visit_events_by_kind" ON "visit_events" USING btree ("clinic_id","kind","at");--> statement-breakpoint
CREATE TRIGGER photos_append_only BEFORE UPDATE OR DELETE OR TRUNCATE ON "photos"
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
