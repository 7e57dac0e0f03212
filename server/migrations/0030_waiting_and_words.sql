CREATE TABLE "waiting" (
	"clinic_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"client_id" uuid NOT NULL,
	"area_ids" jsonb NOT NULL,
	"visit_id" uuid,
	"from_day" date NOT NULL,
	"until_day" date,
	"weekdays" jsonb NOT NULL,
	"part" text NOT NULL,
	"staff_id" uuid,
	"note" text DEFAULT '' NOT NULL,
	"added_by" uuid NOT NULL,
	"added_at" timestamp with time zone DEFAULT now() NOT NULL,
	"ended_at" timestamp with time zone,
	"ended" text,
	CONSTRAINT "waiting_clinic_id_id_pk" PRIMARY KEY("clinic_id","id"),
	CONSTRAINT "waiting_part" CHECK ("waiting"."part" in ('any', 'morning', 'afternoon', 'evening')),
	CONSTRAINT "waiting_end" CHECK ("waiting"."ended" in ('taken', 'takenOff')),
	CONSTRAINT "waiting_ended" CHECK (("waiting"."ended" is null) = ("waiting"."ended_at" is null)),
	CONSTRAINT "waiting_until" CHECK ("waiting"."until_day" is null or "waiting"."until_day" >= "waiting"."from_day")
);
--> statement-breakpoint
CREATE TABLE "message_texts" (
	"clinic_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"kind" text NOT NULL,
	"version" integer NOT NULL,
	"text" text NOT NULL,
	"added_by" uuid NOT NULL,
	"added_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "message_texts_clinic_id_id_pk" PRIMARY KEY("clinic_id","id"),
	CONSTRAINT "message_texts_kind" CHECK ("message_texts"."kind" in ('confirmation', 'reminder', 'recall'))
);
--> statement-breakpoint
ALTER TABLE "audit_entries" DROP CONSTRAINT "audit_entries_kind";--> statement-breakpoint
ALTER TABLE "clients" ADD COLUMN "wishes" jsonb;--> statement-breakpoint
ALTER TABLE "clinics" ADD COLUMN "remind_at" text;--> statement-breakpoint
ALTER TABLE "clinics" ADD COLUMN "remind_days" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "clinics" ADD COLUMN "reminded_on" date;--> statement-breakpoint
ALTER TABLE "clinics" ADD COLUMN "confirms_bookings" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "messages" ADD COLUMN "kind" text;--> statement-breakpoint
ALTER TABLE "messages" ADD COLUMN "text_version" integer;--> statement-breakpoint
ALTER TABLE "waiting" ADD CONSTRAINT "waiting_clinic_id_clinics_id_fk" FOREIGN KEY ("clinic_id") REFERENCES "public"."clinics"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "waiting" ADD CONSTRAINT "waiting_clinic_id_client_id_clients_clinic_id_id_fk" FOREIGN KEY ("clinic_id","client_id") REFERENCES "public"."clients"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "waiting" ADD CONSTRAINT "waiting_clinic_id_visit_id_visits_clinic_id_id_fk" FOREIGN KEY ("clinic_id","visit_id") REFERENCES "public"."visits"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "waiting" ADD CONSTRAINT "waiting_clinic_id_staff_id_staff_clinic_id_id_fk" FOREIGN KEY ("clinic_id","staff_id") REFERENCES "public"."staff"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "waiting" ADD CONSTRAINT "waiting_clinic_id_added_by_staff_clinic_id_id_fk" FOREIGN KEY ("clinic_id","added_by") REFERENCES "public"."staff"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "message_texts" ADD CONSTRAINT "message_texts_clinic_id_clinics_id_fk" FOREIGN KEY ("clinic_id") REFERENCES "public"."clinics"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "message_texts" ADD CONSTRAINT "message_texts_clinic_id_added_by_staff_clinic_id_id_fk" FOREIGN KEY ("clinic_id","added_by") REFERENCES "public"."staff"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "waiting_open" ON "waiting" USING btree ("clinic_id","added_at") WHERE "waiting"."ended_at" is null;--> statement-breakpoint
CREATE UNIQUE INDEX "message_texts_version" ON "message_texts" USING btree ("clinic_id","kind","version");--> statement-breakpoint
ALTER TABLE "messages" ADD CONSTRAINT "messages_kind" CHECK ("messages"."kind" in ('confirmation', 'reminder', 'recall'));--> statement-breakpoint
ALTER TABLE "audit_entries" ADD CONSTRAINT "audit_entries_kind" CHECK ("audit_entries"."kind" in ('signedIn', 'signInRefused', 'signedOut', 'clientsSearched', 'clientOpened', 'visitOpened', 'recordOpened', 'recordPrinted', 'consentOpened', 'pictureOpened', 'diaryOpened', 'exported', 'clientAdded', 'clientEdited', 'areaAdded', 'courseNoted', 'visitBooked', 'visitMoved', 'visitStatusSaid', 'visitCancelled', 'consentSigned', 'consentWithdrawn', 'overridden', 'versionDrafted', 'versionApproved', 'accountAdded', 'accountChanged', 'passwordChanged', 'secondFactorSet', 'secondFactorTaken', 'pinSet', 'sessionsEnded', 'locked', 'unlocked', 'unlockRefused', 'clinicChanged', 'unavailableAdded', 'unavailableRemoved', 'waitingAdded', 'waitingEnded', 'messageTextSet', 'linkMade', 'linkUsed', 'linkEnded'));--> statement-breakpoint
CREATE TRIGGER waiting_audit_add AFTER INSERT ON waiting FOR EACH ROW
  EXECUTE FUNCTION audit_change('waitingAdded');--> statement-breakpoint
CREATE TRIGGER waiting_audit_end AFTER UPDATE ON waiting FOR EACH ROW
  WHEN (OLD.ended_at IS DISTINCT FROM NEW.ended_at)
  EXECUTE FUNCTION audit_change('waitingEnded');--> statement-breakpoint
CREATE TRIGGER message_texts_append_only BEFORE UPDATE OR DELETE OR TRUNCATE ON message_texts
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();--> statement-breakpoint
CREATE TRIGGER message_texts_audit AFTER INSERT ON message_texts FOR EACH ROW
  EXECUTE FUNCTION audit_change('messageTextSet');--> statement-breakpoint
-- That a day’s reminders went out is no change of the clinic’s.
DROP TRIGGER clinics_audit ON clinics;--> statement-breakpoint
CREATE TRIGGER clinics_audit AFTER UPDATE ON clinics FOR EACH ROW
  EXECUTE FUNCTION audit_change('clinicChanged', 'last_client_number', 'reminded_on');
