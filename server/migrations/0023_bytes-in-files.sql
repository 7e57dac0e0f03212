ALTER TABLE "consents" DROP COLUMN "pdf";--> statement-breakpoint
ALTER TABLE "photos" DROP COLUMN "original";--> statement-breakpoint
ALTER TABLE "photos" DROP COLUMN "thumbnail";