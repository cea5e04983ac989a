-- Up Migration

-- How old a unit was when its job was taken in, years, where its plate told.
ALTER TABLE job_records ADD COLUMN age smallint CHECK (age >= 0);
