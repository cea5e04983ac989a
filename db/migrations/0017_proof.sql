-- Up Migration

-- What was carried over, put back and tested at a repair, and parts that were ordered for it.
ALTER TABLE job_events DROP CONSTRAINT job_events_body_check;
ALTER TABLE job_events ADD CONSTRAINT job_events_body_check CHECK (
  coalesce(body ->> 'type', '') IN (
    'opened', 'experience', 'learning', 'claim', 'band', 'finding', 'twin', 'attachment', 'strip', 'skipped', 'retraction',
    'note', 'moved', 'call', 'ordered', 'arrived', 'setting', 'refitted', 'repaired', 'safety', 'jumper', 'closed'
  )
);

-- A stand-in for a shop's shelf and its suppliers: what there is of a unit's item, from whom, and how soon.
CREATE TABLE part_offers (
  unit_id text NOT NULL,
  item_id text NOT NULL,
  supplier text NOT NULL CHECK (length(supplier) BETWEEN 1 AND 100),
  price numeric(12, 2) NOT NULL CHECK (price >= 0),
  -- Days until it is here; 0 for the shelf, where as many lie as are on hand.
  days integer NOT NULL CHECK (days BETWEEN 0 AND 365),
  on_hand integer CHECK (on_hand >= 0),
  PRIMARY KEY (unit_id, item_id, supplier),
  CHECK ((days = 0) = (on_hand IS NOT NULL))
);
GRANT SELECT, UPDATE ON part_offers TO zygodrome_app;

-- Warranties that end soon stand on the board.
CREATE INDEX job_records_closed ON job_records (closed_at) WHERE outcome = 'repaired';
