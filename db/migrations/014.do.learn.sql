-- What was sewn and what broke, counted by day and seat, and each needle's life: what Findings are worked out from, so that no
-- screen reads the whole ledger. Projections: they follow the live cursor (event.changed_seq) as far as learnt_mark says.

CREATE TABLE learnt_mark (
  machine_id uuid PRIMARY KEY,
  seq        bigint NOT NULL
);

-- Days are UTC. needle_entry and thread_id are of the seat as it was then; the id of zeros: none, or not known.
CREATE TABLE sewn_cell (
  machine_id   uuid NOT NULL,
  day          date NOT NULL,
  head         smallint NOT NULL,
  position     smallint NOT NULL,
  job_id       uuid NOT NULL,
  needle_entry uuid NOT NULL,
  thread_id    uuid NOT NULL,
  needle_age   bigint NOT NULL, -- stitches of the needle before the first ones here
  stitches     bigint NOT NULL,
  sewing_ms    bigint NOT NULL,
  breaks       integer NOT NULL, -- stops of the top thread or the needle
  PRIMARY KEY (machine_id, day, head, position, job_id, needle_entry, thread_id)
);

-- Stops with their minutes. Head and position 0: of the whole machine. fault '': not said.
CREATE TABLE stop_cell (
  machine_id uuid NOT NULL,
  day        date NOT NULL,
  head       smallint NOT NULL,
  position   smallint NOT NULL,
  job_id     uuid NOT NULL,
  kind       text NOT NULL,
  fault      text NOT NULL,
  stops      integer NOT NULL,
  lost_ms    bigint NOT NULL,
  PRIMARY KEY (machine_id, day, head, position, job_id, kind, fault)
);

CREATE TABLE needle_life (
  entry_id     uuid PRIMARY KEY, -- the entry that fitted it
  machine_id   uuid NOT NULL,
  head         smallint NOT NULL,
  position     smallint NOT NULL,
  needle       jsonb NOT NULL,
  fitted_at    timestamptz NOT NULL,
  stitches     bigint NOT NULL,
  sewing_ms    bigint NOT NULL,
  metallic_ms  bigint NOT NULL,
  ended_at     timestamptz,      -- the rest is null while it is in
  ended_by     uuid,             -- the entry that fitted the next one
  ended_reason text,
  ended_fault  text              -- the stop it was changed at, as a kind of fault ('': not said); null: at none
);
CREATE INDEX needle_life_of_machine ON needle_life (machine_id, fitted_at);
CREATE INDEX needle_life_ended ON needle_life (machine_id, ended_at);
