CREATE TABLE "visit_links" (
	"clinic_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"visit_id" uuid NOT NULL,
	"staff_id" uuid NOT NULL,
	"token_hash" text NOT NULL,
	"starts_at" timestamp with time zone NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"answer" text,
	"note" text DEFAULT '' NOT NULL,
	"answered_at" timestamp with time zone,
	CONSTRAINT "visit_links_clinic_id_id_pk" PRIMARY KEY("clinic_id","id"),
	CONSTRAINT "visit_links_answer" CHECK ("visit_links"."answer" in ('confirmed', 'otherTime', 'cancelled')),
	CONSTRAINT "visit_links_answered" CHECK (("visit_links"."answer" is null) = ("visit_links"."answered_at" is null))
);
--> statement-breakpoint
ALTER TABLE "clinics" ADD COLUMN "cancel_notice_hours" integer DEFAULT 24 NOT NULL;--> statement-breakpoint
ALTER TABLE "visit_links" ADD CONSTRAINT "visit_links_clinic_id_clinics_id_fk" FOREIGN KEY ("clinic_id") REFERENCES "public"."clinics"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "visit_links" ADD CONSTRAINT "visit_links_clinic_id_visit_id_visits_clinic_id_id_fk" FOREIGN KEY ("clinic_id","visit_id") REFERENCES "public"."visits"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "visit_links" ADD CONSTRAINT "visit_links_clinic_id_staff_id_staff_clinic_id_id_fk" FOREIGN KEY ("clinic_id","staff_id") REFERENCES "public"."staff"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "visit_links_token" ON "visit_links" USING btree ("token_hash");--> statement-breakpoint
CREATE INDEX "visit_links_visit" ON "visit_links" USING btree ("clinic_id","visit_id");--> statement-breakpoint
CREATE TRIGGER visit_links_audit_add AFTER INSERT ON visit_links FOR EACH ROW
  EXECUTE FUNCTION audit_change('linkMade', 'token_hash');--> statement-breakpoint
CREATE TRIGGER visit_links_audit_used AFTER UPDATE ON visit_links FOR EACH ROW
  WHEN (OLD.answered_at IS DISTINCT FROM NEW.answered_at)
  EXECUTE FUNCTION audit_change('linkUsed', 'token_hash', 'note');
