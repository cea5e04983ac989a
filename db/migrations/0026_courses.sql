-- Up Migration

-- Exercises that are set together, in order; one that is set alone is a course of one.
ALTER TABLE practice_sets ADD COLUMN course uuid, ADD COLUMN place smallint NOT NULL DEFAULT 1 CHECK (place >= 1);
UPDATE practice_sets SET course = id;
ALTER TABLE practice_sets ALTER COLUMN course SET NOT NULL, ADD UNIQUE (shop_id, course, place);
