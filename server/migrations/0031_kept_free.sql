ALTER TABLE "visits" ADD COLUMN "handpiece_id" text;--> statement-breakpoint
ALTER TABLE "visits" ADD COLUMN "numbs" boolean DEFAULT false NOT NULL;--> statement-breakpoint
-- No two visits hold one handpiece at a time.
ALTER TABLE "visits" ADD CONSTRAINT "visits_handpiece_free" EXCLUDE USING gist
  ("clinic_id" WITH =, "handpiece_id" WITH =, visit_slot("starts_at", "planned_minutes") WITH &&)
  WHERE ("cancelled_at" IS NULL AND "planned_minutes" IS NOT NULL AND "said" <> 'missed' AND "handpiece_id" IS NOT NULL);
