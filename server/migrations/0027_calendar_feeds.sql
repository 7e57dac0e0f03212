CREATE TABLE "calendar_feeds" (
	"clinic_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"staff_id" uuid NOT NULL,
	"token_hash" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"ended_at" timestamp with time zone,
	CONSTRAINT "calendar_feeds_clinic_id_id_pk" PRIMARY KEY("clinic_id","id")
);
--> statement-breakpoint
ALTER TABLE "clinics" ADD COLUMN "feed_names" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "calendar_feeds" ADD CONSTRAINT "calendar_feeds_clinic_id_clinics_id_fk" FOREIGN KEY ("clinic_id") REFERENCES "public"."clinics"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "calendar_feeds" ADD CONSTRAINT "calendar_feeds_clinic_id_staff_id_staff_clinic_id_id_fk" FOREIGN KEY ("clinic_id","staff_id") REFERENCES "public"."staff"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "calendar_feeds_token" ON "calendar_feeds" USING btree ("token_hash");--> statement-breakpoint
CREATE TRIGGER calendar_feeds_audit_add AFTER INSERT ON calendar_feeds FOR EACH ROW
  EXECUTE FUNCTION audit_change('linkMade', 'token_hash');--> statement-breakpoint
CREATE TRIGGER calendar_feeds_audit_ended AFTER UPDATE ON calendar_feeds FOR EACH ROW
  WHEN (OLD.ended_at IS DISTINCT FROM NEW.ended_at)
  EXECUTE FUNCTION audit_change('linkEnded', 'token_hash');
