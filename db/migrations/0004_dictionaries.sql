-- Up Migration

-- Fault dictionaries that were computed, so that nobody waits for one twice. Any of them can be computed again.
CREATE TABLE dictionaries (
  model_hash text NOT NULL REFERENCES unit_models (hash) ON DELETE CASCADE,
  -- What computed it: another version may compute something else.
  engine text NOT NULL CHECK (engine <> ''),
  -- gzip.
  packed bytea NOT NULL CHECK (octet_length(packed) BETWEEN 20 AND 100000000),
  made_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (model_hash, engine)
);
