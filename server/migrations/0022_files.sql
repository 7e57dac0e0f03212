CREATE TABLE "files" (
	"clinic_id" uuid NOT NULL,
	"sha256" text NOT NULL,
	"size" integer NOT NULL,
	"recorded_at" timestamp with time zone DEFAULT now() NOT NULL,
	"bytes" "bytea" NOT NULL,
	CONSTRAINT "files_clinic_id_sha256_pk" PRIMARY KEY("clinic_id","sha256")
);
--> statement-breakpoint
ALTER TABLE "files" ADD CONSTRAINT "files_clinic_id_clinics_id_fk" FOREIGN KEY ("clinic_id") REFERENCES "public"."clinics"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
-- Pictures do not get smaller, and a piece of one is read alone.
ALTER TABLE "files" ALTER COLUMN "bytes" SET STORAGE EXTERNAL;--> statement-breakpoint
-- What was kept beside photographs and consents moves with its hash.
INSERT INTO "files" ("clinic_id", "sha256", "size", "recorded_at", "bytes")
  SELECT "clinic_id", encode(sha256("original"), 'hex'), length("original"), "recorded_at", "original" FROM "photos"
  ON CONFLICT DO NOTHING;--> statement-breakpoint
INSERT INTO "files" ("clinic_id", "sha256", "size", "recorded_at", "bytes")
  SELECT "clinic_id", encode(sha256("thumbnail"), 'hex'), length("thumbnail"), "recorded_at", "thumbnail" FROM "photos"
  ON CONFLICT DO NOTHING;--> statement-breakpoint
INSERT INTO "files" ("clinic_id", "sha256", "size", "recorded_at", "bytes")
  SELECT "clinic_id", encode(sha256("pdf"), 'hex'), length("pdf"), "signed_at", "pdf" FROM "consents"
  ON CONFLICT DO NOTHING;--> statement-breakpoint
CREATE TRIGGER files_append_only BEFORE UPDATE OR DELETE OR TRUNCATE ON "files"
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();--> statement-breakpoint
ALTER TABLE "photos" ADD COLUMN "thumbnail_sha256" text;--> statement-breakpoint
ALTER TABLE "photos" DISABLE TRIGGER photos_append_only;--> statement-breakpoint
UPDATE "photos" SET "thumbnail_sha256" = encode(sha256("thumbnail"), 'hex');--> statement-breakpoint
ALTER TABLE "photos" ENABLE TRIGGER photos_append_only;--> statement-breakpoint
ALTER TABLE "photos" ALTER COLUMN "thumbnail_sha256" SET NOT NULL;
