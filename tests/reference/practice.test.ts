import { readFileSync } from 'node:fs';
import { expect, test } from 'vitest';
import { practiceCases, practiceTable } from '../support/practice-table.ts';

test.each(Object.entries(practiceCases))('%s: as practice does, or argued', (_, cases) => {
  for (const { asked, said, holds, argued } of cases)
    expect(holds || argued, `${asked}: ${said}`).toBeTruthy();
});

test('docs/practice.md says what is said now', () =>
  expect(readFileSync('docs/practice.md', 'utf8'), 'make it anew: npm run practice').toBe(practiceTable()));
