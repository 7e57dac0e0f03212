CREATE TABLE "diary_reads" (
	"clinic_id" uuid NOT NULL,
	"entry_id" uuid NOT NULL,
	"staff_id" uuid NOT NULL,
	"read_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "diary_reads_clinic_id_entry_id_pk" PRIMARY KEY("clinic_id","entry_id")
);
--> statement-breakpoint
ALTER TABLE "diary_entries" ADD COLUMN "seen" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "diary_entries" ADD COLUMN "replaces" uuid;--> statement-breakpoint
ALTER TABLE "diary_reads" ADD CONSTRAINT "diary_reads_clinic_id_clinics_id_fk" FOREIGN KEY ("clinic_id") REFERENCES "public"."clinics"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "diary_reads" ADD CONSTRAINT "diary_reads_clinic_id_entry_id_diary_entries_clinic_id_id_fk" FOREIGN KEY ("clinic_id","entry_id") REFERENCES "public"."diary_entries"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "diary_reads" ADD CONSTRAINT "diary_reads_clinic_id_staff_id_staff_clinic_id_id_fk" FOREIGN KEY ("clinic_id","staff_id") REFERENCES "public"."staff"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "diary_entries" ADD CONSTRAINT "diary_entries_clinic_id_replaces_diary_entries_clinic_id_id_fk" FOREIGN KEY ("clinic_id","replaces") REFERENCES "public"."diary_entries"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE TRIGGER diary_reads_append_only BEFORE UPDATE OR DELETE OR TRUNCATE ON "diary_reads"
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
