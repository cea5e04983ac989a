-- Up Migration

-- Bench meters that may be asked over the network: nothing else is ever connected to.
CREATE TABLE meters (
  id uuid PRIMARY KEY,
  name text NOT NULL CHECK (length(name) BETWEEN 1 AND 60),
  host text NOT NULL CHECK (length(host) BETWEEN 7 AND 15),
  port integer NOT NULL CHECK (port BETWEEN 1 AND 65535),
  added_at timestamptz NOT NULL DEFAULT now(),
  UNIQUE (host, port)
);
GRANT SELECT, INSERT, DELETE ON meters TO zygodrome_app;
