CREATE TABLE "setup_codes" (
	"id" uuid PRIMARY KEY NOT NULL,
	"code_hash" text NOT NULL,
	"made_at" timestamp with time zone DEFAULT now() NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"used_at" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "audit_entries" DROP CONSTRAINT "audit_entries_kind";--> statement-breakpoint
ALTER TABLE "audit_entries" ADD CONSTRAINT "audit_entries_kind" CHECK ("audit_entries"."kind" in ('signedIn', 'signInRefused', 'signedOut', 'backupAsked', 'clientsSearched', 'clientOpened', 'visitOpened', 'recordOpened', 'recordPrinted', 'consentOpened', 'pictureOpened', 'diaryOpened', 'exported', 'clientAdded', 'clientEdited', 'areaAdded', 'courseNoted', 'visitBooked', 'visitMoved', 'visitStatusSaid', 'visitCancelled', 'consentSigned', 'consentWithdrawn', 'overridden', 'versionDrafted', 'versionApproved', 'accountAdded', 'accountChanged', 'passwordChanged', 'secondFactorSet', 'secondFactorTaken', 'pinSet', 'sessionsEnded', 'locked', 'unlocked', 'unlockRefused', 'clinicChanged', 'roomAdded', 'roomRenamed', 'unavailableAdded', 'unavailableRemoved', 'waitingAdded', 'waitingEnded', 'messageTextSet', 'signOffAdded', 'linkMade', 'linkUsed', 'linkEnded'));--> statement-breakpoint
CREATE TRIGGER rooms_audit_add AFTER INSERT ON rooms FOR EACH ROW EXECUTE FUNCTION audit_change('roomAdded');--> statement-breakpoint
CREATE TRIGGER rooms_audit AFTER UPDATE ON rooms FOR EACH ROW EXECUTE FUNCTION audit_change('roomRenamed');
