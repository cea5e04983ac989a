-- Up Migration

-- The computed shortest way to a fault of a unit, beside which the logbook holds what a job took. No minutes: there is none.
CREATE TABLE best_courses (
  model_hash text NOT NULL REFERENCES unit_models (hash),
  suspect text NOT NULL CHECK (suspect <> ''),
  minutes real CHECK (minutes >= 0),
  checks integer CHECK (checks >= 0),
  PRIMARY KEY (model_hash, suspect),
  CHECK ((minutes IS NULL) = (checks IS NULL))
);
GRANT SELECT, INSERT ON best_courses TO zygodrome_app;
