import { expect, test } from 'vitest';
import { boxLetter } from '../../../../tests/support/made-letters.ts';
import type { Letter } from '../letters/letters.ts';
import { measureLine } from './measure-line.ts';
import { goesOn, joinBent, joinWords } from './words.ts';

/** Boxes of 14 × 30 px on an arch of 200 px, from one place on it to another. */
const arch = (from: number, count: number): Letter[] =>
  Array.from({ length: count }, (_, k) => {
    const turn = (from + 24 * k) / 200;
    return boxLetter(Math.round(400 + 215 * Math.sin(turn) - 7), Math.round(500 - 215 * Math.cos(turn) - 15), 14, 30); // prettier-ignore
  });

test('words of one bend are one line; what lies over their middle is none of them, however many letters it is among', () => {
  const [left, right] = [arch(-150, 6), arch(14, 6)];
  const straight = { is: 'straight', angle: 0 } as const;
  const words = [measureLine(left, straight), measureLine(right, straight)];
  const joined = joinBent(words, []);
  expect(joined.lines).toHaveLength(1);
  expect(joined.lines[0]).toMatchObject({ course: { is: 'bent', isArch: true } });
  // As high as the letters, two heights over the arch.
  const over = boxLetter(393, 205, 14, 30);
  const with1 = joinBent(joined.lines, [over]);
  expect(with1.lines[0]!.letters).toHaveLength(12);
  expect(with1.left).toEqual([over]);
});

const level = { is: 'straight', angle: 0 } as const;
/** A word of boxes, each 14 wide and 30 high, 20 apart. */
const word = (left: number, count: number, tone = 0, high = 30) =>
  measureLine(
    Array.from({ length: count }, (_, k) => {
      const letter = boxLetter(left + 20 * k, 200 - high, 14, high);
      return { ...letter, part: { ...letter.part, tone } };
    }),
    level,
  );

test('three words of one line are one, in whichever order they were found', () => {
  // The outer ones are too far from one another to be joined before the middle one is.
  const [first, second, third] = [word(0, 3), word(90, 4), word(200, 5)];
  expect(goesOn(first, third, true)).toBe(false);
  for (const order of [
    [first, second, third],
    [first, third, second],
    [third, second, first],
    [second, third, first],
  ]) {
    const joined = joinWords(order);
    expect(joined).toHaveLength(1);
    expect(joined[0]!.letters).toHaveLength(12);
  }
});

test('parts of a word in two colours go on at the distance of letters, words of two colours do not', () => {
  const [one, beside, apart] = [word(0, 3), word(60, 3, 1), word(76, 3, 1)];
  expect(goesOn(one, beside, false)).toBe(true);
  expect(goesOn(one, apart, false)).toBe(false);
  // Of one colour they are two words of one line.
  expect(goesOn(one, word(76, 3), true)).toBe(true);
});

test('a level word of four and a letter that stands lower beside it are no bend', () => {
  const level = word(0, 4);
  const lower = boxLetter(84, 178, 14, 30);
  expect(joinBent([level], [lower])).toEqual({
    lines: [level],
    left: [expect.objectContaining({ top: 178 })],
  });
});

test('words of one height whose usual strokes differ are of one line where their widest are alike', () => {
  const of = (left: number, strokePx: number, widestPx: number) => {
    const letters = [0, 1, 2].map((k) =>
      boxLetter(left + 20 * k, 170, 14, 30, { strokePx, stemPx: strokePx, widestPx }),
    );
    return measureLine(letters, { is: 'straight', angle: 0 });
  };
  expect(goesOn(of(0, 4, 9), of(90, 7, 10), true)).toBe(true);
  expect(goesOn(of(0, 4, 6), of(90, 7, 10), true)).toBe(false);
});
