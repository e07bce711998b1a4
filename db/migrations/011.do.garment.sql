-- A job says what is sewn on what. Both may be null: nothing was said or measured. What the job's own words (cloth) name is read from
-- them wherever it is asked (core/garment/from-words.ts), and shown as such: old jobs keep every word.
ALTER TABLE job ADD garment jsonb;
ALTER TABLE job_stop ADD measures jsonb;

-- A small picture of the design, so that a job is recognised.
CREATE TABLE job_picture (
  job_id uuid PRIMARY KEY REFERENCES job,
  type   text NOT NULL CHECK (type IN ('image/png', 'image/jpeg', 'image/webp')),
  bytes  bytea NOT NULL CHECK (octet_length(bytes) BETWEEN 1 AND 30000)
);
