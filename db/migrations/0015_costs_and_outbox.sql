-- Up Migration

-- What a job is charged by, in the shop's currency; shares are of one.
ALTER TABLE shop_settings
  ADD COLUMN labour_per_hour numeric(10, 2) NOT NULL DEFAULT 60 CHECK (labour_per_hour BETWEEN 0 AND 100000),
  ADD COLUMN travel numeric(10, 2) NOT NULL DEFAULT 35 CHECK (travel BETWEEN 0 AND 100000),
  ADD COLUMN parts_margin numeric(6, 4) NOT NULL DEFAULT 0.25 CHECK (parts_margin BETWEEN 0 AND 10),
  ADD COLUMN tax numeric(6, 4) NOT NULL DEFAULT 0.2 CHECK (tax BETWEEN 0 AND 1),
  ADD COLUMN warranty_days integer NOT NULL DEFAULT 90 CHECK (warranty_days BETWEEN 0 AND 3650);

-- Letters as they would go out. This outbox only keeps them: nothing leaves the machine.
CREATE TABLE outbox (
  id uuid PRIMARY KEY,
  job_id uuid NOT NULL REFERENCES jobs (id),
  person_id text NOT NULL REFERENCES people (id),
  at timestamptz NOT NULL DEFAULT now(),
  address text NOT NULL CHECK (length(address) BETWEEN 3 AND 200),
  subject text NOT NULL CHECK (length(subject) BETWEEN 1 AND 200),
  body text NOT NULL CHECK (length(body) BETWEEN 1 AND 10000),
  -- The customer's page as it was sent.
  pdf bytea NOT NULL
);
CREATE INDEX outbox_job ON outbox (job_id, at);
CREATE INDEX outbox_at ON outbox (at DESC);
CREATE TRIGGER outbox_append_only BEFORE UPDATE OR DELETE ON outbox
  FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER outbox_no_truncate BEFORE TRUNCATE ON outbox
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
GRANT SELECT, INSERT ON outbox TO zygodrome_app;
