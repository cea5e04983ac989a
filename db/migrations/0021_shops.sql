-- Up Migration

-- Shops that share this database. A row belongs to one of them, its key begins with it, and what it points to is of the same shop:
-- the key by which the tables could be spread over several machines.
CREATE TABLE shops (
  id text PRIMARY KEY CHECK (id ~ '^[a-z0-9][a-z0-9-]{1,39}$'),
  name text NOT NULL CHECK (length(name) BETWEEN 1 AND 80),
  -- Number of its next job.
  next_job integer NOT NULL DEFAULT 1 CHECK (next_job >= 1),
  added_at timestamptz NOT NULL DEFAULT now()
);

-- The shop that a connection works for. The server sets it with each piece of work; without it nothing is read and nothing written.
CREATE FUNCTION current_shop() RETURNS text LANGUAGE sql STABLE PARALLEL SAFE AS
  $$ SELECT nullif(current_setting('zygodrome.shop'), '') $$;

-- What was there before there were shops belongs to the demo shop.
INSERT INTO shops (id, name, next_job)
  SELECT 'pellwick', 'Pellwick Service Bench', coalesce((SELECT max(number) + 1 FROM jobs), 147)
   WHERE EXISTS (SELECT FROM people);
DELETE FROM shop_settings WHERE NOT EXISTS (SELECT FROM shops);
SELECT set_config('zygodrome.shop', 'pellwick', true);

-- The keys of before.
ALTER TABLE jobs DROP CONSTRAINT jobs_model_hash_fkey;
ALTER TABLE job_events DROP CONSTRAINT job_events_job_id_fkey;
ALTER TABLE job_events DROP CONSTRAINT job_events_person_id_fkey;
ALTER TABLE files DROP CONSTRAINT files_job_id_fkey;
ALTER TABLE dictionaries DROP CONSTRAINT dictionaries_model_hash_fkey;
ALTER TABLE job_summaries DROP CONSTRAINT job_summaries_job_id_fkey;
ALTER TABLE unit_revisions DROP CONSTRAINT unit_revisions_model_hash_fkey;
ALTER TABLE job_records DROP CONSTRAINT job_records_job_id_fkey;
ALTER TABLE job_repairs DROP CONSTRAINT job_repairs_job_id_fkey;
ALTER TABLE job_checks DROP CONSTRAINT job_checks_job_id_fkey;
ALTER TABLE outbox DROP CONSTRAINT outbox_job_id_fkey;
ALTER TABLE outbox DROP CONSTRAINT outbox_person_id_fkey;
ALTER TABLE practice_sets DROP CONSTRAINT practice_sets_set_by_fkey;
ALTER TABLE practices DROP CONSTRAINT practices_person_id_fkey;
ALTER TABLE practices DROP CONSTRAINT practices_set_id_fkey;
ALTER TABLE practices DROP CONSTRAINT practices_model_hash_fkey;
ALTER TABLE practice_actions DROP CONSTRAINT practice_actions_practice_id_fkey;
ALTER TABLE best_courses DROP CONSTRAINT best_courses_model_hash_fkey;
ALTER TABLE people DROP CONSTRAINT people_pkey;
ALTER TABLE unit_models DROP CONSTRAINT unit_models_pkey;
ALTER TABLE jobs DROP CONSTRAINT jobs_pkey, DROP CONSTRAINT jobs_number_key;
ALTER TABLE job_events DROP CONSTRAINT job_events_pkey, DROP CONSTRAINT job_events_id_key;
ALTER TABLE files DROP CONSTRAINT files_pkey;
ALTER TABLE dictionaries DROP CONSTRAINT dictionaries_pkey;
ALTER TABLE job_summaries DROP CONSTRAINT job_summaries_pkey, DROP CONSTRAINT job_summaries_number_key;
ALTER TABLE unit_revisions DROP CONSTRAINT unit_revisions_pkey;
ALTER TABLE unit_shelf DROP CONSTRAINT unit_shelf_pkey;
ALTER TABLE unit_pictures DROP CONSTRAINT unit_pictures_pkey;
ALTER TABLE job_records DROP CONSTRAINT job_records_pkey, DROP CONSTRAINT job_records_number_key;
ALTER TABLE job_repairs DROP CONSTRAINT job_repairs_pkey;
ALTER TABLE job_checks DROP CONSTRAINT job_checks_pkey;
ALTER TABLE outbox DROP CONSTRAINT outbox_pkey;
ALTER TABLE part_offers DROP CONSTRAINT part_offers_pkey;
ALTER TABLE practice_sets DROP CONSTRAINT practice_sets_pkey;
ALTER TABLE practices DROP CONSTRAINT practices_pkey;
ALTER TABLE practice_actions DROP CONSTRAINT practice_actions_pkey;
ALTER TABLE meters DROP CONSTRAINT meters_pkey, DROP CONSTRAINT meters_host_port_key;
ALTER TABLE best_courses DROP CONSTRAINT best_courses_pkey;
ALTER TABLE shop_settings DROP CONSTRAINT shop_settings_pkey, DROP COLUMN is_only;
DROP INDEX unit_models_unit, job_events_job, job_events_opened_once, job_events_closed_once, job_events_retracted_once, job_events_moved, files_job, job_summaries_board, job_summaries_stage, unit_revisions_newest, jobs_model, unit_pictures_unit, job_records_opened, job_records_unit, job_records_calls, job_records_back, job_records_closed, outbox_job, outbox_at, practices_person;

-- Every row has its shop: that of the connection that writes it.
ALTER TABLE people ADD COLUMN shop_id text NOT NULL DEFAULT current_shop() REFERENCES shops (id);
ALTER TABLE unit_models ADD COLUMN shop_id text NOT NULL DEFAULT current_shop() REFERENCES shops (id);
ALTER TABLE jobs ADD COLUMN shop_id text NOT NULL DEFAULT current_shop() REFERENCES shops (id);
ALTER TABLE job_events ADD COLUMN shop_id text NOT NULL DEFAULT current_shop() REFERENCES shops (id);
ALTER TABLE files ADD COLUMN shop_id text NOT NULL DEFAULT current_shop() REFERENCES shops (id);
ALTER TABLE dictionaries ADD COLUMN shop_id text NOT NULL DEFAULT current_shop() REFERENCES shops (id);
ALTER TABLE job_summaries ADD COLUMN shop_id text NOT NULL DEFAULT current_shop() REFERENCES shops (id);
ALTER TABLE unit_revisions ADD COLUMN shop_id text NOT NULL DEFAULT current_shop() REFERENCES shops (id);
ALTER TABLE unit_shelf ADD COLUMN shop_id text NOT NULL DEFAULT current_shop() REFERENCES shops (id);
ALTER TABLE unit_pictures ADD COLUMN shop_id text NOT NULL DEFAULT current_shop() REFERENCES shops (id);
ALTER TABLE job_records ADD COLUMN shop_id text NOT NULL DEFAULT current_shop() REFERENCES shops (id);
ALTER TABLE job_repairs ADD COLUMN shop_id text NOT NULL DEFAULT current_shop() REFERENCES shops (id);
ALTER TABLE job_checks ADD COLUMN shop_id text NOT NULL DEFAULT current_shop() REFERENCES shops (id);
ALTER TABLE outbox ADD COLUMN shop_id text NOT NULL DEFAULT current_shop() REFERENCES shops (id);
ALTER TABLE part_offers ADD COLUMN shop_id text NOT NULL DEFAULT current_shop() REFERENCES shops (id);
ALTER TABLE practice_sets ADD COLUMN shop_id text NOT NULL DEFAULT current_shop() REFERENCES shops (id);
ALTER TABLE practices ADD COLUMN shop_id text NOT NULL DEFAULT current_shop() REFERENCES shops (id);
ALTER TABLE practice_actions ADD COLUMN shop_id text NOT NULL DEFAULT current_shop() REFERENCES shops (id);
ALTER TABLE meters ADD COLUMN shop_id text NOT NULL DEFAULT current_shop() REFERENCES shops (id);
ALTER TABLE best_courses ADD COLUMN shop_id text NOT NULL DEFAULT current_shop() REFERENCES shops (id);
ALTER TABLE shop_settings ADD COLUMN shop_id text NOT NULL DEFAULT current_shop() REFERENCES shops (id);

-- Keys within a shop.
ALTER TABLE people ADD PRIMARY KEY (shop_id, id);
ALTER TABLE unit_models ADD PRIMARY KEY (shop_id, hash);
ALTER TABLE jobs ADD PRIMARY KEY (shop_id, id), ADD CONSTRAINT jobs_number_key UNIQUE (shop_id, number);
ALTER TABLE job_events ADD PRIMARY KEY (shop_id, seq), ADD CONSTRAINT job_events_id_key UNIQUE (shop_id, id);
ALTER TABLE files ADD PRIMARY KEY (shop_id, id);
ALTER TABLE dictionaries ADD PRIMARY KEY (shop_id, model_hash, engine);
ALTER TABLE job_summaries ADD PRIMARY KEY (shop_id, job_id), ADD CONSTRAINT job_summaries_number_key UNIQUE (shop_id, number);
ALTER TABLE unit_revisions ADD PRIMARY KEY (shop_id, number);
ALTER TABLE unit_shelf ADD PRIMARY KEY (shop_id, unit_id);
ALTER TABLE unit_pictures ADD PRIMARY KEY (shop_id, id);
ALTER TABLE job_records ADD PRIMARY KEY (shop_id, job_id), ADD CONSTRAINT job_records_number_key UNIQUE (shop_id, number);
ALTER TABLE job_repairs ADD PRIMARY KEY (shop_id, job_id, place);
ALTER TABLE job_checks ADD PRIMARY KEY (shop_id, job_id, kind);
ALTER TABLE outbox ADD PRIMARY KEY (shop_id, id);
ALTER TABLE part_offers ADD PRIMARY KEY (shop_id, unit_id, item_id, supplier);
ALTER TABLE practice_sets ADD PRIMARY KEY (shop_id, id);
ALTER TABLE practices ADD PRIMARY KEY (shop_id, id);
ALTER TABLE practice_actions ADD PRIMARY KEY (shop_id, practice_id, place);
ALTER TABLE meters ADD PRIMARY KEY (shop_id, id), ADD CONSTRAINT meters_host_port_key UNIQUE (shop_id, host, port);
ALTER TABLE best_courses ADD PRIMARY KEY (shop_id, model_hash, suspect);
ALTER TABLE shop_settings ADD PRIMARY KEY (shop_id);
ALTER TABLE jobs ADD CONSTRAINT jobs_model_hash_fkey FOREIGN KEY (shop_id, model_hash) REFERENCES unit_models (shop_id, hash);
ALTER TABLE job_events ADD CONSTRAINT job_events_job_id_fkey FOREIGN KEY (shop_id, job_id) REFERENCES jobs (shop_id, id);
ALTER TABLE job_events ADD CONSTRAINT job_events_person_id_fkey FOREIGN KEY (shop_id, person_id) REFERENCES people (shop_id, id);
ALTER TABLE files ADD CONSTRAINT files_job_id_fkey FOREIGN KEY (shop_id, job_id) REFERENCES jobs (shop_id, id);
ALTER TABLE dictionaries ADD CONSTRAINT dictionaries_model_hash_fkey FOREIGN KEY (shop_id, model_hash) REFERENCES unit_models (shop_id, hash) ON DELETE CASCADE;
ALTER TABLE job_summaries ADD CONSTRAINT job_summaries_job_id_fkey FOREIGN KEY (shop_id, job_id) REFERENCES jobs (shop_id, id);
ALTER TABLE unit_revisions ADD CONSTRAINT unit_revisions_model_hash_fkey FOREIGN KEY (shop_id, model_hash) REFERENCES unit_models (shop_id, hash);
ALTER TABLE job_records ADD CONSTRAINT job_records_job_id_fkey FOREIGN KEY (shop_id, job_id) REFERENCES jobs (shop_id, id);
ALTER TABLE job_repairs ADD CONSTRAINT job_repairs_job_id_fkey FOREIGN KEY (shop_id, job_id) REFERENCES job_records (shop_id, job_id);
ALTER TABLE job_checks ADD CONSTRAINT job_checks_job_id_fkey FOREIGN KEY (shop_id, job_id) REFERENCES job_records (shop_id, job_id);
ALTER TABLE outbox ADD CONSTRAINT outbox_job_id_fkey FOREIGN KEY (shop_id, job_id) REFERENCES jobs (shop_id, id);
ALTER TABLE outbox ADD CONSTRAINT outbox_person_id_fkey FOREIGN KEY (shop_id, person_id) REFERENCES people (shop_id, id);
ALTER TABLE practice_sets ADD CONSTRAINT practice_sets_set_by_fkey FOREIGN KEY (shop_id, set_by) REFERENCES people (shop_id, id);
ALTER TABLE practices ADD CONSTRAINT practices_person_id_fkey FOREIGN KEY (shop_id, person_id) REFERENCES people (shop_id, id);
ALTER TABLE practices ADD CONSTRAINT practices_set_id_fkey FOREIGN KEY (shop_id, set_id) REFERENCES practice_sets (shop_id, id);
ALTER TABLE practices ADD CONSTRAINT practices_model_hash_fkey FOREIGN KEY (shop_id, model_hash) REFERENCES unit_models (shop_id, hash);
ALTER TABLE practice_actions ADD CONSTRAINT practice_actions_practice_id_fkey FOREIGN KEY (shop_id, practice_id) REFERENCES practices (shop_id, id);
ALTER TABLE best_courses ADD CONSTRAINT best_courses_model_hash_fkey FOREIGN KEY (shop_id, model_hash) REFERENCES unit_models (shop_id, hash);
CREATE INDEX unit_models_unit ON unit_models (shop_id, unit_id, added_at DESC);
CREATE INDEX job_events_job ON job_events (shop_id, job_id, seq);
CREATE UNIQUE INDEX job_events_opened_once ON job_events (shop_id, job_id) WHERE body ->> 'type' = 'opened';
CREATE UNIQUE INDEX job_events_closed_once ON job_events (shop_id, job_id) WHERE body ->> 'type' = 'closed';
CREATE UNIQUE INDEX job_events_retracted_once ON job_events (shop_id, job_id, (body ->> 'of')) WHERE body ->> 'type' = 'retraction';
CREATE INDEX job_events_moved ON job_events (shop_id, job_id, seq DESC) WHERE body ->> 'type' = 'moved';
CREATE INDEX files_job ON files (shop_id, job_id);
CREATE INDEX job_summaries_board ON job_summaries (shop_id, (status = 'closed'), number DESC);
CREATE INDEX job_summaries_stage ON job_summaries (shop_id, stage, number DESC);
CREATE INDEX unit_revisions_newest ON unit_revisions (shop_id, unit_id, number DESC);
CREATE INDEX jobs_model ON jobs (shop_id, model_hash);
CREATE INDEX unit_pictures_unit ON unit_pictures (shop_id, unit_id, added_at);
CREATE INDEX job_records_opened ON job_records (shop_id, opened_at DESC, number DESC);
CREATE INDEX job_records_unit ON job_records (shop_id, unit_id, opened_at DESC);
CREATE INDEX job_records_calls ON job_records (shop_id, unit_id, suspect, item) WHERE outcome = 'repaired';
CREATE INDEX job_records_back ON job_records (shop_id, come_back_of) WHERE come_back_of IS NOT NULL;
CREATE INDEX job_records_closed ON job_records (shop_id, closed_at) WHERE outcome = 'repaired';
CREATE INDEX outbox_job ON outbox (shop_id, job_id, at);
CREATE INDEX outbox_at ON outbox (shop_id, at DESC);
CREATE INDEX practices_person ON practices (shop_id, person_id, opened_at DESC);

-- Jobs are numbered within their shop.
CREATE FUNCTION next_job_number() RETURNS integer LANGUAGE sql VOLATILE AS
  $$ UPDATE shops SET next_job = next_job + 1 WHERE id = current_shop() RETURNING next_job - 1 $$;
ALTER TABLE jobs ALTER COLUMN number DROP IDENTITY;
ALTER TABLE jobs ALTER COLUMN number SET DEFAULT next_job_number();

-- A job moves to a revision of its own unit in its own shop.
CREATE OR REPLACE FUNCTION job_events_moved_to_model() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF NOT EXISTS (SELECT FROM unit_models t JOIN unit_models f ON f.unit_id = t.unit_id AND f.shop_id = t.shop_id
                  WHERE t.shop_id = NEW.shop_id AND t.hash = NEW.body ->> 'to' AND f.hash = NEW.body ->> 'from') THEN
    RAISE EXCEPTION 'no revision % of this unit', NEW.body ->> 'to' USING ERRCODE = 'foreign_key_violation';
  END IF;
  RETURN NEW;
END
$$;

-- Asked for once a statement, not once a row.
-- The application sees and writes rows of the shop that its connection works for, and no others.
GRANT SELECT, UPDATE (next_job, name) ON shops TO zygodrome_app;
ALTER TABLE shops ENABLE ROW LEVEL SECURITY;
CREATE POLICY own_shop ON shops TO zygodrome_app USING (id = (SELECT current_shop())) WITH CHECK (id = (SELECT current_shop()));

DO $$
DECLARE
  name text;
BEGIN
  FOR name IN SELECT table_name FROM information_schema.columns WHERE table_schema = 'public' AND column_name = 'shop_id' LOOP
    EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', name);
    EXECUTE format('CREATE POLICY own_shop ON %I TO zygodrome_app USING (shop_id = (SELECT current_shop())) WITH CHECK (shop_id = (SELECT current_shop()))', name);
  END LOOP;
END
$$;
