CREATE TABLE "diary_entries" (
	"clinic_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"visit_id" uuid NOT NULL,
	"link_id" uuid NOT NULL,
	"given_at" timestamp with time zone DEFAULT now() NOT NULL,
	"trend" text NOT NULL,
	"signs" jsonb NOT NULL,
	"note" text NOT NULL,
	"photo_ids" jsonb NOT NULL,
	CONSTRAINT "diary_entries_clinic_id_id_pk" PRIMARY KEY("clinic_id","id")
);
--> statement-breakpoint
CREATE TABLE "diary_links" (
	"clinic_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"visit_id" uuid NOT NULL,
	"staff_id" uuid NOT NULL,
	"token_hash" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	CONSTRAINT "diary_links_clinic_id_id_pk" PRIMARY KEY("clinic_id","id")
);
--> statement-breakpoint
ALTER TABLE "diary_entries" ADD CONSTRAINT "diary_entries_clinic_id_clinics_id_fk" FOREIGN KEY ("clinic_id") REFERENCES "public"."clinics"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "diary_entries" ADD CONSTRAINT "diary_entries_clinic_id_visit_id_visits_clinic_id_id_fk" FOREIGN KEY ("clinic_id","visit_id") REFERENCES "public"."visits"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "diary_entries" ADD CONSTRAINT "diary_entries_clinic_id_link_id_diary_links_clinic_id_id_fk" FOREIGN KEY ("clinic_id","link_id") REFERENCES "public"."diary_links"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "diary_links" ADD CONSTRAINT "diary_links_clinic_id_clinics_id_fk" FOREIGN KEY ("clinic_id") REFERENCES "public"."clinics"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "diary_links" ADD CONSTRAINT "diary_links_clinic_id_visit_id_visits_clinic_id_id_fk" FOREIGN KEY ("clinic_id","visit_id") REFERENCES "public"."visits"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "diary_links" ADD CONSTRAINT "diary_links_clinic_id_staff_id_staff_clinic_id_id_fk" FOREIGN KEY ("clinic_id","staff_id") REFERENCES "public"."staff"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "diary_entries_by_visit" ON "diary_entries" USING btree ("clinic_id","visit_id");--> statement-breakpoint
CREATE INDEX "diary_entries_by_time" ON "diary_entries" USING btree ("clinic_id","given_at");--> statement-breakpoint
CREATE UNIQUE INDEX "diary_links_token" ON "diary_links" USING btree ("token_hash");--> statement-breakpoint
CREATE TRIGGER diary_entries_append_only BEFORE UPDATE OR DELETE OR TRUNCATE ON "diary_entries"
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
