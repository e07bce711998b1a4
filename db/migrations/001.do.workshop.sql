-- The workshop: machines, people, needles, threads, jobs. Things that are edited in place.

CREATE TABLE machine (
  id             uuid PRIMARY KEY,
  slug           text NOT NULL UNIQUE CHECK (slug ~ '^[a-z0-9][a-z0-9-]{0,39}$'),
  name           text NOT NULL CHECK (length(name) BETWEEN 1 AND 60),
  heads          smallint NOT NULL CHECK (heads BETWEEN 1 AND 56),
  positions      smallint NOT NULL CHECK (positions BETWEEN 1 AND 24),
  numbering_side text NOT NULL CHECK (numbering_side IN ('left', 'right')),
  top_speed      integer NOT NULL CHECK (top_speed BETWEEN 100 AND 2000), -- stitches per minute
  profile        jsonb NOT NULL DEFAULT '{}',
  created_at     timestamptz NOT NULL DEFAULT now()
);

CREATE TABLE operator (
  id     uuid PRIMARY KEY,
  name   text NOT NULL UNIQUE CHECK (length(name) BETWEEN 1 AND 60),
  active boolean NOT NULL DEFAULT true
);

CREATE TABLE needle_kind (
  id          uuid PRIMARY KEY,
  system      text NOT NULL,
  size_metric smallint NOT NULL, -- blade diameter, 1/100 mm
  point       text NOT NULL,
  coating     text NOT NULL,
  eye         text NOT NULL,
  blade       text NOT NULL,
  UNIQUE (system, size_metric, point, coating, eye, blade)
);

CREATE TABLE thread (
  id        uuid PRIMARY KEY,
  code      text NOT NULL CHECK (length(code) BETWEEN 1 AND 24),
  name      text NOT NULL CHECK (length(name) BETWEEN 1 AND 60),
  colour    text NOT NULL CHECK (colour ~ '^#[0-9a-f]{6}$'),
  weight_no numeric(6, 1) NOT NULL CHECK (weight_no > 0), -- km per kg
  tex       numeric(7, 2) NOT NULL CHECK (tex > 0),       -- g per km; stated on the cone, else 1000 / weight_no
  fibre     text NOT NULL CHECK (fibre IN ('polyester', 'rayon', 'silk', 'cotton', 'nylon', 'metallic'))
);
CREATE UNIQUE INDEX thread_code ON thread (lower(code));

CREATE TABLE cone (
  id        uuid PRIMARY KEY,
  thread_id uuid NOT NULL REFERENCES thread,
  batch     text NOT NULL DEFAULT '' CHECK (length(batch) <= 40),
  metres    integer NOT NULL CHECK (metres BETWEEN 1 AND 100000) -- length when new
);
CREATE INDEX cone_of_thread ON cone (thread_id);

CREATE TABLE job (
  id         uuid PRIMARY KEY,
  name       text NOT NULL CHECK (length(name) BETWEEN 1 AND 120),
  customer   text NOT NULL DEFAULT '' CHECK (length(customer) <= 120),
  cloth      text NOT NULL DEFAULT '' CHECK (length(cloth) <= 120),
  pieces     integer NOT NULL CHECK (pieces BETWEEN 1 AND 100000),
  due        date,
  note       text NOT NULL DEFAULT '' CHECK (length(note) <= 2000),
  done_at    timestamptz,
  version    integer NOT NULL DEFAULT 1,
  created_at timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX job_waiting ON job (due NULLS LAST, created_at, id) WHERE done_at IS NULL;

CREATE TABLE job_stop (
  job_id    uuid NOT NULL REFERENCES job,
  stop      smallint NOT NULL CHECK (stop BETWEEN 1 AND 99),
  thread_id uuid NOT NULL REFERENCES thread,
  stitches  integer NOT NULL CHECK (stitches BETWEEN 1 AND 1000000),
  element   text NOT NULL CHECK (element IN ('fill', 'satin', 'lettering', 'run', 'foam')),
  position  smallint CHECK (position BETWEEN 1 AND 24), -- keyed in by the operator; null: wherever its thread sits
  PRIMARY KEY (job_id, stop)
);
