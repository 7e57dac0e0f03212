ALTER TABLE "visit_events" ADD COLUMN "seq" bigserial NOT NULL;--> statement-breakpoint
CREATE INDEX "visit_events_by_seq" ON "visit_events" USING btree ("clinic_id","visit_id","seq");--> statement-breakpoint
CREATE INDEX "visit_events_begun" ON "visit_events" USING btree ("clinic_id","visit_id") WHERE "visit_events"."kind" = 'treatmentStarted';