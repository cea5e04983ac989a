-- Up Migration

-- What the shop's closed jobs said of a unit, and whether a job uses it.
ALTER TABLE job_events DROP CONSTRAINT job_events_body_check;
ALTER TABLE job_events ADD CONSTRAINT job_events_body_check CHECK (
  coalesce(body ->> 'type', '') IN (
    'opened', 'experience', 'learning', 'claim', 'band', 'finding', 'twin', 'attachment', 'strip', 'skipped', 'retraction',
    'note', 'moved', 'call', 'repaired', 'jumper', 'closed'
  )
);

-- The logbook: a job in a row, kept up to date in the transaction that takes an entry, as its line on the board is.
CREATE TABLE job_records (
  job_id uuid PRIMARY KEY REFERENCES jobs (id),
  number integer NOT NULL UNIQUE,
  unit_id text NOT NULL,
  unit_name text NOT NULL,
  label text NOT NULL,
  complaint text NOT NULL,
  opened_at timestamptz NOT NULL,
  closed_at timestamptz,
  outcome text CHECK (outcome IN ('repaired', 'handed on', 'given up')),
  -- Closed as repaired: what was wrong before was right since, or why nobody waited for that.
  proven boolean NOT NULL,
  waived boolean NOT NULL,
  -- The job whose repair did not hold, where this one came back.
  come_back_of uuid,
  -- What the last call, or the last repair, was of.
  item text,
  item_name text,
  suspect text,
  -- Repairs that did not mend it.
  wrong_repairs integer NOT NULL CHECK (wrong_repairs >= 0),
  -- Price of what was replaced, in the shop's currency.
  parts_price numeric(12, 2) NOT NULL CHECK (parts_price >= 0),
  checks integer NOT NULL CHECK (checks >= 0),
  -- Where the time went, minutes.
  diagnosing real NOT NULL CHECK (diagnosing >= 0),
  waiting real NOT NULL CHECK (waiting >= 0),
  repairing real NOT NULL CHECK (repairing >= 0),
  proving real NOT NULL CHECK (proving >= 0),
  people text[] NOT NULL,
  -- Items that somebody said had been replaced before.
  claimed text[] NOT NULL,
  -- What the search looks in, in small letters.
  words text NOT NULL,
  CHECK ((closed_at IS NULL) = (outcome IS NULL)),
  CHECK (NOT (proven AND waived))
);
CREATE EXTENSION IF NOT EXISTS pg_trgm;
CREATE INDEX job_records_words ON job_records USING gin (words gin_trgm_ops);
CREATE INDEX job_records_opened ON job_records (opened_at DESC, number DESC);
CREATE INDEX job_records_unit ON job_records (unit_id, opened_at DESC);
CREATE INDEX job_records_calls ON job_records (unit_id, suspect, item) WHERE outcome = 'repaired';
CREATE INDEX job_records_back ON job_records (come_back_of) WHERE come_back_of IS NOT NULL;

-- What was repaired in a job, in order.
CREATE TABLE job_repairs (
  job_id uuid NOT NULL REFERENCES job_records (job_id),
  place smallint NOT NULL CHECK (place >= 1),
  item text NOT NULL,
  item_name text NOT NULL,
  suspect text NOT NULL,
  replaced boolean NOT NULL,
  price numeric(12, 2) NOT NULL CHECK (price >= 0),
  -- It mended what was called.
  held boolean NOT NULL,
  -- Minutes that passed before it with nothing done.
  waited real NOT NULL CHECK (waited >= 0),
  PRIMARY KEY (job_id, place)
);

-- What was looked at in a job, by kind of check, and whether one of them proved the call.
CREATE TABLE job_checks (
  job_id uuid NOT NULL REFERENCES job_records (job_id),
  kind text NOT NULL,
  made integer NOT NULL CHECK (made >= 1),
  proof boolean NOT NULL,
  PRIMARY KEY (job_id, kind)
);
GRANT SELECT, INSERT, UPDATE ON job_records TO zygodrome_app;
GRANT SELECT, INSERT, DELETE ON job_repairs, job_checks TO zygodrome_app;
