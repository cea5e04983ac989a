-- Up Migration

-- Photographs and papers that belong to findings. What is kept is already checked and stripped of where it was taken.
CREATE TABLE files (
  id uuid PRIMARY KEY,
  job_id uuid NOT NULL REFERENCES jobs (id),
  name text NOT NULL CHECK (length(name) BETWEEN 1 AND 200),
  media text NOT NULL CHECK (media IN ('image/jpeg', 'image/png', 'image/webp', 'application/pdf')),
  content bytea NOT NULL CHECK (octet_length(content) BETWEEN 1 AND 16777216),
  -- Pictures only.
  thumbnail bytea CHECK (octet_length(thumbnail) <= 262144),
  added_at timestamptz NOT NULL DEFAULT now(),
  CHECK ((thumbnail IS NULL) = (media = 'application/pdf'))
);
CREATE INDEX files_job ON files (job_id);

ALTER TABLE job_events DROP CONSTRAINT job_events_body_check;
ALTER TABLE job_events ADD CONSTRAINT job_events_body_check CHECK (
  body ->> 'type' IN (
    'opened', 'claim', 'band', 'finding', 'twin', 'attachment', 'retraction', 'note', 'call', 'closed'
  )
);

-- Whoever has the job open hears of a new entry, whichever process took it.
CREATE FUNCTION job_events_announce() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM pg_notify('job_events', NEW.job_id::text);
  RETURN NEW;
END
$$;
CREATE TRIGGER job_events_announced AFTER INSERT ON job_events
  FOR EACH ROW EXECUTE FUNCTION job_events_announce();
