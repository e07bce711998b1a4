-- The life of a bobbin case: its readings, turns and falls, newest first. The Bench screen reads the last of them.

CREATE INDEX event_of_case ON event ((data->>'caseId'), at DESC)
  WHERE kind IN ('case_measured', 'screw_turned', 'case_dropped', 'block_read') AND data->>'caseId' IS NOT NULL;
