-- Schemes of blocks: who lives where on a head. Several are kept; at most one a machine is the one it is kept to.

CREATE TABLE head_scheme (
  id          uuid PRIMARY KEY,
  machine_id  uuid NOT NULL REFERENCES machine,
  name        text NOT NULL CHECK (length(name) BETWEEN 1 AND 80),
  blocks      jsonb NOT NULL,
  price       float8 NOT NULL CHECK (price BETWEEN 0 AND 240),      -- minutes that breaking a block costs a job and position
  trade_weeks integer NOT NULL CHECK (trade_weeks BETWEEN 1 AND 52), -- after so many weeks blocks trade ends
  since       date,                       -- the head is kept to it since then; null: it is not
  version     integer NOT NULL DEFAULT 1, -- the one that was read must be named to change it
  operator_id uuid REFERENCES operator,   -- who changed it last
  changed_at  timestamptz NOT NULL DEFAULT now(),
  UNIQUE (machine_id, name)
);
CREATE UNIQUE INDEX head_scheme_in_force ON head_scheme (machine_id) WHERE since IS NOT NULL;
