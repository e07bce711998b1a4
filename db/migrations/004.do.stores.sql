-- Stores and advice: what lies on the shelf, the workshop's schools, and the needles chosen against advice.

-- One row: how this workshop does things.
CREATE TABLE workshop (
  only_one          boolean PRIMARY KEY DEFAULT true CHECK (only_one),
  schools           jsonb NOT NULL DEFAULT '{}', -- answers where practitioners disagree; left out: the default
  letters           jsonb NOT NULL DEFAULT '{}', -- words on needle packs taught here, upper case → meaning
  sharps_emptied_at timestamptz                  -- since when the sharps container fills
);
INSERT INTO workshop DEFAULT VALUES;

-- On hand now: what was counted, less the needles fitted since.
ALTER TABLE needle_kind ADD counted integer CHECK (counted BETWEEN 0 AND 1000000);
ALTER TABLE needle_kind ADD counted_at timestamptz;
ALTER TABLE needle_kind ADD reorder_at integer NOT NULL DEFAULT 10 CHECK (reorder_at BETWEEN 0 AND 1000000);

CREATE TABLE bobbin_kind (
  id        uuid PRIMARY KEY,
  name      text NOT NULL UNIQUE CHECK (length(name) BETWEEN 1 AND 60),
  size      text NOT NULL CHECK (size IN ('L', 'M')),
  sides     text NOT NULL CHECK (sides IN ('paper', 'plastic', 'magnetic', 'sideless', 'metal')),
  weight_no numeric(6, 1) NOT NULL CHECK (weight_no > 0),
  tex       numeric(7, 2) NOT NULL CHECK (tex > 0),
  fibre     text NOT NULL CHECK (fibre IN ('polyester', 'rayon', 'silk', 'cotton', 'nylon', 'metallic')),
  colour    text NOT NULL CHECK (colour ~ '^#[0-9a-f]{6}$'),
  metres    integer NOT NULL CHECK (metres BETWEEN 1 AND 5000) -- on one full bobbin
);

CREATE TABLE bobbin_case (
  id         uuid PRIMARY KEY,
  name       text NOT NULL UNIQUE CHECK (length(name) BETWEEN 1 AND 40),
  size       text NOT NULL CHECK (size IN ('L', 'M')),
  turns      text NOT NULL CHECK (turns IN ('clockwise', 'anticlockwise')), -- the bobbin, seen from the open side, thread drawn
  note       text NOT NULL DEFAULT '' CHECK (length(note) <= 500),
  retired    text CHECK (length(retired) BETWEEN 1 AND 200) -- why; null: in use
);

ALTER TABLE job ADD schools jsonb; -- answers for this job only; null: the workshop's

-- A needle or weight the operator chose against advice: offered next time for the same cloth and element.
CREATE TABLE overruling (
  id          uuid PRIMARY KEY,
  job_id      uuid REFERENCES job,
  cloth       text NOT NULL,
  element     text NOT NULL,
  weight_no   numeric(6, 1),
  advised     text NOT NULL CHECK (length(advised) <= 120),
  needle      jsonb NOT NULL,
  why         text NOT NULL DEFAULT '' CHECK (length(why) <= 500),
  operator_id uuid REFERENCES operator,
  at          timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX overruling_for ON overruling (cloth, element, at DESC);

-- Cones that were sewn from and are off the head now, with their stitches: part of the fold of a machine.
-- A database from before this migration fills it by `npm run rebuild`.
ALTER TABLE machine_now ADD shelf jsonb NOT NULL DEFAULT '{}';
