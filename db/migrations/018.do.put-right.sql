-- What a person put right of the picture that a job was read from (core/artwork/put-right.ts); null: it was not read from one.
ALTER TABLE job ADD put_right jsonb;
CREATE INDEX job_put_right ON job (id DESC) WHERE put_right IS NOT NULL;
