import { expect, test } from 'vitest';
import { ago, boardMachine, noon } from '../../tests/support/board.ts';
import { doneText } from './done-text.ts';

test('a job that is done on another day says which', () => {
  const runs = (ms: number, left: number) => ({ runs: { ms, left, since: ago(0) } });
  const done = (ms: number, left: number) => doneText(boardMachine(runs(ms, left)), noon, 'UTC');
  expect(done(600_000, 6)).toBe('done ~13:00');
  // Noon of Friday, 27 November 2026, and fifteen hours.
  expect(done(3_600_000, 15)).toBe('done Sat ~03:00');
  expect(done(3_600_000, 50)).toBe('done in 2 d');
});
