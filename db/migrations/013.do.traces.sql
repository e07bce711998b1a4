-- Traces and mechanical findings stand in a position's story: its index holds them too.
DROP INDEX event_seat_seldom;
CREATE INDEX event_seat_seldom ON event (machine_id, head, position, at DESC, id DESC)
  WHERE kind IN ('cone_mounted', 'mechanical_found', 'note', 'stop', 'trace_closed', 'trace_opened', 'trace_step', 'upper_gauged')
    AND position IS NOT NULL AND NOT void;
-- What closed traces teach is read over all machines.
CREATE INDEX event_learnt ON event (kind, machine_id) WHERE kind IN ('trace_closed', 'trace_step') AND NOT void;
