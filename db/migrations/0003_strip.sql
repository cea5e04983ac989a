-- Up Migration

-- Tries of the strip-down join the log.
ALTER TABLE job_events DROP CONSTRAINT job_events_body_check;
ALTER TABLE job_events ADD CONSTRAINT job_events_body_check CHECK (
  body ->> 'type' IN (
    'opened', 'claim', 'band', 'finding', 'twin', 'attachment', 'strip', 'retraction', 'note', 'call', 'closed'
  )
);
