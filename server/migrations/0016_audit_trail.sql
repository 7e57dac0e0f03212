CREATE TABLE "audit_entries" (
	"clinic_id" uuid NOT NULL,
	"seq" bigint DEFAULT 0 NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"staff_id" uuid,
	"kind" text NOT NULL,
	"client_id" uuid,
	"visit_id" uuid,
	"what" jsonb DEFAULT '{}'::jsonb NOT NULL,
	"previous" text DEFAULT '' NOT NULL,
	"hash" text DEFAULT '' NOT NULL,
	CONSTRAINT "audit_entries_clinic_id_seq_pk" PRIMARY KEY("clinic_id","seq"),
	CONSTRAINT "audit_entries_kind" CHECK ("audit_entries"."kind" in ('signedIn', 'signInRefused', 'signedOut', 'clientsSearched', 'clientOpened', 'visitOpened', 'recordOpened', 'recordPrinted', 'consentOpened', 'pictureOpened', 'diaryOpened', 'exported', 'clientAdded', 'clientEdited', 'areaAdded', 'visitBooked', 'consentSigned', 'consentWithdrawn', 'overridden', 'versionDrafted', 'versionApproved', 'accountAdded', 'accountChanged', 'clinicChanged', 'linkMade', 'linkUsed', 'linkEnded'))
);
--> statement-breakpoint
ALTER TABLE "audit_entries" ADD CONSTRAINT "audit_entries_clinic_id_clinics_id_fk" FOREIGN KEY ("clinic_id") REFERENCES "public"."clinics"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "audit_entries_by_client" ON "audit_entries" USING btree ("clinic_id","client_id","seq");--> statement-breakpoint
CREATE INDEX "audit_entries_by_time" ON "audit_entries" USING btree ("clinic_id","at");--> statement-breakpoint
CREATE TRIGGER audit_entries_append_only BEFORE UPDATE OR DELETE OR TRUNCATE ON "audit_entries"
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
-- What an entry's hash is taken over: everything in it, and the hash of the entry before.
CREATE FUNCTION audit_hash(e audit_entries) RETURNS text LANGUAGE sql STABLE AS $$
  SELECT encode(sha256(convert_to(concat_ws('|', e.previous, e.clinic_id, e.seq,
    to_char(e.at AT TIME ZONE 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.US'), coalesce(e.staff_id::text, '-'), e.kind,
    coalesce(e.client_id::text, '-'), coalesce(e.visit_id::text, '-'), e.what::text), 'UTF8')), 'hex')
$$;
--> statement-breakpoint
CREATE FUNCTION audit_chain() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  last record;
BEGIN
  -- One at a time per clinic, until the transaction that it tells of has ended.
  PERFORM pg_advisory_xact_lock(hashtext('audit ' || NEW.clinic_id));
  SELECT a.seq, a.hash INTO last FROM audit_entries a
    WHERE a.clinic_id = NEW.clinic_id ORDER BY a.seq DESC LIMIT 1;
  IF NEW.client_id IS NULL THEN
    SELECT v.client_id INTO NEW.client_id FROM visits v
      WHERE v.clinic_id = NEW.clinic_id AND v.id = NEW.visit_id;
  END IF;
  NEW.seq := coalesce(last.seq, 0) + 1;
  NEW.previous := coalesce(last.hash, '');
  NEW.at := clock_timestamp();
  NEW.hash := audit_hash(NEW);
  RETURN NEW;
END $$;
--> statement-breakpoint
CREATE TRIGGER audit_entries_chain BEFORE INSERT ON "audit_entries"
  FOR EACH ROW EXECUTE FUNCTION audit_chain();
--> statement-breakpoint
-- Tells of a change in the transaction that makes it, whoever makes it: TG_ARGV has the kind, and the columns that are
-- never told. Demo data is filled in untold, where the one who fills it in says so.
CREATE FUNCTION audit_change() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  hidden text[] := TG_ARGV[1:];
  before jsonb := CASE WHEN TG_OP = 'UPDATE' THEN to_jsonb(OLD) - hidden END;
  after jsonb := to_jsonb(NEW) - hidden;
  of_clinic uuid := coalesce((after ->> 'clinic_id')::uuid, (after ->> 'id')::uuid);
BEGIN
  IF before = after THEN
    RETURN NULL;
  END IF;
  IF current_setting('tidy_quill.filling', true) = 'demo'
    AND EXISTS (SELECT FROM clinics c WHERE c.id = of_clinic AND c.is_demo) THEN
    RETURN NULL;
  END IF;
  INSERT INTO audit_entries (clinic_id, staff_id, kind, client_id, visit_id, what)
  VALUES (
    of_clinic,
    -- Whoever uses a link has not signed in.
    CASE WHEN TG_ARGV[0] <> 'linkUsed' THEN coalesce(nullif(current_setting('tidy_quill.staff', true), ''),
      after ->> 'approved_by', after ->> 'created_by', after ->> 'staff_id')::uuid END,
    TG_ARGV[0],
    coalesce((after ->> 'client_id')::uuid, CASE
      WHEN TG_TABLE_NAME = 'clients' THEN (after ->> 'id')::uuid
      WHEN TG_TABLE_NAME = 'consent_withdrawals' THEN (
        SELECT c.client_id FROM consents c WHERE c.clinic_id = of_clinic AND c.id = (after ->> 'consent_id')::uuid
      )
    END),
    coalesce(after ->> 'visit_id', CASE WHEN TG_TABLE_NAME = 'visits' THEN after ->> 'id' END)::uuid,
    CASE WHEN before IS NULL THEN jsonb_build_object('after', after)
      ELSE (
        SELECT jsonb_build_object('before', jsonb_object_agg(k.key, before -> k.key), 'after', jsonb_object_agg(k.key, k.value))
        FROM jsonb_each(after) AS k WHERE before -> k.key IS DISTINCT FROM k.value
      )
    END
  );
  RETURN NULL;
END $$;
--> statement-breakpoint
CREATE TRIGGER clients_audit_add AFTER INSERT ON clients FOR EACH ROW EXECUTE FUNCTION audit_change('clientAdded', 'search_text');
--> statement-breakpoint
CREATE TRIGGER clients_audit AFTER UPDATE ON clients FOR EACH ROW EXECUTE FUNCTION audit_change('clientEdited', 'search_text');
--> statement-breakpoint
CREATE TRIGGER areas_audit AFTER INSERT ON areas FOR EACH ROW EXECUTE FUNCTION audit_change('areaAdded');
--> statement-breakpoint
CREATE TRIGGER visits_audit AFTER INSERT ON visits FOR EACH ROW EXECUTE FUNCTION audit_change('visitBooked');
--> statement-breakpoint
CREATE TRIGGER consents_audit AFTER INSERT ON consents FOR EACH ROW EXECUTE FUNCTION audit_change('consentSigned', 'pdf', 'content');
--> statement-breakpoint
CREATE TRIGGER consent_withdrawals_audit AFTER INSERT ON consent_withdrawals FOR EACH ROW EXECUTE FUNCTION audit_change('consentWithdrawn');
--> statement-breakpoint
CREATE TRIGGER catalogue_versions_audit_add AFTER INSERT ON catalogue_versions FOR EACH ROW EXECUTE FUNCTION audit_change('versionDrafted', 'content');
--> statement-breakpoint
CREATE TRIGGER catalogue_versions_audit AFTER UPDATE ON catalogue_versions FOR EACH ROW EXECUTE FUNCTION audit_change('versionApproved', 'content');
--> statement-breakpoint
CREATE TRIGGER staff_audit_add AFTER INSERT ON staff FOR EACH ROW EXECUTE FUNCTION audit_change('accountAdded', 'password_hash');
--> statement-breakpoint
CREATE TRIGGER staff_audit AFTER UPDATE ON staff FOR EACH ROW EXECUTE FUNCTION audit_change('accountChanged', 'password_hash', 'caution_accepted_at');
--> statement-breakpoint
CREATE TRIGGER clinics_audit AFTER UPDATE ON clinics FOR EACH ROW EXECUTE FUNCTION audit_change('clinicChanged', 'last_client_number');
--> statement-breakpoint
CREATE TRIGGER invitations_audit_add AFTER INSERT ON invitations FOR EACH ROW EXECUTE FUNCTION audit_change('linkMade', 'token_hash');
--> statement-breakpoint
CREATE TRIGGER invitations_audit_used AFTER UPDATE ON invitations FOR EACH ROW
  WHEN (OLD.used_at IS DISTINCT FROM NEW.used_at) EXECUTE FUNCTION audit_change('linkUsed', 'token_hash');
--> statement-breakpoint
CREATE TRIGGER invitations_audit_ended AFTER UPDATE ON invitations FOR EACH ROW
  WHEN (OLD.expires_at IS DISTINCT FROM NEW.expires_at) EXECUTE FUNCTION audit_change('linkEnded', 'token_hash');
--> statement-breakpoint
CREATE TRIGGER diary_links_audit_add AFTER INSERT ON diary_links FOR EACH ROW EXECUTE FUNCTION audit_change('linkMade', 'token_hash');
--> statement-breakpoint
CREATE TRIGGER diary_links_audit_ended AFTER UPDATE ON diary_links FOR EACH ROW EXECUTE FUNCTION audit_change('linkEnded', 'token_hash');
--> statement-breakpoint
CREATE TRIGGER diary_entries_audit AFTER INSERT ON diary_entries FOR EACH ROW
  EXECUTE FUNCTION audit_change('linkUsed', 'signs', 'seen', 'trend', 'note', 'photo_ids');
