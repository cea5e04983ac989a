-- Up Migration

-- What an open job stands at, which the board sorts by: what can be done now comes first. NULL until its line is written anew.
ALTER TABLE job_summaries ADD COLUMN stage text CHECK (stage IN ('prove', 'repair', 'measure', 'wait', 'closed'));
CREATE INDEX job_summaries_stage ON job_summaries (stage, number DESC);
