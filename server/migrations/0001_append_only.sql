CREATE FUNCTION refuse_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION '% is append-only: % refused', TG_TABLE_NAME, TG_OP USING ERRCODE = 'restrict_violation';
END $$;
--> statement-breakpoint
CREATE TRIGGER visit_events_append_only BEFORE UPDATE OR DELETE OR TRUNCATE ON "visit_events"
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE FUNCTION refuse_changing_approved() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_OP = 'DELETE' OR OLD.approved_at IS NOT NULL OR NEW.content <> OLD.content THEN
    RAISE EXCEPTION 'a version of the catalogue is never changed: % refused', TG_OP USING ERRCODE = 'restrict_violation';
  END IF;
  RETURN NEW;
END $$;
--> statement-breakpoint
CREATE TRIGGER catalogue_versions_keep BEFORE UPDATE OR DELETE ON "catalogue_versions"
  FOR EACH ROW EXECUTE FUNCTION refuse_changing_approved();
