-- Years of entries: what is seldom at a seat is found without going through all that was sewn there, and needles of one
-- kind without going through those of all kinds.

CREATE INDEX event_seat_seldom ON event (machine_id, head, position, at DESC, id DESC)
  WHERE kind IN ('cone_mounted', 'note', 'stop', 'upper_gauged') AND position IS NOT NULL AND NOT void;
CREATE INDEX event_needle ON event ((data -> 'needle'), at) WHERE kind = 'needle_fitted' AND NOT void;
