-- Up Migration

-- Photographs of a unit's plate, and pages of its drawing, kept with the unit. One that is put away is not shown; none is lost.
CREATE TABLE unit_pictures (
  id uuid PRIMARY KEY,
  unit_id text NOT NULL CHECK (unit_id <> ''),
  name text NOT NULL CHECK (length(name) BETWEEN 1 AND 200),
  media text NOT NULL CHECK (media IN ('image/jpeg', 'image/png', 'image/webp', 'application/pdf')),
  content bytea NOT NULL CHECK (octet_length(content) BETWEEN 1 AND 16777216),
  thumbnail bytea CHECK (octet_length(thumbnail) <= 262144),
  away boolean NOT NULL DEFAULT false,
  added_at timestamptz NOT NULL DEFAULT now(),
  CHECK ((thumbnail IS NULL) = (media = 'application/pdf'))
);
CREATE INDEX unit_pictures_unit ON unit_pictures (unit_id, added_at);
GRANT SELECT, INSERT, UPDATE (away) ON unit_pictures TO zygodrome_app;
