-- Up Migration

-- A lead sets exercises; a learner works in practice only.
ALTER TABLE people ADD COLUMN role text NOT NULL DEFAULT 'technician' CHECK (role IN ('lead', 'technician', 'learner'));
GRANT UPDATE (role) ON people TO zygodrome_app;

-- Exercises that somebody set for others.
CREATE TABLE practice_sets (
  id uuid PRIMARY KEY,
  title text NOT NULL CHECK (length(title) BETWEEN 1 AND 120),
  set_by text NOT NULL REFERENCES people (id),
  set_at timestamptz NOT NULL DEFAULT now(),
  unit_id text NOT NULL,
  kind text NOT NULL,
  difficulty smallint NOT NULL CHECK (difficulty BETWEEN 1 AND 3),
  seed integer NOT NULL
);

-- An exercise that somebody works. What is hidden never leaves the server before the end.
CREATE TABLE practices (
  id uuid PRIMARY KEY,
  person_id text NOT NULL REFERENCES people (id),
  set_id uuid REFERENCES practice_sets (id),
  model_hash text NOT NULL REFERENCES unit_models (hash),
  kind text NOT NULL,
  difficulty smallint NOT NULL CHECK (difficulty BETWEEN 1 AND 3),
  seed integer NOT NULL,
  hidden jsonb NOT NULL,
  opened_at timestamptz NOT NULL DEFAULT now(),
  -- Once it is over: what came of it.
  finished_at timestamptz,
  was_right boolean,
  minutes real CHECK (minutes >= 0),
  money numeric(12, 2) CHECK (money >= 0),
  dangers smallint CHECK (dangers >= 0),
  -- The shortest of the ways that were played against it, minutes; known once the debrief was made.
  best_minutes real CHECK (best_minutes >= 0),
  CHECK ((finished_at IS NULL) = (was_right IS NULL))
);
CREATE INDEX practices_person ON practices (person_id, opened_at DESC);

-- What was done, in order, by the exercise's clock in seconds.
CREATE TABLE practice_actions (
  practice_id uuid NOT NULL REFERENCES practices (id),
  place integer NOT NULL CHECK (place >= 1),
  clock double precision NOT NULL CHECK (clock >= 0),
  at timestamptz NOT NULL DEFAULT now(),
  action jsonb NOT NULL,
  PRIMARY KEY (practice_id, place)
);
CREATE TRIGGER practice_actions_append_only BEFORE UPDATE OR DELETE ON practice_actions
  FOR EACH ROW EXECUTE FUNCTION refuse_change();

GRANT SELECT, INSERT ON practice_sets, practice_actions TO zygodrome_app;
GRANT SELECT, INSERT, UPDATE ON practices TO zygodrome_app;
