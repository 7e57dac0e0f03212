-- Takes a demo clinic away with all that it owns. The application deletes nothing: it asks for this, of a clinic that is a demo.
-- What is append-only stays so for every other clinic: the triggers are off for this
-- transaction alone, in which nobody else can write. False where it is no demo.
CREATE FUNCTION remove_demo(of_clinic uuid) RETURNS boolean
LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
DECLARE
  one record;
  held integer;
  round integer := 0;
BEGIN
  IF NOT EXISTS (SELECT FROM clinics c WHERE c.id = of_clinic AND c.is_demo) THEN
    RETURN false;
  END IF;
  FOR one IN SELECT a.attrelid::regclass AS name FROM pg_attribute a JOIN pg_class c ON c.oid = a.attrelid
    WHERE c.relnamespace = 'public'::regnamespace AND c.relkind = 'r' AND a.attname = 'clinic_id' AND NOT a.attisdropped
  LOOP
    EXECUTE format('ALTER TABLE %s DISABLE TRIGGER USER', one.name);
  END LOOP;
  -- What another table still refers to is deleted in a later round.
  LOOP
    held := 0;
    round := round + 1;
    FOR one IN SELECT a.attrelid::regclass AS name FROM pg_attribute a JOIN pg_class c ON c.oid = a.attrelid
      WHERE c.relnamespace = 'public'::regnamespace AND c.relkind = 'r' AND a.attname = 'clinic_id' AND NOT a.attisdropped
    LOOP
      BEGIN
        EXECUTE format('DELETE FROM %s WHERE clinic_id = $1', one.name) USING of_clinic;
      EXCEPTION WHEN foreign_key_violation THEN
        held := held + 1;
      END;
    END LOOP;
    EXIT WHEN held = 0;
    IF round > 50 THEN
      RAISE EXCEPTION 'The demo refers to itself in a circle';
    END IF;
  END LOOP;
  DELETE FROM clinics WHERE id = of_clinic;
  FOR one IN SELECT a.attrelid::regclass AS name FROM pg_attribute a JOIN pg_class c ON c.oid = a.attrelid
    WHERE c.relnamespace = 'public'::regnamespace AND c.relkind = 'r' AND a.attname = 'clinic_id' AND NOT a.attisdropped
  LOOP
    EXECUTE format('ALTER TABLE %s ENABLE TRIGGER USER', one.name);
  END LOOP;
  RETURN true;
END $$;
