import { expect, test } from 'vitest';
import { object } from '../../core/shape/parts.ts';
import { validator } from './validate.ts';

const jobs = object({
  jobs: {
    type: 'array',
    items: object({ pieces: { type: 'integer' }, due: { type: ['string', 'null'] } }),
  },
});
const refusal = (value: unknown) => {
  try {
    validator(jobs, {})(value, 'body');
  } catch (error) {
    return (error as Error).message;
  }
  return null;
};

test('what is wrong is said as people say it: which of a list, and what it should be', () => {
  const good = { pieces: 3, due: null };
  expect(refusal({ jobs: [good] })).toBeNull();
  expect(refusal({ jobs: [good, { ...good, pieces: 2.5 }] })).toMatch(
    /job 2, pieces must be a whole number\.$/,
  );
  expect(refusal({ jobs: [{ ...good, due: 5 }] })).toMatch(/job 1, due must be text or null\.$/);
  expect(refusal({ jobs: 4 })).toMatch(/jobs must be a list\.$/);
});
