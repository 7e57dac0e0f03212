CREATE TABLE "imports" (
	"clinic_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"file_name" text NOT NULL,
	"clients" integer NOT NULL,
	"sessions" integer NOT NULL,
	"created_by" uuid NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"undone_at" timestamp with time zone,
	CONSTRAINT "imports_clinic_id_id_pk" PRIMARY KEY("clinic_id","id")
);
--> statement-breakpoint
CREATE TABLE "typed_sessions" (
	"clinic_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"client_id" uuid NOT NULL,
	"area_id" uuid NOT NULL,
	"import_id" uuid NOT NULL,
	"on_day" date NOT NULL,
	"wavelength_nm" double precision NOT NULL,
	"fluence_jcm2" double precision NOT NULL,
	"pulse_ms" double precision NOT NULL,
	"spot_mm" double precision NOT NULL,
	"endpoint" text NOT NULL,
	"adverse" jsonb NOT NULL,
	"pain_max" smallint,
	"note" text NOT NULL,
	CONSTRAINT "typed_sessions_clinic_id_id_pk" PRIMARY KEY("clinic_id","id")
);
--> statement-breakpoint
ALTER TABLE "audit_entries" DROP CONSTRAINT "audit_entries_kind";--> statement-breakpoint
ALTER TABLE "areas" ADD COLUMN "import_id" uuid;--> statement-breakpoint
ALTER TABLE "clients" ADD COLUMN "import_id" uuid;--> statement-breakpoint
ALTER TABLE "imports" ADD CONSTRAINT "imports_clinic_id_clinics_id_fk" FOREIGN KEY ("clinic_id") REFERENCES "public"."clinics"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "imports" ADD CONSTRAINT "imports_clinic_id_created_by_staff_clinic_id_id_fk" FOREIGN KEY ("clinic_id","created_by") REFERENCES "public"."staff"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "typed_sessions" ADD CONSTRAINT "typed_sessions_clinic_id_clinics_id_fk" FOREIGN KEY ("clinic_id") REFERENCES "public"."clinics"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "typed_sessions" ADD CONSTRAINT "typed_sessions_area_of_client" FOREIGN KEY ("clinic_id","client_id","area_id") REFERENCES "public"."areas"("clinic_id","client_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "typed_sessions" ADD CONSTRAINT "typed_sessions_clinic_id_import_id_imports_clinic_id_id_fk" FOREIGN KEY ("clinic_id","import_id") REFERENCES "public"."imports"("clinic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "typed_sessions_by_client" ON "typed_sessions" USING btree ("clinic_id","client_id");--> statement-breakpoint
ALTER TABLE "audit_entries" ADD CONSTRAINT "audit_entries_kind" CHECK ("audit_entries"."kind" in ('signedIn', 'signInRefused', 'signedOut', 'backupAsked', 'clientsSearched', 'clientOpened', 'visitOpened', 'recordOpened', 'recordPrinted', 'consentOpened', 'pictureOpened', 'diaryOpened', 'exported', 'importMade', 'importUndone', 'clientAdded', 'clientEdited', 'areaAdded', 'courseNoted', 'visitBooked', 'visitMoved', 'visitStatusSaid', 'visitCancelled', 'consentSigned', 'consentWithdrawn', 'overridden', 'versionDrafted', 'versionApproved', 'accountAdded', 'accountChanged', 'passwordChanged', 'secondFactorSet', 'secondFactorTaken', 'pinSet', 'sessionsEnded', 'locked', 'unlocked', 'unlockRefused', 'clinicChanged', 'roomAdded', 'roomRenamed', 'unavailableAdded', 'unavailableRemoved', 'waitingAdded', 'waitingEnded', 'messageTextSet', 'signOffAdded', 'linkMade', 'linkUsed', 'linkEnded'));--> statement-breakpoint
CREATE TRIGGER imports_audit_made AFTER INSERT ON imports FOR EACH ROW EXECUTE FUNCTION audit_change('importMade');--> statement-breakpoint
CREATE TRIGGER imports_audit_undone AFTER UPDATE ON imports FOR EACH ROW EXECUTE FUNCTION audit_change('importUndone');--> statement-breakpoint
-- The application deletes no client: it asks for a whole import to be taken back, which is done where nothing rests on it.
-- Gives what rests on it, or null once it is undone.
CREATE FUNCTION undo_import(of_clinic uuid, of_import uuid) RETURNS text
LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
DECLARE
  rests text;
  since timestamptz;
BEGIN
  SELECT i.created_at INTO since FROM imports i
  WHERE i.clinic_id = of_clinic AND i.id = of_import AND i.undone_at IS NULL FOR UPDATE;
  IF NOT FOUND THEN
    RETURN NULL;
  END IF;
  -- Nobody adds anything to these clients while it is looked at.
  PERFORM FROM clients c WHERE c.clinic_id = of_clinic AND c.import_id = of_import FOR UPDATE;
  PERFORM FROM areas a WHERE a.clinic_id = of_clinic AND a.import_id = of_import FOR UPDATE;
  SELECT found.what INTO rests FROM (
    SELECT 'visits' AS what FROM visits v
      LEFT JOIN clients c ON c.clinic_id = v.clinic_id AND c.id = v.client_id
      LEFT JOIN areas a ON a.clinic_id = v.clinic_id AND a.id = v.area_id
      WHERE v.clinic_id = of_clinic AND (c.import_id = of_import OR a.import_id = of_import)
    UNION ALL
    SELECT 'areas' FROM areas a JOIN clients c ON c.clinic_id = a.clinic_id AND c.id = a.client_id
      WHERE a.clinic_id = of_clinic AND c.import_id = of_import AND a.import_id IS DISTINCT FROM of_import
    UNION ALL
    SELECT 'areas' FROM typed_sessions t JOIN areas a ON a.clinic_id = t.clinic_id AND a.id = t.area_id
      WHERE t.clinic_id = of_clinic AND a.import_id = of_import AND t.import_id <> of_import
    UNION ALL
    SELECT 'consents' FROM consents k JOIN clients c ON c.clinic_id = k.clinic_id AND c.id = k.client_id
      WHERE k.clinic_id = of_clinic AND c.import_id = of_import
    UNION ALL
    SELECT 'waiting' FROM waiting w JOIN clients c ON c.clinic_id = w.clinic_id AND c.id = w.client_id
      WHERE w.clinic_id = of_clinic AND c.import_id = of_import
    UNION ALL
    SELECT 'messages' FROM messages m JOIN clients c ON c.clinic_id = m.clinic_id AND c.id = m.client_id
      WHERE m.clinic_id = of_clinic AND c.import_id = of_import
    UNION ALL
    SELECT 'courseNotes' FROM course_notes n JOIN areas a ON a.clinic_id = n.clinic_id AND a.id = n.area_id
      WHERE n.clinic_id = of_clinic AND a.import_id = of_import
    UNION ALL
    SELECT 'edited' FROM clients c WHERE c.clinic_id = of_clinic AND c.import_id = of_import AND c.version > 1
    UNION ALL
    SELECT 'plans' FROM visit_events e JOIN visits v ON v.clinic_id = e.clinic_id AND v.id = e.visit_id
      WHERE e.clinic_id = of_clinic AND e.kind = 'planAccepted' AND e.recorded_at >= since
        AND v.client_id IN (SELECT t.client_id FROM typed_sessions t WHERE t.clinic_id = of_clinic AND t.import_id = of_import)
  ) AS found LIMIT 1;
  IF rests IS NOT NULL THEN
    RETURN rests;
  END IF;
  DELETE FROM typed_sessions t WHERE t.clinic_id = of_clinic AND t.import_id = of_import;
  DELETE FROM areas a WHERE a.clinic_id = of_clinic AND a.import_id = of_import;
  DELETE FROM clients c WHERE c.clinic_id = of_clinic AND c.import_id = of_import;
  UPDATE imports SET undone_at = now() WHERE clinic_id = of_clinic AND id = of_import;
  RETURN NULL;
END $$;
