ALTER TABLE "clinics" ADD COLUMN "last_client_number" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
UPDATE "clinics" c SET "last_client_number" = coalesce(
  (SELECT max(substring(k.reference FROM 4)::int) FROM clients k WHERE k.clinic_id = c.id), 0);
