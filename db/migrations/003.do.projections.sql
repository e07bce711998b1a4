-- Projections: tables folded from the ledger in the same transaction as each entry.
-- `npm run rebuild` empties and refills them; nothing in them exists nowhere else.

-- Every entry but corrections, as it counts now.
CREATE TABLE event (
  id          uuid PRIMARY KEY,
  machine_id  uuid NOT NULL,
  head        smallint,
  position    smallint,
  kind        text NOT NULL,
  fault       text,
  at          timestamptz NOT NULL,
  received_at timestamptz NOT NULL,
  operator_id uuid,
  job_id      uuid,
  data        jsonb NOT NULL,
  void        boolean NOT NULL,
  corrections integer NOT NULL,
  closes      uuid,        -- the stop, break or hold that this entry ends
  closed_by   uuid,        -- the entry that ended this one
  closed_at   timestamptz,
  lost_ms     bigint,      -- from this stop to its end
  changed_seq bigint NOT NULL -- the newest ledger entry that touched this row: the cursor of the live feed
);
CREATE INDEX event_page ON event (machine_id, at DESC, id DESC);
CREATE INDEX event_page_position ON event (machine_id, position, at DESC, id DESC) WHERE position IS NOT NULL;
CREATE INDEX event_page_kind ON event (machine_id, kind, at DESC, id DESC);
CREATE INDEX event_page_job ON event (job_id, at DESC, id DESC) WHERE job_id IS NOT NULL;
CREATE INDEX event_page_fault ON event (machine_id, fault, at DESC, id DESC) WHERE fault IS NOT NULL;
CREATE INDEX event_closes ON event (closes, at, id) WHERE closes IS NOT NULL;
CREATE INDEX event_feed ON event (machine_id, changed_seq);
CREATE INDEX event_held ON event (machine_id, at) WHERE kind = 'piece_held' AND closed_by IS NULL AND NOT void;

CREATE TABLE seat (
  machine_id         uuid NOT NULL,
  head               smallint NOT NULL,
  position           smallint NOT NULL,
  needle_entry       uuid,
  needle             jsonb,
  needle_fitted_at   timestamptz,
  needle_reason      text,
  needle_stitches    bigint,
  needle_sewing_ms   bigint,
  needle_metallic_ms bigint,
  cone_entry         uuid,
  cone_id            uuid,
  thread_id          uuid,
  fibre              text,
  cone_mounted_at    timestamptz,
  cone_stitches      bigint,
  PRIMARY KEY (machine_id, head, position)
);

CREATE TABLE machine_now (
  machine_id     uuid PRIMARY KEY,
  job_id         uuid,
  job_started_at timestamptz,
  folded_at      timestamptz, -- the newest entry folded into the seats, in ledger order (at, id)
  folded_id      uuid
);

CREATE TABLE job_tally (
  job_id   uuid PRIMARY KEY,
  pieces   bigint NOT NULL,
  stitches bigint NOT NULL,
  breaks   bigint NOT NULL,
  lost_ms  bigint NOT NULL
);

-- The fold of a machine's heads at chosen entries, so that a late or corrected entry need not fold everything
-- again: only what comes after the newest checkpoint before it.
CREATE TABLE head_checkpoint (
  machine_id uuid NOT NULL,
  at         timestamptz NOT NULL,
  id         uuid NOT NULL, -- the last entry folded in
  state      jsonb NOT NULL,
  PRIMARY KEY (machine_id, at, id)
);
