-- Who may do what: people with a PIN, paired devices, sessions, feeds' tokens. No secret is kept: PINs as argon2id, tokens as SHA-256.

CREATE TABLE access (
  only_one     boolean PRIMARY KEY DEFAULT true CHECK (only_one),
  sign_in      boolean NOT NULL DEFAULT false, -- asked on the computer itself too
  idle_minutes smallint NOT NULL DEFAULT 60 CHECK (idle_minutes BETWEEN 5 AND 720)
);
INSERT INTO access DEFAULT VALUES;

-- A person's role; without a row: an operator who cannot sign in yet. Not in exports: a PIN belongs to this installation.
CREATE TABLE person (
  operator_id uuid PRIMARY KEY REFERENCES operator,
  role        text NOT NULL CHECK (role IN ('owner', 'technician', 'operator')),
  secret      text -- argon2id, in its own format with salt and cost; null: cannot sign in
);

-- A tablet or a display that was let in. `token`: SHA-256 of what it holds.
CREATE TABLE device (
  id         uuid PRIMARY KEY,
  name       text NOT NULL CHECK (length(name) BETWEEN 1 AND 60),
  kind       text NOT NULL CHECK (kind IN ('tablet', 'display')),
  machine_id uuid REFERENCES machine, -- it writes for this one only; null: for any
  token      bytea NOT NULL UNIQUE,
  paired_at  timestamptz NOT NULL,
  seen_at    timestamptz NOT NULL,
  out_at     timestamptz -- turned out
);

-- A code that lets one device in, once. `owner`: the link by which an owner is set.
CREATE TABLE pairing_code (
  code       bytea PRIMARY KEY, -- SHA-256
  kind       text NOT NULL CHECK (kind IN ('tablet', 'display', 'owner')),
  name       text NOT NULL CHECK (length(name) BETWEEN 1 AND 60),
  machine_id uuid REFERENCES machine,
  ends_at    timestamptz NOT NULL,
  used_at    timestamptz
);

CREATE TABLE session (
  id          uuid PRIMARY KEY,
  operator_id uuid NOT NULL REFERENCES operator,
  device_id   uuid REFERENCES device, -- null: the computer itself
  token       bytea NOT NULL UNIQUE,
  began_at    timestamptz NOT NULL,
  seen_at     timestamptz NOT NULL,
  ends_at     timestamptz NOT NULL,
  ended_at    timestamptz
);
CREATE INDEX session_open ON session (operator_id) WHERE ended_at IS NULL;

-- Wrong guesses, by who is guessed and where (a device's id, or "here"; for pairing "pairing" and the address).
CREATE TABLE wrong_guess (
  whose   text NOT NULL,
  at_what text NOT NULL,
  wrong   integer NOT NULL,
  last_at timestamptz NOT NULL,
  until   timestamptz NOT NULL, -- nothing is looked at before
  PRIMARY KEY (whose, at_what)
);

CREATE TABLE feed_token (
  id         uuid PRIMARY KEY,
  name       text NOT NULL CHECK (length(name) BETWEEN 1 AND 60),
  kind       text NOT NULL CHECK (kind IN ('feed', 'gauge')),
  machine_id uuid NOT NULL REFERENCES machine,
  token      bytea NOT NULL UNIQUE,
  made_at    timestamptz NOT NULL,
  out_at     timestamptz
);

-- What was changed about all this, by whom: append-only, as the ledger is. (The ledger itself is a machine's.)
CREATE TABLE access_ledger (
  seq       bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  at        timestamptz NOT NULL,
  by_person uuid REFERENCES operator,
  by_device uuid REFERENCES device,
  what      text NOT NULL,
  about     jsonb NOT NULL
);
CREATE TRIGGER access_ledger_append_only BEFORE UPDATE OR DELETE ON access_ledger
  FOR EACH ROW EXECUTE FUNCTION ledger_is_append_only();
CREATE TRIGGER access_ledger_never_emptied BEFORE TRUNCATE ON access_ledger
  FOR EACH STATEMENT EXECUTE FUNCTION ledger_is_append_only();

-- Who wrote a line, as the server knows it: the person signed in, and the device. Both null: the computer itself, nobody asked.
-- `unconfirmed`: it names a person who was not signed in where it came from when it came; null: no such doubt.
ALTER TABLE ledger ADD writer_id uuid, ADD device_id uuid, ADD unconfirmed boolean;
ALTER TABLE event ADD writer_id uuid, ADD device_id uuid, ADD unconfirmed boolean;
