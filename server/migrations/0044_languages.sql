ALTER TABLE "catalogue_versions" DROP CONSTRAINT "catalogue_versions_kind";--> statement-breakpoint
DROP INDEX "catalogue_versions_number";--> statement-breakpoint
ALTER TABLE "catalogue_versions" ADD COLUMN "about" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "clinics" ADD COLUMN "language" text DEFAULT 'en' NOT NULL;--> statement-breakpoint
CREATE UNIQUE INDEX "catalogue_versions_number" ON "catalogue_versions" USING btree ("clinic_id","kind","about","number");--> statement-breakpoint
ALTER TABLE "catalogue_versions" ADD CONSTRAINT "catalogue_versions_kind" CHECK ("catalogue_versions"."kind" in ('devices', 'protocol', 'suitability', 'consents', 'aftercare', 'translation'));--> statement-breakpoint
CREATE OR REPLACE FUNCTION refuse_changing_approved() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_OP = 'DELETE' OR OLD.approved_at IS NOT NULL
    OR (NEW.content, NEW.kind, NEW.about, NEW.number) IS DISTINCT FROM (OLD.content, OLD.kind, OLD.about, OLD.number) THEN
    RAISE EXCEPTION 'a version of the catalogue is never changed: % refused', TG_OP USING ERRCODE = 'restrict_violation';
  END IF;
  RETURN NEW;
END $$;
