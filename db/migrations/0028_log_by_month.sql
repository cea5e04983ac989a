-- Up Migration

-- The log lies by the month in which a job was taken in: all of a job's entries are in one part, so that what must stand once in a
-- job is still held by an index, and what is worked on today lies in the last two or three.
ALTER TABLE jobs ADD COLUMN opened_month date NOT NULL
  GENERATED ALWAYS AS (date_trunc('month', opened_at AT TIME ZONE 'UTC')::date) STORED;
ALTER TABLE jobs ADD UNIQUE (shop_id, id, opened_month);

ALTER TABLE job_events RENAME TO job_events_before;
ALTER TABLE job_events_before RENAME CONSTRAINT job_events_body_check TO job_events_before_body_check;
ALTER SEQUENCE job_events_seq_seq RENAME TO job_events_before_seq;

CREATE SEQUENCE job_events_seq AS bigint;
SELECT setval('job_events_seq', coalesce(max(seq), 0) + 1, false) FROM job_events_before;
GRANT USAGE ON SEQUENCE job_events_seq TO zygodrome_app;

CREATE TABLE job_events (
  shop_id text NOT NULL DEFAULT current_shop() REFERENCES shops (id),
  opened_month date NOT NULL,
  seq bigint NOT NULL DEFAULT nextval('job_events_seq'),
  -- Made by the client: sending an event again finds its row and changes nothing.
  id uuid NOT NULL,
  job_id uuid NOT NULL,
  person_id text NOT NULL,
  at timestamptz NOT NULL,
  recorded_at timestamptz NOT NULL DEFAULT now(),
  -- Where it was made, what was known there, and by which version of the program's schema it was written.
  device uuid,
  after_id uuid,
  version smallint NOT NULL DEFAULT 1 CHECK (version >= 1),
  body jsonb NOT NULL CONSTRAINT job_events_body_check CHECK (
    coalesce(body ->> 'type', '') IN (
      'opened', 'experience', 'learning', 'claim', 'band', 'finding', 'twin', 'attachment', 'strip', 'skipped', 'retraction',
      'note', 'moved', 'call', 'ordered', 'arrived', 'setting', 'refitted', 'repaired', 'safety', 'jumper', 'closed'
    )
  )
) PARTITION BY RANGE (opened_month);

-- Makes the part of the log for a month's jobs, where there is none. The application may call it and can make nothing else. A part is
-- made aside and attached, which lets entries of other months be taken meanwhile.
CREATE FUNCTION log_month_ready(month date) RETURNS void LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
DECLARE
  part text := 'job_events_' || to_char(month, 'YYYY_MM');
BEGIN
  IF to_regclass(part) IS NOT NULL THEN
    RETURN;
  END IF;
  IF month <> date_trunc('month', month)::date OR month NOT BETWEEN '1900-01-01' AND '2199-12-01' THEN
    RAISE EXCEPTION 'no month of the log: %', month USING ERRCODE = 'invalid_parameter_value';
  END IF;
  PERFORM pg_advisory_xact_lock(hashtextextended('log month', 0));
  IF to_regclass(part) IS NOT NULL THEN
    RETURN;
  END IF;
  EXECUTE format('CREATE TABLE %I (LIKE job_events INCLUDING DEFAULTS INCLUDING CONSTRAINTS)', part);
  EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', part);
  EXECUTE format('CREATE POLICY own_shop ON %I TO zygodrome_app USING (shop_id = (SELECT current_shop())) WITH CHECK (shop_id = (SELECT current_shop()))', part);
  EXECUTE format('CREATE TRIGGER job_events_no_truncate BEFORE TRUNCATE ON %I FOR EACH STATEMENT EXECUTE FUNCTION job_events_refuse_change()', part);
  EXECUTE format('ALTER TABLE job_events ATTACH PARTITION %I FOR VALUES FROM (%L) TO (%L)', part, month, (month + interval '1 month')::date);
END
$$;
REVOKE EXECUTE ON FUNCTION log_month_ready(date) FROM PUBLIC;
GRANT EXECUTE ON FUNCTION log_month_ready(date) TO zygodrome_app;

SELECT log_month_ready(opened_month) FROM (SELECT DISTINCT opened_month FROM jobs ORDER BY 1) AS months;
INSERT INTO job_events (shop_id, opened_month, seq, id, job_id, person_id, at, recorded_at, device, after_id, version, body)
  SELECT e.shop_id, j.opened_month, e.seq, e.id, e.job_id, e.person_id, e.at, e.recorded_at, e.device, e.after_id, e.version, e.body
    FROM job_events_before e JOIN jobs j ON j.shop_id = e.shop_id AND j.id = e.job_id
   ORDER BY e.seq;
DROP TABLE job_events_before;

ALTER TABLE job_events ADD PRIMARY KEY (shop_id, opened_month, seq);
ALTER TABLE job_events ADD UNIQUE (shop_id, opened_month, id);
ALTER TABLE job_events ADD FOREIGN KEY (shop_id, job_id, opened_month) REFERENCES jobs (shop_id, id, opened_month);
ALTER TABLE job_events ADD FOREIGN KEY (shop_id, person_id) REFERENCES people (shop_id, id);
CREATE INDEX job_events_job ON job_events (shop_id, job_id, seq);
CREATE UNIQUE INDEX job_events_opened_once ON job_events (shop_id, opened_month, job_id) WHERE body ->> 'type' = 'opened';
CREATE UNIQUE INDEX job_events_closed_once ON job_events (shop_id, opened_month, job_id) WHERE body ->> 'type' = 'closed';
CREATE UNIQUE INDEX job_events_retracted_once ON job_events (shop_id, opened_month, job_id, (body ->> 'of')) WHERE body ->> 'type' = 'retraction';
CREATE INDEX job_events_moved ON job_events (shop_id, job_id, seq DESC) WHERE body ->> 'type' = 'moved';

-- The log is append-only, whoever asks, and whoever has a job open hears of a new entry.
CREATE TRIGGER job_events_append_only BEFORE UPDATE OR DELETE ON job_events
  FOR EACH ROW EXECUTE FUNCTION job_events_refuse_change();
CREATE TRIGGER job_events_no_truncate BEFORE TRUNCATE ON job_events
  FOR EACH STATEMENT EXECUTE FUNCTION job_events_refuse_change();
CREATE TRIGGER job_events_announced AFTER INSERT ON job_events
  FOR EACH ROW EXECUTE FUNCTION job_events_announce();
CREATE TRIGGER job_events_moved BEFORE INSERT ON job_events
  FOR EACH ROW WHEN (NEW.body ->> 'type' = 'moved') EXECUTE FUNCTION job_events_moved_to_model();

GRANT SELECT, INSERT ON job_events TO zygodrome_app;
ALTER TABLE job_events ENABLE ROW LEVEL SECURITY;
CREATE POLICY own_shop ON job_events TO zygodrome_app USING (shop_id = (SELECT current_shop())) WITH CHECK (shop_id = (SELECT current_shop()));
