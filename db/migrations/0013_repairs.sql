-- Up Migration

-- What was done about a call, and jumpers that were fitted and taken off again.
ALTER TABLE job_events DROP CONSTRAINT job_events_body_check;
ALTER TABLE job_events ADD CONSTRAINT job_events_body_check CHECK (
  coalesce(body ->> 'type', '') IN (
    'opened', 'claim', 'band', 'finding', 'twin', 'attachment', 'strip', 'skipped', 'retraction', 'note', 'moved', 'call',
    'repaired', 'jumper', 'closed'
  )
);
