-- Up Migration

-- When everything that is kept was last put into a file: of the whole database, so of no shop.
CREATE TABLE backups (
  at timestamptz PRIMARY KEY DEFAULT now(),
  bytes bigint NOT NULL CHECK (bytes > 0)
);
GRANT SELECT ON backups TO zygodrome_app;

-- The application may know which version of the schema it stands on, and nothing more of how it came to be.
CREATE FUNCTION schema_version() RETURNS text LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public AS
  $$ SELECT name FROM schema_migrations ORDER BY name DESC LIMIT 1 $$;
GRANT EXECUTE ON FUNCTION schema_version() TO zygodrome_app;
