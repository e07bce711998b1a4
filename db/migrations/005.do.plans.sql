-- Head plans: what the operator laid down (order of jobs, locks, wishes). The seats follow from it and the head.

CREATE TABLE head_plan (
  id          uuid PRIMARY KEY,
  machine_id  uuid NOT NULL REFERENCES machine,
  name        text NOT NULL CHECK (length(name) BETWEEN 1 AND 80),
  setup       jsonb NOT NULL,
  version     integer NOT NULL DEFAULT 1, -- the one that was read must be named to change it
  operator_id uuid REFERENCES operator,   -- who changed it last
  changed_at  timestamptz NOT NULL DEFAULT now(),
  UNIQUE (machine_id, name)
);
CREATE INDEX head_plan_newest ON head_plan (machine_id, changed_at DESC);
