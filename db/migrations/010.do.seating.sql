-- Which position sews which stop is one record: kept with the plan that printed it, and with the job that is on the machine.

-- The seats that the plan was printed with: [{job, stops, position, needle}]; null: not worked out yet.
ALTER TABLE head_plan ADD seats jsonb;

-- Of the running job, by stop: {position, by}. A projection, as the table is.
ALTER TABLE machine_now ADD job_seating jsonb NOT NULL DEFAULT '{}';
UPDATE head_checkpoint SET state = jsonb_set(state, '{job,seating}', '{}') WHERE state->'job' <> 'null';
