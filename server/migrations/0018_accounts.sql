CREATE TABLE "account_links" (
	"clinic_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"of_staff_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"token_hash" text NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"used_at" timestamp with time zone,
	CONSTRAINT "account_links_clinic_id_id_pk" PRIMARY KEY("clinic_id","id"),
	CONSTRAINT "account_links_kind" CHECK ("account_links"."kind" in ('invitation', 'reset'))
);
--> statement-breakpoint
CREATE TABLE "account_secrets" (
	"clinic_id" uuid NOT NULL,
	"staff_id" uuid NOT NULL,
	"totp_secret" text,
	"totp_since" timestamp with time zone,
	"totp_last_step" bigint,
	"recovery_hashes" text[] DEFAULT '{}' NOT NULL,
	"pin_hash" text,
	CONSTRAINT "account_secrets_clinic_id_staff_id_pk" PRIMARY KEY("clinic_id","staff_id")
);
--> statement-breakpoint
CREATE TABLE "tablet_sign_ins" (
	"clinic_id" uuid NOT NULL,
	"tablet_id" uuid NOT NULL,
	"staff_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "tablet_sign_ins_clinic_id_tablet_id_staff_id_pk" PRIMARY KEY("clinic_id","tablet_id","staff_id")
);
--> statement-breakpoint
ALTER TABLE "audit_entries" DROP CONSTRAINT "audit_entries_kind";--> statement-breakpoint
ALTER TABLE "staff" ALTER COLUMN "sign_in_name" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "staff" ALTER COLUMN "password_hash" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "clinics" ADD COLUMN "demands_second_factor" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "account_links" ADD CONSTRAINT "account_links_clinic_id_clinics_id_fk" FOREIGN KEY ("clinic_id") REFERENCES "public"."clinics"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "account_links" ADD CONSTRAINT "account_links_clinic_id_of_staff_id_staff_clinic_id_id_fk" FOREIGN KEY ("clinic_id","of_staff_id") REFERENCES "public"."staff"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "account_secrets" ADD CONSTRAINT "account_secrets_clinic_id_clinics_id_fk" FOREIGN KEY ("clinic_id") REFERENCES "public"."clinics"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "account_secrets" ADD CONSTRAINT "account_secrets_clinic_id_staff_id_staff_clinic_id_id_fk" FOREIGN KEY ("clinic_id","staff_id") REFERENCES "public"."staff"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "tablet_sign_ins" ADD CONSTRAINT "tablet_sign_ins_clinic_id_clinics_id_fk" FOREIGN KEY ("clinic_id") REFERENCES "public"."clinics"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "tablet_sign_ins" ADD CONSTRAINT "tablet_sign_ins_clinic_id_staff_id_staff_clinic_id_id_fk" FOREIGN KEY ("clinic_id","staff_id") REFERENCES "public"."staff"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "account_links_token" ON "account_links" USING btree ("token_hash");--> statement-breakpoint
CREATE INDEX "account_links_staff" ON "account_links" USING btree ("clinic_id","of_staff_id");--> statement-breakpoint
ALTER TABLE "audit_entries" ADD CONSTRAINT "audit_entries_kind" CHECK ("audit_entries"."kind" in ('signedIn', 'signInRefused', 'signedOut', 'clientsSearched', 'clientOpened', 'visitOpened', 'recordOpened', 'recordPrinted', 'consentOpened', 'pictureOpened', 'diaryOpened', 'exported', 'clientAdded', 'clientEdited', 'areaAdded', 'visitBooked', 'consentSigned', 'consentWithdrawn', 'overridden', 'versionDrafted', 'versionApproved', 'accountAdded', 'accountChanged', 'passwordChanged', 'secondFactorSet', 'secondFactorTaken', 'pinSet', 'sessionsEnded', 'locked', 'unlocked', 'unlockRefused', 'clinicChanged', 'linkMade', 'linkUsed', 'linkEnded'));--> statement-breakpoint
CREATE TRIGGER account_links_audit_add AFTER INSERT ON account_links FOR EACH ROW EXECUTE FUNCTION audit_change('linkMade', 'token_hash');
--> statement-breakpoint
CREATE TRIGGER account_links_audit_used AFTER UPDATE ON account_links FOR EACH ROW
  WHEN (OLD.used_at IS DISTINCT FROM NEW.used_at) EXECUTE FUNCTION audit_change('linkUsed', 'token_hash');
--> statement-breakpoint
CREATE TRIGGER account_links_audit_ended AFTER UPDATE ON account_links FOR EACH ROW
  WHEN (OLD.expires_at IS DISTINCT FROM NEW.expires_at) EXECUTE FUNCTION audit_change('linkEnded', 'token_hash');
