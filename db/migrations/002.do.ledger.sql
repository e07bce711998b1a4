-- The ledger: what happened, append-only. Everything else about the head is a fold over it.

CREATE SEQUENCE ledger_seq;

-- Ids are UUIDv7: their first 48 bits are the writer's clock in ms. Partitioning by id is therefore
-- partitioning by month, and the primary key stays unique over all months.
CREATE TABLE ledger (
  id          uuid NOT NULL,
  seq         bigint NOT NULL DEFAULT nextval('ledger_seq'), -- order of arrival
  machine_id  uuid NOT NULL REFERENCES machine,
  head        smallint,
  position    smallint,
  kind        text NOT NULL,
  at          timestamptz NOT NULL,                          -- the device's clock
  received_at timestamptz NOT NULL DEFAULT clock_timestamp(), -- the server's clock
  operator_id uuid REFERENCES operator,
  job_id      uuid REFERENCES job,
  corrects    uuid,
  data        jsonb NOT NULL,
  PRIMARY KEY (id)
) PARTITION BY RANGE (id);

-- Devices whose clock is far off still get their entries stored.
CREATE TABLE ledger_other PARTITION OF ledger DEFAULT;

CREATE INDEX ledger_seq_index ON ledger (seq);
CREATE INDEX ledger_corrects ON ledger (corrects) WHERE corrects IS NOT NULL;

CREATE FUNCTION ledger_is_append_only() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION 'The ledger is append-only: write a correction instead.';
END $$;
CREATE TRIGGER ledger_append_only BEFORE UPDATE OR DELETE ON ledger
  FOR EACH ROW EXECUTE FUNCTION ledger_is_append_only();

-- The smallest UUIDv7 of an instant: the bound between two months.
CREATE FUNCTION uuid7_floor(moment timestamptz) RETURNS uuid LANGUAGE sql IMMUTABLE STRICT AS $$
  SELECT (lpad(to_hex(floor(extract(epoch FROM moment) * 1000)::bigint), 12, '0') || '00000000000000000000')::uuid
$$;

CREATE FUNCTION ledger_make_month(month date) RETURNS void LANGUAGE plpgsql AS $$
DECLARE
  part text := 'ledger_' || to_char(month, 'YYYY_MM');
  month_start timestamptz := month::timestamp AT TIME ZONE 'UTC';
  month_end timestamptz := (month + interval '1 month') AT TIME ZONE 'UTC';
BEGIN
  -- Two servers may want the same month at once.
  PERFORM pg_advisory_xact_lock(hashtext('ledger_make_month'));
  IF to_regclass(part) IS NULL THEN
    EXECUTE format('CREATE TABLE %I PARTITION OF ledger FOR VALUES FROM (%L) TO (%L)',
      part, uuid7_floor(month_start), uuid7_floor(month_end));
  END IF;
END $$;
