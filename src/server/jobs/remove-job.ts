import { inTransaction, rows } from '../base/database.ts';
import { keepBefore, removeThing, type By, type Thing } from '../stores/things.ts';

const jobThing: Thing = {
  ...{ table: 'job', noun: 'job', name: 'name', columns: {}, inLedger: ['jobId'] },
  instead: 'Mark it done: it is then out of the way.',
};

/** Removes a job that was never put on a machine, with its stops and its picture; what it said stays on record. Throws a 409 problem where an entry names it. */
export const removeJob = (id: string, by: By): Promise<void> =>
  inTransaction(async (sql) => {
    const stops = await rows(sql, 'DELETE FROM job_stop WHERE job_id = $1 RETURNING *', [id]);
    await rows(sql, 'DELETE FROM job_picture WHERE job_id = $1', [id]);
    await removeThing(jobThing, id, by, sql);
    await keepBefore(sql, 'job', id, { stops }, by);
  });
