-- Up Migration

-- Checks that could not be made, or were left out, join the log.
ALTER TABLE job_events DROP CONSTRAINT job_events_body_check;
ALTER TABLE job_events ADD CONSTRAINT job_events_body_check CHECK (
  body ->> 'type' IN (
    'opened', 'claim', 'band', 'finding', 'twin', 'attachment', 'strip', 'skipped', 'retraction', 'note', 'call',
    'closed'
  )
);
