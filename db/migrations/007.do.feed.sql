-- What a machine's feed told last. Not a projection of the ledger: stitches of the piece that is being sewn stand only
-- here until it is finished.

CREATE TABLE feed_now (
  machine_id uuid PRIMARY KEY REFERENCES machine,
  last_id    uuid NOT NULL,  -- the newest line taken; lines up to it have come before
  state      jsonb NOT NULL,
  changed_at timestamptz NOT NULL DEFAULT now()
);

-- Two needles or cones that say they took the place of the same one: to be settled by a person.
CREATE INDEX event_over ON event (machine_id, head, position, (data->>'over'))
  WHERE kind IN ('needle_fitted', 'cone_mounted') AND data ? 'over' AND NOT void;

-- Items of the Check list by their name.
CREATE INDEX event_check ON event (machine_id, (data->>'item'), at DESC) WHERE kind = 'check_done' AND NOT void;
