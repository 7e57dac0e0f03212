CREATE TABLE "ahead_answers" (
	"clinic_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"visit_id" uuid NOT NULL,
	"invitation_id" uuid NOT NULL,
	"given_at" timestamp with time zone DEFAULT now() NOT NULL,
	"history" jsonb NOT NULL,
	CONSTRAINT "ahead_answers_clinic_id_id_pk" PRIMARY KEY("clinic_id","id")
);
--> statement-breakpoint
CREATE TABLE "consent_withdrawals" (
	"clinic_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"consent_id" uuid NOT NULL,
	"staff_id" uuid NOT NULL,
	"withdrawn_at" timestamp with time zone NOT NULL,
	"withdrawn_on" date NOT NULL,
	"reason" text NOT NULL,
	CONSTRAINT "consent_withdrawals_clinic_id_id_pk" PRIMARY KEY("clinic_id","id")
);
--> statement-breakpoint
CREATE TABLE "consents" (
	"clinic_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"client_id" uuid NOT NULL,
	"area_id" uuid NOT NULL,
	"staff_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"signed_at" timestamp with time zone NOT NULL,
	"signed_on" date NOT NULL,
	"valid_until" date NOT NULL,
	"guardian" boolean NOT NULL,
	"uses" jsonb NOT NULL,
	"content" jsonb NOT NULL,
	"pdf" "bytea" NOT NULL,
	"sha256" text NOT NULL,
	CONSTRAINT "consents_clinic_id_id_pk" PRIMARY KEY("clinic_id","id")
);
--> statement-breakpoint
CREATE TABLE "invitations" (
	"clinic_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"visit_id" uuid NOT NULL,
	"staff_id" uuid NOT NULL,
	"token_hash" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"used_at" timestamp with time zone,
	CONSTRAINT "invitations_clinic_id_id_pk" PRIMARY KEY("clinic_id","id")
);
--> statement-breakpoint
CREATE TABLE "messages" (
	"clinic_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"client_id" uuid NOT NULL,
	"to" text NOT NULL,
	"text" text NOT NULL,
	"state" text DEFAULT 'waiting' NOT NULL,
	"problem" text,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"sent_at" timestamp with time zone,
	CONSTRAINT "messages_clinic_id_id_pk" PRIMARY KEY("clinic_id","id")
);
--> statement-breakpoint
ALTER TABLE "areas" ADD COLUMN "job" text DEFAULT 'hair' NOT NULL;--> statement-breakpoint
ALTER TABLE "ahead_answers" ADD CONSTRAINT "ahead_answers_clinic_id_clinics_id_fk" FOREIGN KEY ("clinic_id") REFERENCES "public"."clinics"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "ahead_answers" ADD CONSTRAINT "ahead_answers_clinic_id_visit_id_visits_clinic_id_id_fk" FOREIGN KEY ("clinic_id","visit_id") REFERENCES "public"."visits"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "ahead_answers" ADD CONSTRAINT "ahead_answers_clinic_id_invitation_id_invitations_clinic_id_id_fk" FOREIGN KEY ("clinic_id","invitation_id") REFERENCES "public"."invitations"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "consent_withdrawals" ADD CONSTRAINT "consent_withdrawals_clinic_id_clinics_id_fk" FOREIGN KEY ("clinic_id") REFERENCES "public"."clinics"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "consent_withdrawals" ADD CONSTRAINT "consent_withdrawals_clinic_id_consent_id_consents_clinic_id_id_fk" FOREIGN KEY ("clinic_id","consent_id") REFERENCES "public"."consents"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "consent_withdrawals" ADD CONSTRAINT "consent_withdrawals_clinic_id_staff_id_staff_clinic_id_id_fk" FOREIGN KEY ("clinic_id","staff_id") REFERENCES "public"."staff"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "consents" ADD CONSTRAINT "consents_clinic_id_clinics_id_fk" FOREIGN KEY ("clinic_id") REFERENCES "public"."clinics"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "consents" ADD CONSTRAINT "consents_clinic_id_client_id_clients_clinic_id_id_fk" FOREIGN KEY ("clinic_id","client_id") REFERENCES "public"."clients"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "consents" ADD CONSTRAINT "consents_clinic_id_area_id_areas_clinic_id_id_fk" FOREIGN KEY ("clinic_id","area_id") REFERENCES "public"."areas"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "consents" ADD CONSTRAINT "consents_clinic_id_staff_id_staff_clinic_id_id_fk" FOREIGN KEY ("clinic_id","staff_id") REFERENCES "public"."staff"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "invitations" ADD CONSTRAINT "invitations_clinic_id_clinics_id_fk" FOREIGN KEY ("clinic_id") REFERENCES "public"."clinics"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "invitations" ADD CONSTRAINT "invitations_clinic_id_visit_id_visits_clinic_id_id_fk" FOREIGN KEY ("clinic_id","visit_id") REFERENCES "public"."visits"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "invitations" ADD CONSTRAINT "invitations_clinic_id_staff_id_staff_clinic_id_id_fk" FOREIGN KEY ("clinic_id","staff_id") REFERENCES "public"."staff"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "messages" ADD CONSTRAINT "messages_clinic_id_clinics_id_fk" FOREIGN KEY ("clinic_id") REFERENCES "public"."clinics"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "messages" ADD CONSTRAINT "messages_clinic_id_client_id_clients_clinic_id_id_fk" FOREIGN KEY ("clinic_id","client_id") REFERENCES "public"."clients"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "ahead_answers_by_visit" ON "ahead_answers" USING btree ("clinic_id","visit_id");--> statement-breakpoint
CREATE UNIQUE INDEX "consent_withdrawals_once" ON "consent_withdrawals" USING btree ("clinic_id","consent_id");--> statement-breakpoint
CREATE INDEX "consents_by_client" ON "consents" USING btree ("clinic_id","client_id");--> statement-breakpoint
CREATE UNIQUE INDEX "invitations_token" ON "invitations" USING btree ("token_hash");--> statement-breakpoint
CREATE INDEX "messages_by_time" ON "messages" USING btree ("clinic_id","created_at");--> statement-breakpoint
CREATE TRIGGER consents_append_only BEFORE UPDATE OR DELETE OR TRUNCATE ON "consents"
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER consent_withdrawals_append_only BEFORE UPDATE OR DELETE OR TRUNCATE ON "consent_withdrawals"
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER ahead_answers_append_only BEFORE UPDATE OR DELETE OR TRUNCATE ON "ahead_answers"
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
