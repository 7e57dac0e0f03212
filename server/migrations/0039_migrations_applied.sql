-- How far the database is: the application may ask that, and reads nothing else of how it came about.
CREATE FUNCTION migrations_applied() RETURNS integer LANGUAGE sql STABLE SECURITY DEFINER SET search_path = pg_catalog AS $$
  SELECT count(*)::integer FROM drizzle.__drizzle_migrations
$$;
