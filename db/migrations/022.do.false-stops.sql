-- A false stop is a stop and no break: tallies of jobs and the sums of Findings are counted anew without them.
UPDATE job_tally t SET breaks = t.breaks - f.count
FROM (SELECT job_id, count(*) AS count FROM event WHERE kind = 'break' AND fault = 'false_stop' AND NOT void GROUP BY 1) f
WHERE t.job_id = f.job_id;
DELETE FROM sewn_cell;
DELETE FROM sewn_day;
DELETE FROM sewn_with;
DELETE FROM stop_cell;
DELETE FROM needle_life;
DELETE FROM learnt_mark;
