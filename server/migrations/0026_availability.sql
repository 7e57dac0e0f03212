CREATE TABLE "unavailable" (
	"clinic_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"what" text NOT NULL,
	"room_id" uuid,
	"staff_id" uuid,
	"handpiece_id" text,
	"from_at" timestamp with time zone NOT NULL,
	"until_at" timestamp with time zone NOT NULL,
	"reason" text NOT NULL,
	"added_by" uuid NOT NULL,
	"removed_at" timestamp with time zone,
	CONSTRAINT "unavailable_clinic_id_id_pk" PRIMARY KEY("clinic_id","id"),
	CONSTRAINT "unavailable_what" CHECK ("unavailable"."what" in ('clinic', 'room', 'staff', 'handpiece')),
	CONSTRAINT "unavailable_until" CHECK ("unavailable"."until_at" > "unavailable"."from_at"),
	CONSTRAINT "unavailable_which" CHECK (("unavailable"."room_id" is not null) = ("unavailable"."what" = 'room') and ("unavailable"."staff_id" is not null) = ("unavailable"."what" = 'staff') and ("unavailable"."handpiece_id" is not null) = ("unavailable"."what" = 'handpiece'))
);
--> statement-breakpoint
ALTER TABLE "audit_entries" DROP CONSTRAINT "audit_entries_kind";--> statement-breakpoint
ALTER TABLE "clinics" ADD COLUMN "opening_hours" jsonb;--> statement-breakpoint
ALTER TABLE "visits" ADD COLUMN "said" text DEFAULT 'booked' NOT NULL;--> statement-breakpoint
ALTER TABLE "visits" ADD COLUMN "sequence" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "unavailable" ADD CONSTRAINT "unavailable_clinic_id_clinics_id_fk" FOREIGN KEY ("clinic_id") REFERENCES "public"."clinics"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "unavailable" ADD CONSTRAINT "unavailable_clinic_id_room_id_rooms_clinic_id_id_fk" FOREIGN KEY ("clinic_id","room_id") REFERENCES "public"."rooms"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "unavailable" ADD CONSTRAINT "unavailable_clinic_id_staff_id_staff_clinic_id_id_fk" FOREIGN KEY ("clinic_id","staff_id") REFERENCES "public"."staff"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "unavailable" ADD CONSTRAINT "unavailable_clinic_id_added_by_staff_clinic_id_id_fk" FOREIGN KEY ("clinic_id","added_by") REFERENCES "public"."staff"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "unavailable_by_end" ON "unavailable" USING btree ("clinic_id","until_at");--> statement-breakpoint
ALTER TABLE "visits" ADD CONSTRAINT "visits_said" CHECK ("visits"."said" in ('booked', 'confirmed', 'arrived', 'missed'));--> statement-breakpoint
ALTER TABLE "audit_entries" ADD CONSTRAINT "audit_entries_kind" CHECK ("audit_entries"."kind" in ('signedIn', 'signInRefused', 'signedOut', 'clientsSearched', 'clientOpened', 'visitOpened', 'recordOpened', 'recordPrinted', 'consentOpened', 'pictureOpened', 'diaryOpened', 'exported', 'clientAdded', 'clientEdited', 'areaAdded', 'courseNoted', 'visitBooked', 'visitMoved', 'visitStatusSaid', 'visitCancelled', 'consentSigned', 'consentWithdrawn', 'overridden', 'versionDrafted', 'versionApproved', 'accountAdded', 'accountChanged', 'passwordChanged', 'secondFactorSet', 'secondFactorTaken', 'pinSet', 'sessionsEnded', 'locked', 'unlocked', 'unlockRefused', 'clinicChanged', 'unavailableAdded', 'unavailableRemoved', 'linkMade', 'linkUsed', 'linkEnded'));--> statement-breakpoint
-- A visit that was missed holds its room and its person no more.
ALTER TABLE "visits" DROP CONSTRAINT "visits_room_free";--> statement-breakpoint
ALTER TABLE "visits" ADD CONSTRAINT "visits_room_free" EXCLUDE USING gist
  ("clinic_id" WITH =, "room_id" WITH =, visit_slot("starts_at", "planned_minutes") WITH &&)
  WHERE ("cancelled_at" IS NULL AND "planned_minutes" IS NOT NULL AND "said" <> 'missed');--> statement-breakpoint
ALTER TABLE "visits" DROP CONSTRAINT "visits_staff_free";--> statement-breakpoint
ALTER TABLE "visits" ADD CONSTRAINT "visits_staff_free" EXCLUDE USING gist
  ("clinic_id" WITH =, "staff_id" WITH =, visit_slot("starts_at", "planned_minutes") WITH &&)
  WHERE ("cancelled_at" IS NULL AND "planned_minutes" IS NOT NULL AND "said" <> 'missed');--> statement-breakpoint
CREATE TRIGGER visits_audit_said AFTER UPDATE ON visits FOR EACH ROW
  WHEN (OLD.said IS DISTINCT FROM NEW.said)
  EXECUTE FUNCTION audit_change('visitStatusSaid');--> statement-breakpoint
CREATE TRIGGER unavailable_audit_add AFTER INSERT ON unavailable FOR EACH ROW
  EXECUTE FUNCTION audit_change('unavailableAdded');--> statement-breakpoint
CREATE TRIGGER unavailable_audit_removed AFTER UPDATE ON unavailable FOR EACH ROW
  WHEN (OLD.removed_at IS DISTINCT FROM NEW.removed_at)
  EXECUTE FUNCTION audit_change('unavailableRemoved');
