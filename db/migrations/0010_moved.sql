-- Up Migration

-- A job may go on with another revision of its unit: that is an entry in its log, and the job's own row stays as it was opened.
ALTER TABLE job_events DROP CONSTRAINT job_events_body_check;
ALTER TABLE job_events ADD CONSTRAINT job_events_body_check CHECK (
  coalesce(body ->> 'type', '') IN (
    'opened', 'claim', 'band', 'finding', 'twin', 'attachment', 'strip', 'skipped', 'retraction', 'note', 'moved', 'call',
    'closed'
  )
);
-- The last one says which revision a job is worked on.
CREATE INDEX job_events_moved ON job_events (job_id, seq DESC) WHERE body ->> 'type' = 'moved';

-- Nobody moves a job to a revision that is not there.
CREATE FUNCTION job_events_moved_to_model() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF NOT EXISTS (SELECT FROM unit_models t JOIN unit_models f ON f.unit_id = t.unit_id
                  WHERE t.hash = NEW.body ->> 'to' AND f.hash = NEW.body ->> 'from') THEN
    RAISE EXCEPTION 'no revision % of this unit', NEW.body ->> 'to' USING ERRCODE = 'foreign_key_violation';
  END IF;
  RETURN NEW;
END
$$;
CREATE TRIGGER job_events_moved BEFORE INSERT ON job_events
  FOR EACH ROW WHEN (NEW.body ->> 'type' = 'moved') EXECUTE FUNCTION job_events_moved_to_model();
