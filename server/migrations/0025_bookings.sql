ALTER TABLE "audit_entries" DROP CONSTRAINT "audit_entries_kind";--> statement-breakpoint
ALTER TABLE "audit_entries" ADD CONSTRAINT "audit_entries_kind" CHECK ("audit_entries"."kind" in ('signedIn', 'signInRefused', 'signedOut', 'clientsSearched', 'clientOpened', 'visitOpened', 'recordOpened', 'recordPrinted', 'consentOpened', 'pictureOpened', 'diaryOpened', 'exported', 'clientAdded', 'clientEdited', 'areaAdded', 'courseNoted', 'visitBooked', 'visitMoved', 'visitCancelled', 'consentSigned', 'consentWithdrawn', 'overridden', 'versionDrafted', 'versionApproved', 'accountAdded', 'accountChanged', 'passwordChanged', 'secondFactorSet', 'secondFactorTaken', 'pinSet', 'sessionsEnded', 'locked', 'unlocked', 'unlockRefused', 'clinicChanged', 'linkMade', 'linkUsed', 'linkEnded'));--> statement-breakpoint
CREATE EXTENSION IF NOT EXISTS btree_gist;--> statement-breakpoint
-- Minutes are minutes in every time zone, so that this is immutable whatever the operator in it promises.
CREATE FUNCTION visit_slot(starts_at timestamptz, minutes integer) RETURNS tstzrange LANGUAGE sql IMMUTABLE AS $$
  SELECT tstzrange(starts_at, starts_at + make_interval(mins => minutes))
$$;--> statement-breakpoint
-- Visits of before lengths were kept hold nothing.
ALTER TABLE "visits" ADD CONSTRAINT "visits_room_free" EXCLUDE USING gist
  ("clinic_id" WITH =, "room_id" WITH =, visit_slot("starts_at", "planned_minutes") WITH &&)
  WHERE ("cancelled_at" IS NULL AND "planned_minutes" IS NOT NULL);--> statement-breakpoint
ALTER TABLE "visits" ADD CONSTRAINT "visits_staff_free" EXCLUDE USING gist
  ("clinic_id" WITH =, "staff_id" WITH =, visit_slot("starts_at", "planned_minutes") WITH &&)
  WHERE ("cancelled_at" IS NULL AND "planned_minutes" IS NOT NULL);--> statement-breakpoint
CREATE TRIGGER visits_audit_moved AFTER UPDATE ON visits FOR EACH ROW
  WHEN ((OLD.starts_at, OLD.room_id, OLD.staff_id) IS DISTINCT FROM (NEW.starts_at, NEW.room_id, NEW.staff_id))
  EXECUTE FUNCTION audit_change('visitMoved');
