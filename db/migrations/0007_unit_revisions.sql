-- Up Migration

-- Which model a unit of the shop is, from when on. A model that was there before can become the newest again.
CREATE TABLE unit_revisions (
  number bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  unit_id text NOT NULL,
  model_hash text NOT NULL REFERENCES unit_models (hash),
  since timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX unit_revisions_newest ON unit_revisions (unit_id, number DESC);
INSERT INTO unit_revisions (unit_id, model_hash, since)
  SELECT unit_id, hash, added_at FROM unit_models ORDER BY added_at, hash;
CREATE TRIGGER unit_revisions_append_only BEFORE UPDATE OR DELETE ON unit_revisions
  FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER unit_revisions_no_truncate BEFORE TRUNCATE ON unit_revisions
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
GRANT SELECT, INSERT ON unit_revisions TO zygodrome_app;
