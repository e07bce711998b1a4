-- Which case is in a head is told in a case's life and in a position's story.
DROP INDEX event_of_case;
CREATE INDEX event_of_case ON event ((data->>'caseId'), at DESC)
  WHERE kind IN ('case_measured', 'screw_turned', 'case_dropped', 'block_read', 'case_fitted') AND data->>'caseId' IS NOT NULL;
DROP INDEX event_seat_seldom;
CREATE INDEX event_seat_seldom ON event (machine_id, head, position, at DESC, id DESC)
  WHERE kind IN ('cone_mounted', 'mechanical_found', 'note', 'stop', 'trace_closed', 'trace_opened', 'trace_step', 'upper_gauged', 'case_fitted')
    AND position IS NOT NULL AND NOT void;
