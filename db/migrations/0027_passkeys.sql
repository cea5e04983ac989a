-- Up Migration

-- Keys that somebody's devices hold in place of a passphrase (W3C Web Authentication). Only public halves are kept.
CREATE TABLE passkeys (
  shop_id text NOT NULL DEFAULT current_shop() REFERENCES shops (id),
  id text NOT NULL CHECK (length(id) BETWEEN 16 AND 1400),
  person_id text NOT NULL,
  public_key bytea NOT NULL CHECK (octet_length(public_key) <= 2000),
  -- How often the device says it was used; devices that do not count say 0.
  uses bigint NOT NULL CHECK (uses >= 0),
  transports text[] NOT NULL DEFAULT '{}',
  -- What the browser called itself that made it.
  device text NOT NULL CHECK (length(device) <= 200),
  made_at timestamptz NOT NULL DEFAULT now(),
  used_at timestamptz,
  PRIMARY KEY (shop_id, id),
  FOREIGN KEY (shop_id, person_id) REFERENCES people (shop_id, id)
);
CREATE INDEX passkeys_person ON passkeys (shop_id, person_id);

-- What a device is asked to sign, once. Nobody has said yet who they are, so this table has no shop; it holds hashes only.
CREATE TABLE passkey_challenges (
  challenge bytea PRIMARY KEY CHECK (octet_length(challenge) = 32),
  ends_at timestamptz NOT NULL
);
CREATE INDEX passkey_challenges_ends ON passkey_challenges (ends_at);

GRANT SELECT, INSERT, DELETE, UPDATE (uses, used_at) ON passkeys TO zygodrome_app;
GRANT SELECT, INSERT, DELETE ON passkey_challenges TO zygodrome_app;
ALTER TABLE passkeys ENABLE ROW LEVEL SECURITY;
CREATE POLICY own_shop ON passkeys TO zygodrome_app USING (shop_id = (SELECT current_shop())) WITH CHECK (shop_id = (SELECT current_shop()));
