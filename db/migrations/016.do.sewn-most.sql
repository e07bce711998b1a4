-- The job and the thread that a needle sewed most of: kept with its life, so that no question of needles adds up what was sewn.
ALTER TABLE needle_life ADD COLUMN job_id uuid, ADD COLUMN thread_id uuid;

WITH sums AS (
  SELECT needle_entry, job_id, thread_id, sum(stitches) AS stitches FROM sewn_cell GROUP BY 1, 2, 3),
jobs AS (
  SELECT DISTINCT ON (needle_entry) needle_entry, job_id
  FROM (SELECT needle_entry, job_id, sum(stitches) AS stitches FROM sums GROUP BY 1, 2) each
  ORDER BY needle_entry, stitches DESC, job_id),
threads AS (
  SELECT DISTINCT ON (needle_entry) needle_entry, thread_id
  FROM (SELECT needle_entry, thread_id, sum(stitches) AS stitches FROM sums GROUP BY 1, 2) each
  ORDER BY needle_entry, stitches DESC, thread_id)
UPDATE needle_life SET job_id = jobs.job_id, thread_id = threads.thread_id
FROM jobs JOIN threads USING (needle_entry) WHERE entry_id = jobs.needle_entry;
