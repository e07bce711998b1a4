import { expect, test } from 'vitest';
import { boxLetter } from '../../../../tests/support/made-letters.ts';
import type { Letter } from './letters.ts';
import { measureLine } from './measure-line.ts';
import { joinBent } from './words.ts';

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
