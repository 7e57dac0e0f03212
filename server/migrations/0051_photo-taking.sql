ALTER TABLE "photos" ADD COLUMN "taken_as" jsonb;--> statement-breakpoint
CREATE INDEX "photos_by_area" ON "photos" USING btree ("clinic_id","area_id");