-- Up Migration

CREATE EXTENSION IF NOT EXISTS btree_gin;
DROP INDEX job_records_words;
CREATE INDEX job_records_words ON job_records USING gin (shop_id, words gin_trgm_ops);

-- Which model a job was of, beside what it came to: the logbook compares with the computed best of that model.
ALTER TABLE job_records ADD COLUMN model_hash text;
UPDATE job_records r SET model_hash = j.model_hash FROM jobs j WHERE j.shop_id = r.shop_id AND j.id = r.job_id;
ALTER TABLE job_records ALTER COLUMN model_hash SET NOT NULL,
  ADD FOREIGN KEY (shop_id, model_hash) REFERENCES unit_models (shop_id, hash);

-- The shop's own rows of the logbook. Row-level security lets no index look for words before it has looked at a row's shop, for LIKE
-- might tell of rows that are not to be seen. This view is the owner's, names the shop itself, and leaves the order to the planner;
-- it is asked by the logbook's own statements only.
CREATE VIEW shop_records AS SELECT * FROM job_records WHERE shop_id = (SELECT current_shop());
GRANT SELECT ON shop_records TO zygodrome_app;
