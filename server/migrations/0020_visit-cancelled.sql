ALTER TABLE "audit_entries" DROP CONSTRAINT "audit_entries_kind";--> statement-breakpoint
ALTER TABLE "visits" DROP CONSTRAINT "visits_clinic_id_area_id_areas_clinic_id_id_fk";
--> statement-breakpoint
DROP INDEX "areas_by_client";--> statement-breakpoint
ALTER TABLE "visits" ADD COLUMN "planned_minutes" integer;--> statement-breakpoint
ALTER TABLE "visits" ADD COLUMN "cancelled_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "visits" ADD COLUMN "cancelled_by" uuid;--> statement-breakpoint
ALTER TABLE "visits" ADD COLUMN "cancel_reason" text;--> statement-breakpoint
CREATE UNIQUE INDEX "areas_of_client" ON "areas" USING btree ("clinic_id","client_id","id");--> statement-breakpoint
ALTER TABLE "visits" ADD CONSTRAINT "visits_area_of_client" FOREIGN KEY ("clinic_id","client_id","area_id") REFERENCES "public"."areas"("clinic_id","client_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "visits" ADD CONSTRAINT "visits_cancelled" CHECK (num_nulls("visits"."cancelled_at", "visits"."cancelled_by", "visits"."cancel_reason") in (0, 3));--> statement-breakpoint
ALTER TABLE "visits" ADD CONSTRAINT "visits_planned_minutes" CHECK ("visits"."planned_minutes" between 1 and 1440);--> statement-breakpoint
ALTER TABLE "audit_entries" ADD CONSTRAINT "audit_entries_kind" CHECK ("audit_entries"."kind" in ('signedIn', 'signInRefused', 'signedOut', 'clientsSearched', 'clientOpened', 'visitOpened', 'recordOpened', 'recordPrinted', 'consentOpened', 'pictureOpened', 'diaryOpened', 'exported', 'clientAdded', 'clientEdited', 'areaAdded', 'visitBooked', 'visitCancelled', 'consentSigned', 'consentWithdrawn', 'overridden', 'versionDrafted', 'versionApproved', 'accountAdded', 'accountChanged', 'passwordChanged', 'secondFactorSet', 'secondFactorTaken', 'pinSet', 'sessionsEnded', 'locked', 'unlocked', 'unlockRefused', 'clinicChanged', 'linkMade', 'linkUsed', 'linkEnded'));
--> statement-breakpoint
CREATE TRIGGER visits_audit_cancelled AFTER UPDATE ON visits FOR EACH ROW
  WHEN (OLD.cancelled_at IS DISTINCT FROM NEW.cancelled_at) EXECUTE FUNCTION audit_change('visitCancelled');
