import { expect, test } from 'vitest';
import { boxLetter } from '../../../../tests/support/made-letters.ts';
import type { Letter } from '../letters/letters.ts';
import { measureLine } from './measure-line.ts';
import { withHead } from './over-first.ts';

const level = { is: 'straight', angle: 0 } as const;
/** A letter 40 px high by itself, and joined ones 30 high: slices of one part. */
const script = () => {
  const first = boxLetter(0, 60, 20, 40);
  const joined = boxLetter(30, 70, 80, 30).part;
  const slices = [0, 1, 2, 3, 4, 5, 6, 7].map((k): Letter => ({ ...boxLetter(30 + 10 * k, 70, 10, 30), part: joined, isSlice: true })); // prettier-ignore
  return measureLine([first, ...slices], level);
};

test('the bar over a script’s first letter makes it higher', () => {
  const line = script();
  expect(line.heightPx).toBe(40);
  const bar = boxLetter(-6, 52, 34, 6).part;
  const whole = withHead(line, [...line.parts, bar]);
  expect(whole.heightPx).toBe(48);
  expect(whole.letters).toHaveLength(9);
});

test.each([
  ['far over it', boxLetter(-6, 30, 34, 6).part],
  ['beside it', boxLetter(-40, 52, 44, 6).part],
  ['of another colour', { ...boxLetter(-6, 52, 34, 6).part, tone: 3 }],
  ['much stouter', boxLetter(-6, 46, 34, 14, { stemPx: 14 }).part],
  ['within its height', boxLetter(-6, 64, 34, 6).part],
] as const)('what is %s does not', (_name, part) => {
  const line = script();
  expect(withHead(line, [...line.parts, part])).toBe(line);
});

test('so does a piece of its head that hangs on by a hairline, in any word', () => {
  const word = measureLine(
    [0, 1, 2].map((k) => boxLetter(30 * k, k === 0 ? 60 : 68, 20, k === 0 ? 40 : 32)),
    level,
  );
  expect(word.heightPx).toBe(40);
  const curl = boxLetter(6, 54, 12, 6, { stemPx: 2 }).part;
  expect(withHead(word, [...word.parts, curl]).heightPx).toBe(46);
  const accent = boxLetter(6, 50, 12, 6, { stemPx: 2 }).part;
  expect(withHead(word, [...word.parts, accent])).toBe(word);
});

test('a word whose letters stand by themselves has its accents over it as before', () => {
  const line = measureLine([0, 1, 2, 3].map((k) => boxLetter(30 * k, 60, 20, 40)), level); // prettier-ignore
  expect(withHead(line, [...line.parts, boxLetter(-6, 52, 34, 6).part])).toBe(line);
});
