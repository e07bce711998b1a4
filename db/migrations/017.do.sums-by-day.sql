-- What was sewn and what broke by whole days: most questions ask for no more. Made from sewn_cell whenever that is counted.
CREATE TABLE sewn_day (
  machine_id uuid NOT NULL,
  day        date NOT NULL,
  head       smallint NOT NULL,
  position   smallint NOT NULL,
  job_id     uuid NOT NULL,
  stitches   bigint NOT NULL,
  sewing_ms  bigint NOT NULL,
  breaks     integer NOT NULL,
  PRIMARY KEY (machine_id, day, head, position, job_id)
);

-- All is counted anew from the ledger when next asked for.
DELETE FROM sewn_cell;
DELETE FROM stop_cell;
DELETE FROM needle_life;
DELETE FROM learnt_mark;

-- A needle's kind in words ("75/11 sharp"; '': none, or not known), so that no question reads its parts to tell kinds apart.
ALTER TABLE sewn_cell ADD needle_kind text NOT NULL;
ALTER TABLE needle_life ADD needle_kind text NOT NULL,
  -- Whether the needle after it had a break there on the day on which it was fitted.
  ADD next_broke boolean NOT NULL DEFAULT false;
-- The newest needles are read in this order.
DROP INDEX needle_life_of_machine;
CREATE INDEX needle_life_of_machine ON needle_life (machine_id, fitted_at DESC, entry_id);

-- What was sewn and what broke by circumstances, whoever was at the machine. Made from sewn_cell, as sewn_day is.
CREATE TABLE sewn_with (
  machine_id  uuid NOT NULL,
  day         date NOT NULL,
  block       smallint NOT NULL,
  position    smallint NOT NULL,
  job_id      uuid NOT NULL,
  thread_id   uuid NOT NULL,
  needle_kind text NOT NULL,
  age         smallint NOT NULL, -- of the needle, in steps of 50,000 stitches; 20: from a million on
  speed       smallint,          -- hundreds of stitches a minute; null: broke before anything was sewn
  stitches    bigint NOT NULL,
  breaks      integer NOT NULL
);
CREATE INDEX sewn_with_of_machine ON sewn_with (machine_id, day);
