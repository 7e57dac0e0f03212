ALTER TABLE "areas" ADD CONSTRAINT "areas_side" CHECK ("areas"."side" in ('left', 'right', 'both', 'whole'));--> statement-breakpoint
ALTER TABLE "areas" ADD CONSTRAINT "areas_job" CHECK ("areas"."job" in ('hair', 'ink'));--> statement-breakpoint
ALTER TABLE "catalogue_versions" ADD CONSTRAINT "catalogue_versions_kind" CHECK ("catalogue_versions"."kind" in ('devices', 'protocol', 'suitability', 'consents', 'aftercare'));--> statement-breakpoint
ALTER TABLE "consents" ADD CONSTRAINT "consents_kind" CHECK ("consents"."kind" in ('hair', 'ink', 'photographs'));--> statement-breakpoint
ALTER TABLE "messages" ADD CONSTRAINT "messages_state" CHECK ("messages"."state" in ('waiting', 'sent', 'failed'));--> statement-breakpoint
ALTER TABLE "photos" ADD CONSTRAINT "photos_type" CHECK ("photos"."type" in ('image/jpeg', 'image/png'));--> statement-breakpoint
ALTER TABLE "staff" ADD CONSTRAINT "staff_role" CHECK ("staff"."role" in ('technician', 'supervisor', 'owner'));--> statement-breakpoint
ALTER TABLE "diary_entries" ADD CONSTRAINT "diary_entries_trend" CHECK ("diary_entries"."trend" in ('better', 'same', 'worse'));