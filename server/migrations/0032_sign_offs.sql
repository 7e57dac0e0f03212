CREATE TABLE "sign_offs" (
	"clinic_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"staff_id" uuid NOT NULL,
	"skills" jsonb NOT NULL,
	"from_day" date NOT NULL,
	"until_day" date,
	"withdrawn" boolean DEFAULT false NOT NULL,
	"note" text DEFAULT '' NOT NULL,
	"added_by" uuid NOT NULL,
	"added_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "sign_offs_clinic_id_id_pk" PRIMARY KEY("clinic_id","id")
);
--> statement-breakpoint
ALTER TABLE "audit_entries" DROP CONSTRAINT "audit_entries_kind";--> statement-breakpoint
ALTER TABLE "clinics" ADD COLUMN "sign_off_rule" jsonb;--> statement-breakpoint
ALTER TABLE "sign_offs" ADD CONSTRAINT "sign_offs_clinic_id_clinics_id_fk" FOREIGN KEY ("clinic_id") REFERENCES "public"."clinics"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sign_offs" ADD CONSTRAINT "sign_offs_clinic_id_staff_id_staff_clinic_id_id_fk" FOREIGN KEY ("clinic_id","staff_id") REFERENCES "public"."staff"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sign_offs" ADD CONSTRAINT "sign_offs_clinic_id_added_by_staff_clinic_id_id_fk" FOREIGN KEY ("clinic_id","added_by") REFERENCES "public"."staff"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "sign_offs_by_staff" ON "sign_offs" USING btree ("clinic_id","staff_id");--> statement-breakpoint
ALTER TABLE "audit_entries" ADD CONSTRAINT "audit_entries_kind" CHECK ("audit_entries"."kind" in ('signedIn', 'signInRefused', 'signedOut', 'clientsSearched', 'clientOpened', 'visitOpened', 'recordOpened', 'recordPrinted', 'consentOpened', 'pictureOpened', 'diaryOpened', 'exported', 'clientAdded', 'clientEdited', 'areaAdded', 'courseNoted', 'visitBooked', 'visitMoved', 'visitStatusSaid', 'visitCancelled', 'consentSigned', 'consentWithdrawn', 'overridden', 'versionDrafted', 'versionApproved', 'accountAdded', 'accountChanged', 'passwordChanged', 'secondFactorSet', 'secondFactorTaken', 'pinSet', 'sessionsEnded', 'locked', 'unlocked', 'unlockRefused', 'clinicChanged', 'unavailableAdded', 'unavailableRemoved', 'waitingAdded', 'waitingEnded', 'messageTextSet', 'signOffAdded', 'linkMade', 'linkUsed', 'linkEnded'));--> statement-breakpoint
CREATE TRIGGER sign_offs_append_only BEFORE UPDATE OR DELETE OR TRUNCATE ON sign_offs
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();--> statement-breakpoint
CREATE TRIGGER sign_offs_audit AFTER INSERT ON sign_offs FOR EACH ROW
  EXECUTE FUNCTION audit_change('signOffAdded');
