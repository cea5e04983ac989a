-- Up Migration

CREATE TABLE people (
  id text PRIMARY KEY CHECK (id ~ '^[a-z0-9-]{1,40}$'),
  name text NOT NULL CHECK (length(name) BETWEEN 1 AND 80),
  added_at timestamptz NOT NULL DEFAULT now()
);

-- A unit model never changes once stored: a new revision is a new row, and jobs keep the one they were opened with.
CREATE TABLE unit_models (
  hash text PRIMARY KEY CHECK (hash ~ '^[0-9a-f]{64}$'),
  unit_id text NOT NULL,
  name text NOT NULL,
  model jsonb NOT NULL,
  added_at timestamptz NOT NULL DEFAULT now(),
  CHECK (model ->> 'id' = unit_id)
);
CREATE INDEX unit_models_unit ON unit_models (unit_id, added_at DESC);

CREATE TABLE jobs (
  id uuid PRIMARY KEY,
  number integer GENERATED ALWAYS AS IDENTITY (START WITH 147) UNIQUE,
  model_hash text NOT NULL REFERENCES unit_models (hash),
  -- What tells this machine from its siblings: serial number, place, customer's name for it.
  label text NOT NULL DEFAULT '' CHECK (length(label) <= 200),
  opened_at timestamptz NOT NULL DEFAULT now()
);

CREATE TABLE job_events (
  seq bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  -- Made by the client: sending an event again finds its row and changes nothing.
  id uuid NOT NULL UNIQUE,
  job_id uuid NOT NULL REFERENCES jobs (id),
  person_id text NOT NULL REFERENCES people (id),
  at timestamptz NOT NULL,
  recorded_at timestamptz NOT NULL DEFAULT now(),
  body jsonb NOT NULL CHECK (body ->> 'type' IN ('opened', 'claim', 'band', 'finding', 'retraction', 'note', 'call', 'closed'))
);
CREATE INDEX job_events_job ON job_events (job_id, seq);
CREATE UNIQUE INDEX job_events_opened_once ON job_events (job_id) WHERE body ->> 'type' = 'opened';
CREATE UNIQUE INDEX job_events_closed_once ON job_events (job_id) WHERE body ->> 'type' = 'closed';
CREATE UNIQUE INDEX job_events_retracted_once ON job_events (job_id, (body ->> 'of')) WHERE body ->> 'type' = 'retraction';

-- The log is append-only, whoever asks.
CREATE FUNCTION job_events_refuse_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION 'job_events is append-only: % is refused', TG_OP USING ERRCODE = 'restrict_violation';
END
$$;
CREATE TRIGGER job_events_append_only BEFORE UPDATE OR DELETE ON job_events
  FOR EACH ROW EXECUTE FUNCTION job_events_refuse_change();
CREATE TRIGGER job_events_no_truncate BEFORE TRUNCATE ON job_events
  FOR EACH STATEMENT EXECUTE FUNCTION job_events_refuse_change();
