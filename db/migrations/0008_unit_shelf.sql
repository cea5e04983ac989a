-- Up Migration

-- How a unit stands in the shop's library: its tags, and whether it was put away. A unit without a row is on the shelf.
CREATE TABLE unit_shelf (
  unit_id text PRIMARY KEY CHECK (unit_id <> ''),
  archived boolean NOT NULL DEFAULT false,
  tags text[] NOT NULL DEFAULT '{}' CHECK (cardinality(tags) <= 20),
  changed_at timestamptz NOT NULL DEFAULT now()
);
GRANT SELECT, INSERT, UPDATE ON unit_shelf TO zygodrome_app;
CREATE INDEX jobs_model ON jobs (model_hash);
