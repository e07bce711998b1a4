-- What holds whatever is sent: no month can close the ledger, nobody may empty it, and a device's wrong clock is kept
-- beside the time that counts.

-- The time a device claimed, where it lay so far ahead of the server's that `at` is the server's instead.
ALTER TABLE ledger ADD claimed_at timestamptz;
ALTER TABLE event ADD claimed_at timestamptz;

-- Statement triggers are not handed down to partitions: each has its own (ledger_make_month makes it for new ones).
CREATE TRIGGER ledger_never_emptied BEFORE TRUNCATE ON ledger
  FOR EACH STATEMENT EXECUTE FUNCTION ledger_is_append_only();
DO $$
DECLARE part regclass;
BEGIN
  FOR part IN SELECT inhrelid FROM pg_inherits WHERE inhparent = 'ledger'::regclass LOOP
    EXECUTE format('CREATE TRIGGER ledger_never_emptied BEFORE TRUNCATE ON %s
      FOR EACH STATEMENT EXECUTE FUNCTION ledger_is_append_only()', part);
  END LOOP;
END $$;

-- Makes the partition of a month; true: it is there. False: the month stays with the default partition, because rows of it
-- lie there already (a device whose clock ran ahead) or because the table is being read at length: an entry is never
-- turned away for the sake of its partition. Run as the tables' owner: the app's own role may not make tables.
DROP FUNCTION ledger_make_month(date);
CREATE FUNCTION ledger_make_month(month date) RETURNS boolean LANGUAGE plpgsql
  SECURITY DEFINER SET search_path = public, pg_temp SET lock_timeout = '500ms' AS $$
DECLARE
  part text := 'ledger_' || to_char(month, 'YYYY_MM');
  low uuid := uuid7_floor(month::timestamp AT TIME ZONE 'UTC');
  high uuid := uuid7_floor((month + interval '1 month') AT TIME ZONE 'UTC');
BEGIN
  IF to_regclass(part) IS NOT NULL THEN RETURN true; END IF;
  -- Two servers may want the same month at once.
  PERFORM pg_advisory_xact_lock(hashtext('ledger_make_month'));
  IF to_regclass(part) IS NOT NULL THEN RETURN true; END IF;
  IF EXISTS (SELECT FROM ledger_other WHERE id >= low AND id < high) THEN RETURN false; END IF;
  -- First locked, then looked at again: a row may have come meanwhile.
  LOCK TABLE ledger_other IN ACCESS EXCLUSIVE MODE;
  IF EXISTS (SELECT FROM ledger_other WHERE id >= low AND id < high) THEN RETURN false; END IF;
  -- Made apart and attached: that locks the ledger itself for readers and writers at no moment.
  EXECUTE format('CREATE TABLE %I (LIKE ledger INCLUDING DEFAULTS INCLUDING CONSTRAINTS)', part);
  EXECUTE format('ALTER TABLE ledger ATTACH PARTITION %I FOR VALUES FROM (%L) TO (%L)', part, low, high);
  EXECUTE format('CREATE TRIGGER ledger_never_emptied BEFORE TRUNCATE ON %I
    FOR EACH STATEMENT EXECUTE FUNCTION ledger_is_append_only()', part);
  RETURN true;
EXCEPTION WHEN lock_not_available OR deadlock_detected OR check_violation THEN
  RETURN false;
END $$;

-- A stop by hand finds those told by the feed, however many others were logged lately. (The feed's finds those by hand by
-- event_page_kind: there are never many of a feed's own in between.)
CREATE INDEX event_stop_of_feed ON event (machine_id, at)
  WHERE kind IN ('break', 'stop') AND NOT void AND data ->> 'by' = 'feed';

-- Lines of feeds that were taken lately: what is sent again, however much of it, is known by these. Kept for two days.
CREATE TABLE feed_line (
  machine_id uuid NOT NULL,
  id         uuid NOT NULL,
  taken_at   timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (machine_id, id)
);
CREATE INDEX feed_line_age ON feed_line USING brin (taken_at);
