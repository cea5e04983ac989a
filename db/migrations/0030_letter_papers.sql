-- Up Migration

-- A letter is kept at once, and its paper is made from the log as it stood then: up to which entry, for which address of the job,
-- in which language. Letters of before hold their paper themselves.
ALTER TABLE outbox
  ADD COLUMN log_place bigint CHECK (log_place > 0),
  ADD COLUMN job_address text CHECK (length(job_address) BETWEEN 1 AND 2000),
  ADD COLUMN language text CHECK (language IN ('en', 'de')),
  DROP CONSTRAINT outbox_check,
  ADD CONSTRAINT outbox_paper CHECK (
    CASE WHEN job_id IS NULL THEN num_nonnulls(pdf, log_place, job_address, language) = 0
         ELSE pdf IS NOT NULL OR num_nonnulls(log_place, job_address, language) = 3 END
  );

CREATE TABLE letter_papers (
  shop_id text NOT NULL DEFAULT current_shop() REFERENCES shops (id),
  letter_id uuid NOT NULL,
  pdf bytea NOT NULL,
  PRIMARY KEY (shop_id, letter_id),
  FOREIGN KEY (shop_id, letter_id) REFERENCES outbox (shop_id, id)
);
CREATE TRIGGER letter_papers_append_only BEFORE UPDATE OR DELETE ON letter_papers
  FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER letter_papers_no_truncate BEFORE TRUNCATE ON letter_papers
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();

GRANT SELECT, INSERT ON letter_papers TO zygodrome_app;
ALTER TABLE letter_papers ENABLE ROW LEVEL SECURITY;
CREATE POLICY own_shop ON letter_papers TO zygodrome_app USING (shop_id = (SELECT current_shop())) WITH CHECK (shop_id = (SELECT current_shop()));
