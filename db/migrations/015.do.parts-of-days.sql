-- What was sewn by the part of the day and by who was at the machine as well. Counted anew from the ledger when next asked for.
DROP TABLE sewn_cell;
CREATE TABLE sewn_cell (
  machine_id   uuid NOT NULL,
  day          date NOT NULL,
  block        smallint NOT NULL, -- three hours each (UTC), 0: from midnight
  head         smallint NOT NULL,
  position     smallint NOT NULL,
  job_id       uuid NOT NULL,
  needle_entry uuid NOT NULL,
  thread_id    uuid NOT NULL,
  operator_id  uuid NOT NULL,   -- who had last written at the machine
  needle_age   bigint NOT NULL, -- stitches of the needle before the first ones here
  stitches     bigint NOT NULL,
  sewing_ms    bigint NOT NULL,
  breaks       integer NOT NULL, -- stops of the top thread or the needle
  PRIMARY KEY (machine_id, day, block, head, position, job_id, needle_entry, thread_id, operator_id)
);
DELETE FROM stop_cell;
DELETE FROM needle_life;
DELETE FROM learnt_mark;
