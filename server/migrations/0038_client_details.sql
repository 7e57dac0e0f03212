ALTER TABLE "clients" ADD COLUMN "email" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "clients" ADD COLUMN "contact_by" text;--> statement-breakpoint
ALTER TABLE "clients" ADD COLUMN "language" text;--> statement-breakpoint
ALTER TABLE "clients" ADD COLUMN "do_not_contact" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "clients" ADD COLUMN "guardian" jsonb;--> statement-breakpoint
ALTER TABLE "clients" ADD COLUMN "alert" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "clinics" ADD COLUMN "day_order" text;--> statement-breakpoint
ALTER TABLE "clients" ADD CONSTRAINT "clients_contact_by" CHECK ("clients"."contact_by" in ('call', 'message', 'email'));--> statement-breakpoint
ALTER TABLE "clinics" ADD CONSTRAINT "clinics_day_order" CHECK ("clinics"."day_order" in ('dayFirst', 'monthFirst'));