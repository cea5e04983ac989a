-- Up Migration

-- How somebody proves who they are. A passphrase is kept as argon2id has it (RFC 9106), never as it was typed.
ALTER TABLE people
  ADD COLUMN passphrase text CHECK (passphrase LIKE '$argon2id$%'),
  -- Does not work here any more: what they recorded stays under their name.
  ADD COLUMN left_at timestamptz;

-- The application adds people when a lead does; who may is the program's to check.
DROP TRIGGER people_added ON people;
DROP FUNCTION people_added_by_app();
GRANT INSERT (id, name, elsewhere, role), UPDATE (role, passphrase, left_at) ON people TO zygodrome_app;

-- Who is signed in where. Only the hash of the browser's token is kept, so that a copy of the database opens nothing.
CREATE TABLE sessions (
  shop_id text NOT NULL DEFAULT current_shop() REFERENCES shops (id),
  token_hash bytea NOT NULL CHECK (octet_length(token_hash) = 32),
  person_id text NOT NULL,
  -- What the browser calls itself, shortened.
  device text NOT NULL CHECK (length(device) <= 200),
  began_at timestamptz NOT NULL DEFAULT now(),
  seen_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (shop_id, token_hash),
  FOREIGN KEY (shop_id, person_id) REFERENCES people (shop_id, id)
);
CREATE INDEX sessions_person ON sessions (shop_id, person_id);

-- Links that let somebody in once, to choose a passphrase: an invitation, or a reset.
CREATE TABLE sign_in_links (
  shop_id text NOT NULL DEFAULT current_shop() REFERENCES shops (id),
  token_hash bytea NOT NULL CHECK (octet_length(token_hash) = 32),
  person_id text NOT NULL,
  kind text NOT NULL CHECK (kind IN ('invitation', 'reset')),
  made_at timestamptz NOT NULL DEFAULT now(),
  ends_at timestamptz NOT NULL,
  used_at timestamptz,
  PRIMARY KEY (shop_id, token_hash),
  FOREIGN KEY (shop_id, person_id) REFERENCES people (shop_id, id)
);
CREATE INDEX sign_in_links_person ON sign_in_links (shop_id, person_id);

-- Attempts to sign in that failed, by what is counted: a name in a shop, or an address. A shop or a name may be one that is not
-- there, so this is the one table without a shop; it holds hashes only.
CREATE TABLE sign_in_failures (
  counted bytea NOT NULL CHECK (octet_length(counted) = 32),
  at timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX sign_in_failures_counted ON sign_in_failures (counted, at);

-- Who did what to people and to the shop, and who came in. It is only added to.
CREATE TABLE audit_log (
  shop_id text NOT NULL DEFAULT current_shop() REFERENCES shops (id),
  seq bigint GENERATED ALWAYS AS IDENTITY,
  at timestamptz NOT NULL DEFAULT now(),
  -- Nobody: at the machine itself, or somebody who is not signed in.
  person_id text,
  what text NOT NULL CHECK (length(what) BETWEEN 1 AND 60),
  about text NOT NULL DEFAULT '' CHECK (length(about) <= 300),
  PRIMARY KEY (shop_id, seq),
  FOREIGN KEY (shop_id, person_id) REFERENCES people (shop_id, id)
);
CREATE TRIGGER audit_log_append_only BEFORE UPDATE OR DELETE ON audit_log
  FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER audit_log_no_truncate BEFORE TRUNCATE ON audit_log
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();

-- Letters about people's own affairs go to their leads' outbox: no job, no paper.
ALTER TABLE outbox
  ALTER COLUMN job_id DROP NOT NULL,
  ALTER COLUMN pdf DROP NOT NULL,
  ADD CHECK ((job_id IS NULL) = (pdf IS NULL));

GRANT SELECT, INSERT, DELETE, UPDATE (seen_at) ON sessions TO zygodrome_app;
GRANT SELECT, INSERT, DELETE, UPDATE (used_at) ON sign_in_links TO zygodrome_app;
GRANT SELECT, INSERT, DELETE ON sign_in_failures TO zygodrome_app;
GRANT SELECT, INSERT ON audit_log TO zygodrome_app;

ALTER TABLE sessions ENABLE ROW LEVEL SECURITY;
ALTER TABLE sign_in_links ENABLE ROW LEVEL SECURITY;
ALTER TABLE audit_log ENABLE ROW LEVEL SECURITY;
CREATE POLICY own_shop ON sessions TO zygodrome_app USING (shop_id = (SELECT current_shop())) WITH CHECK (shop_id = (SELECT current_shop()));
CREATE POLICY own_shop ON sign_in_links TO zygodrome_app USING (shop_id = (SELECT current_shop())) WITH CHECK (shop_id = (SELECT current_shop()));
CREATE POLICY own_shop ON audit_log TO zygodrome_app USING (shop_id = (SELECT current_shop())) WITH CHECK (shop_id = (SELECT current_shop()));
