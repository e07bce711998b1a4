import { readFileSync } from 'node:fs';
import { expect, test } from 'vitest';
import { adviceTable } from '../support/advice-table.ts';
import { firstNeedle, practiceRows } from '../../tools/made/plans/needle-practice.ts';

test.each(practiceRows)('$work: $needle (common practice, no published source)', ({ asked, holds }) => {
  for (const one of asked) expect(holds(firstNeedle(one).spec), firstNeedle(one).text).toBe(true);
});

test('docs/advice.md says what the rules say now', () =>
  expect(readFileSync('docs/advice.md', 'utf8'), 'make it anew: npm run advice').toBe(adviceTable()));
