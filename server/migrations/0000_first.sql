CREATE EXTENSION IF NOT EXISTS pg_trgm;--> statement-breakpoint
CREATE TABLE "areas" (
	"clinic_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"client_id" uuid NOT NULL,
	"site" text NOT NULL,
	"side" text NOT NULL,
	"area_cm2" double precision NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "areas_clinic_id_id_pk" PRIMARY KEY("clinic_id","id"),
	CONSTRAINT "areas_size" CHECK ("areas"."area_cm2" between 1 and 5000)
);
--> statement-breakpoint
CREATE TABLE "catalogue_versions" (
	"clinic_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"kind" text NOT NULL,
	"number" integer NOT NULL,
	"content" jsonb NOT NULL,
	"note" text NOT NULL,
	"created_by" uuid NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"approved_by" uuid,
	"approved_at" timestamp with time zone,
	CONSTRAINT "catalogue_versions_clinic_id_id_pk" PRIMARY KEY("clinic_id","id")
);
--> statement-breakpoint
CREATE TABLE "clients" (
	"clinic_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"reference" text NOT NULL,
	"given_name" text NOT NULL,
	"family_name" text NOT NULL,
	"birth_date" date NOT NULL,
	"phone" text NOT NULL,
	"note" text NOT NULL,
	"search_text" text NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "clients_clinic_id_id_pk" PRIMARY KEY("clinic_id","id")
);
--> statement-breakpoint
CREATE TABLE "clinics" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"time_zone" text NOT NULL,
	"phone" text NOT NULL,
	"emergency_phone" text NOT NULL,
	"is_demo" boolean DEFAULT false NOT NULL
);
--> statement-breakpoint
CREATE TABLE "installation" (
	"id" integer PRIMARY KEY DEFAULT 1 NOT NULL,
	"session_secret" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "rooms" (
	"clinic_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"name" text NOT NULL,
	CONSTRAINT "rooms_clinic_id_id_pk" PRIMARY KEY("clinic_id","id")
);
--> statement-breakpoint
CREATE TABLE "session" (
	"sid" text PRIMARY KEY NOT NULL,
	"sess" json NOT NULL,
	"expire" timestamp (6) NOT NULL
);
--> statement-breakpoint
CREATE TABLE "sign_in_tries" (
	"key" text PRIMARY KEY NOT NULL,
	"points" integer DEFAULT 0 NOT NULL,
	"expire" bigint
);
--> statement-breakpoint
CREATE TABLE "staff" (
	"clinic_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"name" text NOT NULL,
	"sign_in_name" text NOT NULL,
	"password_hash" text NOT NULL,
	"role" text NOT NULL,
	"active" boolean DEFAULT true NOT NULL,
	"caution_accepted_at" timestamp with time zone,
	CONSTRAINT "staff_clinic_id_id_pk" PRIMARY KEY("clinic_id","id")
);
--> statement-breakpoint
CREATE TABLE "visit_events" (
	"clinic_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"visit_id" uuid NOT NULL,
	"staff_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"recorded_at" timestamp with time zone DEFAULT now() NOT NULL,
	"body" jsonb NOT NULL,
	CONSTRAINT "visit_events_clinic_id_id_pk" PRIMARY KEY("clinic_id","id")
);
--> statement-breakpoint
CREATE TABLE "visits" (
	"clinic_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"client_id" uuid NOT NULL,
	"area_id" uuid NOT NULL,
	"room_id" uuid NOT NULL,
	"staff_id" uuid NOT NULL,
	"starts_at" timestamp with time zone NOT NULL,
	CONSTRAINT "visits_clinic_id_id_pk" PRIMARY KEY("clinic_id","id")
);
--> statement-breakpoint
ALTER TABLE "areas" ADD CONSTRAINT "areas_clinic_id_clinics_id_fk" FOREIGN KEY ("clinic_id") REFERENCES "public"."clinics"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "areas" ADD CONSTRAINT "areas_clinic_id_client_id_clients_clinic_id_id_fk" FOREIGN KEY ("clinic_id","client_id") REFERENCES "public"."clients"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "catalogue_versions" ADD CONSTRAINT "catalogue_versions_clinic_id_clinics_id_fk" FOREIGN KEY ("clinic_id") REFERENCES "public"."clinics"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "catalogue_versions" ADD CONSTRAINT "catalogue_versions_clinic_id_created_by_staff_clinic_id_id_fk" FOREIGN KEY ("clinic_id","created_by") REFERENCES "public"."staff"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "catalogue_versions" ADD CONSTRAINT "catalogue_versions_clinic_id_approved_by_staff_clinic_id_id_fk" FOREIGN KEY ("clinic_id","approved_by") REFERENCES "public"."staff"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "clients" ADD CONSTRAINT "clients_clinic_id_clinics_id_fk" FOREIGN KEY ("clinic_id") REFERENCES "public"."clinics"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "rooms" ADD CONSTRAINT "rooms_clinic_id_clinics_id_fk" FOREIGN KEY ("clinic_id") REFERENCES "public"."clinics"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "staff" ADD CONSTRAINT "staff_clinic_id_clinics_id_fk" FOREIGN KEY ("clinic_id") REFERENCES "public"."clinics"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "visit_events" ADD CONSTRAINT "visit_events_clinic_id_clinics_id_fk" FOREIGN KEY ("clinic_id") REFERENCES "public"."clinics"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "visit_events" ADD CONSTRAINT "visit_events_clinic_id_visit_id_visits_clinic_id_id_fk" FOREIGN KEY ("clinic_id","visit_id") REFERENCES "public"."visits"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "visit_events" ADD CONSTRAINT "visit_events_clinic_id_staff_id_staff_clinic_id_id_fk" FOREIGN KEY ("clinic_id","staff_id") REFERENCES "public"."staff"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "visits" ADD CONSTRAINT "visits_clinic_id_clinics_id_fk" FOREIGN KEY ("clinic_id") REFERENCES "public"."clinics"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "visits" ADD CONSTRAINT "visits_clinic_id_client_id_clients_clinic_id_id_fk" FOREIGN KEY ("clinic_id","client_id") REFERENCES "public"."clients"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "visits" ADD CONSTRAINT "visits_clinic_id_area_id_areas_clinic_id_id_fk" FOREIGN KEY ("clinic_id","area_id") REFERENCES "public"."areas"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "visits" ADD CONSTRAINT "visits_clinic_id_room_id_rooms_clinic_id_id_fk" FOREIGN KEY ("clinic_id","room_id") REFERENCES "public"."rooms"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "visits" ADD CONSTRAINT "visits_clinic_id_staff_id_staff_clinic_id_id_fk" FOREIGN KEY ("clinic_id","staff_id") REFERENCES "public"."staff"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "areas_by_client" ON "areas" USING btree ("clinic_id","client_id");--> statement-breakpoint
CREATE UNIQUE INDEX "catalogue_versions_number" ON "catalogue_versions" USING btree ("clinic_id","kind","number");--> statement-breakpoint
CREATE UNIQUE INDEX "clients_reference" ON "clients" USING btree ("clinic_id","reference");--> statement-breakpoint
CREATE INDEX "clients_by_name" ON "clients" USING btree ("clinic_id","family_name","given_name");--> statement-breakpoint
CREATE INDEX "clients_search" ON "clients" USING gin ("search_text" gin_trgm_ops);--> statement-breakpoint
CREATE INDEX "session_expire" ON "session" USING btree ("expire");--> statement-breakpoint
CREATE UNIQUE INDEX "staff_sign_in_name" ON "staff" USING btree (lower("sign_in_name"));--> statement-breakpoint
CREATE INDEX "visit_events_by_visit" ON "visit_events" USING btree ("clinic_id","visit_id","at");--> statement-breakpoint
CREATE INDEX "visits_by_start" ON "visits" USING btree ("clinic_id","starts_at");--> statement-breakpoint
CREATE INDEX "visits_by_area" ON "visits" USING btree ("clinic_id","area_id");--> statement-breakpoint
CREATE INDEX "visits_by_client" ON "visits" USING btree ("clinic_id","client_id");