-- What is edited in place is put right, taken out of use, or removed while nothing was done with it. What it said before stays on record.
ALTER TABLE thread ADD retired text CHECK (length(retired) BETWEEN 1 AND 200);
ALTER TABLE cone ADD retired text CHECK (length(retired) BETWEEN 1 AND 200);
ALTER TABLE bobbin_kind ADD retired text CHECK (length(retired) BETWEEN 1 AND 200);

CREATE TABLE thing_before (
  id        uuid PRIMARY KEY,        -- UUIDv7
  kind      text NOT NULL,           -- the table it stands in
  thing     uuid NOT NULL,
  at        timestamptz NOT NULL,
  by_person uuid REFERENCES operator, -- null: nobody signed in
  before    jsonb NOT NULL           -- what was changed, as it stood
);
CREATE INDEX thing_before_thing ON thing_before (thing, at);
CREATE TRIGGER thing_before_append_only BEFORE UPDATE OR DELETE ON thing_before
  FOR EACH ROW EXECUTE FUNCTION ledger_is_append_only();
CREATE TRIGGER thing_before_never_emptied BEFORE TRUNCATE ON thing_before
  FOR EACH STATEMENT EXECUTE FUNCTION ledger_is_append_only();
