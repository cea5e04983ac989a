-- Up Migration

-- Where an entry was made, what was known there, and by which version of the program's schema it was written.
ALTER TABLE job_events
  ADD COLUMN device uuid,
  ADD COLUMN after_id uuid,
  ADD COLUMN version smallint NOT NULL DEFAULT 1 CHECK (version >= 1);

-- A check whose value is NULL passes, so an entry without a type, or a model without an id, did.
ALTER TABLE job_events DROP CONSTRAINT job_events_body_check;
ALTER TABLE job_events ADD CONSTRAINT job_events_body_check CHECK (
  coalesce(body ->> 'type', '') IN (
    'opened', 'claim', 'band', 'finding', 'twin', 'attachment', 'strip', 'skipped', 'retraction', 'note', 'call',
    'closed'
  )
);
ALTER TABLE unit_models ADD CHECK (model ->> 'id' IS NOT DISTINCT FROM unit_id);
ALTER TABLE unit_models ADD CHECK (unit_id <> '' AND name <> '');

-- Models, jobs and files are what was recorded, as the log is: nothing of them is written anew or taken away.
CREATE FUNCTION refuse_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION '% is append-only: % is refused', TG_TABLE_NAME, TG_OP USING ERRCODE = 'restrict_violation';
END
$$;
CREATE TRIGGER unit_models_append_only BEFORE UPDATE OR DELETE ON unit_models
  FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER unit_models_no_truncate BEFORE TRUNCATE ON unit_models
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
CREATE TRIGGER jobs_append_only BEFORE UPDATE OR DELETE ON jobs
  FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER jobs_no_truncate BEFORE TRUNCATE ON jobs
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
CREATE TRIGGER files_append_only BEFORE UPDATE OR DELETE ON files
  FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER files_no_truncate BEFORE TRUNCATE ON files
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
CREATE TRIGGER people_stay BEFORE DELETE ON people
  FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER people_no_truncate BEFORE TRUNCATE ON people
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();

-- What the board shows of a job, kept up to date in the transaction that takes an entry: the board replays nothing.
CREATE TABLE job_summaries (
  job_id uuid PRIMARY KEY REFERENCES jobs (id),
  number integer NOT NULL UNIQUE,
  unit_name text NOT NULL,
  label text NOT NULL,
  complaint text NOT NULL,
  opened_at timestamptz NOT NULL,
  last_at timestamptz NOT NULL,
  findings integer NOT NULL CHECK (findings >= 0),
  status text NOT NULL CHECK (status IN ('open', 'called', 'closed')),
  band text NOT NULL CHECK (band IN ('live', 'dead', 'unproven')),
  called_item text,
  waits text,
  -- Who has written in it, by id, the last one first.
  people text[] NOT NULL,
  -- Entries that this version of the program cannot read.
  unreadable integer NOT NULL DEFAULT 0 CHECK (unreadable >= 0),
  -- What the search looks in, in small letters.
  words text NOT NULL
);
CREATE INDEX job_summaries_board ON job_summaries ((status = 'closed'), number DESC);

-- The application's own role (server/database/appRole.ts makes it) adds to what is recorded and can rewrite none of it.
REVOKE CREATE ON SCHEMA public FROM PUBLIC;
GRANT USAGE ON SCHEMA public TO zygodrome_app;
GRANT SELECT, INSERT ON unit_models, jobs, job_events, files TO zygodrome_app;
GRANT SELECT ON people TO zygodrome_app;
GRANT SELECT, INSERT, UPDATE ON job_summaries TO zygodrome_app;
GRANT SELECT, INSERT, DELETE ON dictionaries TO zygodrome_app;
