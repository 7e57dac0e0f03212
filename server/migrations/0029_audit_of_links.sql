-- What a client changes by a link is nobody's of the staff: not of whoever treats, whose id stands in the visit.
CREATE OR REPLACE FUNCTION audit_change() RETURNS trigger LANGUAGE plpgsql AS $$
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
    -- Whoever uses a link has not signed in, nor is what follows from it anybody's of the staff.
    CASE WHEN TG_ARGV[0] <> 'linkUsed' AND current_setting('tidy_quill.staff', true) IS DISTINCT FROM 'nobody' THEN coalesce(nullif(current_setting('tidy_quill.staff', true), ''),
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
