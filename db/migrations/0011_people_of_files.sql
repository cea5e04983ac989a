-- Up Migration

-- People who came with a job's file: their names stand beside what they recorded, and they do not work here.
ALTER TABLE people ADD COLUMN elsewhere boolean NOT NULL DEFAULT false;
GRANT INSERT (id, name, elsewhere) ON people TO zygodrome_app;
-- The application adds such people only: who works here is not its to say.
CREATE FUNCTION people_added_by_app() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF current_user = 'zygodrome_app' AND NOT NEW.elsewhere THEN
    RAISE EXCEPTION 'permission denied: who works here is not added by the application' USING ERRCODE = 'insufficient_privilege';
  END IF;
  RETURN NEW;
END
$$;
CREATE TRIGGER people_added BEFORE INSERT ON people FOR EACH ROW EXECUTE FUNCTION people_added_by_app();
