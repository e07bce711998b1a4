import { describe, expect, test } from 'vitest';
import { boxLetter, letterOf } from '../../../../tests/support/made-letters.ts';
import { byLevel, chain, follow } from './groups.ts';
import { areOfOneShape, isLettering } from './lettering.ts';
import type { Letter } from '../letters/letters.ts';
import type { Reach } from '../letters/reach.ts';
import { baseOf } from '../letters/base.ts';
import { measureLine } from './measure-line.ts';

/** A letter of thin strokes: as an E, it fills a third of its box. */
const letter = (left: number, top: number, wide: number, high: number, more: object = {}): Letter =>
  boxLetter(left, top, wide, high, { area: Math.round(wide * high * 0.4), ...more });
const row = (count: number, step = 20, top = 100): Letter[] =>
  Array.from({ length: count }, (_, k) => letter(10 + step * k, top, 14, 24, { area: 130 + 11 * (k % 3) }));
const sizes = (groups: readonly (readonly Letter[])[]) => groups.map((group) => group.length).sort();

describe('letters that could stand on one line', () => {
  test('neighbours are chained; a gap of nearly a height parts them', () => {
    expect(sizes(chain(row(5)))).toEqual([5]);
    // 24 high: 22 px apart is less than 0.95 of it, 23 is more.
    expect(sizes(chain([letter(0, 0, 10, 24), letter(31, 0, 10, 24)]))).toEqual([2]);
    expect(sizes(chain([letter(0, 0, 10, 24), letter(33, 0, 10, 24)]))).toEqual([1, 1]);
  });
  test('more than 2.4 times as high, or strokes 2.6 times as stout, are no neighbours', () => {
    const beside = (high: number, more: object = {}) =>
      sizes(chain([letter(0, 0, 10, 20), letter(12, 20 - high, 10, high, more)]));
    expect(beside(48)).toEqual([2]);
    expect(beside(49)).toEqual([1, 1]);
    expect(beside(20, { stemPx: 10.4 })).toEqual([2]);
    expect(beside(20, { stemPx: 10.5, widestPx: 11 })).toEqual([1, 1]);
    // The stems of an N are hairlines; its slant is as thick as theirs.
    expect(beside(20, { stemPx: 1.2 })).toEqual([2]);
    expect(beside(20, { stemPx: 1.2, widestPx: 1.4 })).toEqual([1, 1]);
  });
  test('before joined letters a capital may be 3.4 times as high; after them no more than others', () => {
    const joined = (left: number) => ({ ...letter(left, 0, 10, 20), isSlice: true });
    const before = (high: number) => sizes(chain([letter(0, 20 - high, 10, high), joined(12)]));
    expect(before(68)).toEqual([2]);
    expect(before(69)).toEqual([1, 1]);
    expect(sizes(chain([joined(0), letter(12, -29, 10, 49)]))).toEqual([1, 1]);
  });
  test('at another level than a tilt of 20° explains they are not; what lies within another is none', () => {
    // 20 px on: 0.28 of 24 and 7.3 more.
    const lower = (by: number) => sizes(chain([letter(0, 0, 14, 24), letter(20, by, 14, 24)]));
    expect(lower(13)).toEqual([2]);
    expect(lower(15)).toEqual([1, 1]);
    expect(sizes(chain([letter(0, 0, 30, 30), letter(5, 5, 14, 20)]))).toEqual([1, 1]);
  });
  test('lines close above one another are taken apart by level, the odd one out to the nearest', () => {
    const two = byLevel([...row(5), ...row(5, 20, 126)]);
    expect(sizes(two)).toEqual([5, 5]);
    for (const line of two) expect(new Set(line.map(({ top }) => top)).size).toBe(1);
    expect(byLevel(row(5))).toHaveLength(1);
    expect(byLevel(row(3))).toHaveLength(1);
    // A bent line lies at several levels, beside one another.
    const arch = row(7).map((one, k) => letter(one.left, 100 + 6 * (k - 3) ** 2, 14, 24));
    expect(byLevel(arch)).toHaveLength(1);
  });
  test('they come from left to right, whatever the order they were found in', () => {
    const [found] = chain([row(5)[3]!, row(5)[0]!, row(5)[4]!, row(5)[2]!, row(5)[1]!]);
    expect(found!.map(({ left }) => left)).toEqual([10, 30, 50, 70, 90]);
  });
  test('level by their middles or by their feet: one of the two is enough', () => {
    // 17 px on and 24 high: up to 12.9 px. Of the small one's middle and foot one is 8 px off, the other 15.
    const beside = (top: number) => sizes(chain([letter(0, 0, 14, 24), letter(17, top, 14, 10)]));
    expect(beside(22)).toEqual([2]);
    expect(beside(-1)).toEqual([2]);
    expect(beside(27)).toEqual([1, 1]);
    expect(beside(-6)).toEqual([1, 1]);
  });
  test('one under another is no neighbour of it from seven tenths of the narrower on', () => {
    const under = (left: number) => sizes(chain([letter(0, 0, 30, 24), letter(left, 4, 20, 24)]));
    expect(under(15)).toEqual([2]);
    expect(under(14)).toEqual([1, 1]);
  });
  test('slices of joined letters hang together by their part, and are as high as it', () => {
    const joined = letter(0, 0, 60, 24).part;
    const slice = (left: number, top: number, high: number, part = joined) => ({
      ...letter(left, top, 8, high),
      part,
      isSlice: true,
    });
    // Far apart and at another level, but of one part.
    expect(sizes(chain([slice(0, 0, 24), slice(36, 20, 4)]))).toEqual([2]);
    expect(sizes(chain([slice(0, 0, 24), slice(36, 20, 4, letter(0, 0, 60, 24).part)]))).toEqual([1, 1]);
    // A low slice of a part as high as the letter beside it.
    expect(sizes(chain([slice(52, 14, 6), letter(64, 0, 14, 24)]))).toEqual([2]);
    expect(sizes(chain([letter(52, 14, 8, 6), letter(64, 0, 14, 24)]))).toEqual([1, 1]);
  });
  test('levels are parted by more than 0.45 of a height', () => {
    const lower = (by: number) => byLevel([...row(4), ...row(4, 20, 100 + by)]).length;
    expect(lower(10)).toBe(1);
    expect(lower(11)).toBe(2);
    expect(byLevel([...row(2), ...row(2, 20, 126)])).toHaveLength(2);
    expect(byLevel([...row(2), ...row(1, 20, 126)])).toHaveLength(1);
    expect(byLevel([...row(3), ...row(3, 20, 126)])).toHaveLength(2);
  });
  test('joined letters stay together, and are a line with those beside them', () => {
    /** A word of six slices; one of them hangs below as a g does. */
    const word = (left: number, top: number) => {
      const { part } = letter(left, top, 60, 24);
      return [0, 1, 2, 3, 4, 5].map((k) => ({
        ...letter(left + 10 * k, top, 10, k === 3 ? 34 : 24),
        part,
        isSlice: true,
      }));
    };
    const [upper, lower] = [[...word(10, 100), ...word(80, 100)], row(5, 20, 140)];
    const found = byLevel([...upper, ...lower]);
    expect(sizes(found)).toEqual([12, 5].sort());
    for (const line of found) expect(new Set(line.map(({ top }) => top)).size).toBe(1);
    // A capital beside its joined word lies no line above it, however low the word hangs.
    expect(byLevel([...row(3), ...word(75, 100)])).toHaveLength(1);
    // Three words are too few to tell levels by.
    expect(byLevel([...word(10, 100), ...word(10, 140), ...word(80, 140)])).toHaveLength(1);
  });
  test('levels are parted where they lie over one another, by half a height, for more than a quarter of each', () => {
    const at = (top: number, ...lefts: readonly number[]) => lefts.map((left) => letter(left, top, 14, 24));
    const upper = at(100, 0, 60, 120, 180);
    expect(byLevel([...upper, ...at(126, 11, 71, 131, 191)])).toHaveLength(2);
    expect(byLevel([...upper, ...at(126, 13, 73, 133, 193)])).toHaveLength(1);
    // Two of four lie over another, or one.
    expect(byLevel([...upper, ...at(126, 0, 60, 240, 300)])).toHaveLength(2);
    expect(byLevel([...upper, ...at(126, 0, 240, 300, 360)])).toHaveLength(1);
    // Of the lower line each, of the upper one one in five.
    expect(byLevel([...at(100, 0, 60, 120, 180, 240), ...at(126, 0, 3)])).toHaveLength(1);
  });
  test('what stands alone at a level is of the nearest one; each level is told from left to right', () => {
    const two = [...row(5).reverse(), ...row(5, 20, 140)];
    const of = (top: number) => {
      const found = byLevel([letter(50, top, 14, 24), ...two]);
      expect(found).toHaveLength(2);
      for (const line of found) {
        const lefts = line.map(({ left }) => left);
        expect(lefts).toEqual([...lefts].sort((a, b) => a - b));
      }
      return found.findIndex((line) => line.length === 6);
    };
    expect(of(114)).toBe(0);
    expect(of(126)).toBe(1);
    expect(of(170)).toBe(1);
    expect(of(60)).toBe(0);
  });
  test('lines that are tilted together are taken apart at their own tilt', () => {
    const tilted = (degrees: number) => {
      const turn = Math.tan((degrees * Math.PI) / 180);
      const line = (top: number) =>
        Array.from({ length: 6 }, (_, k) => letter(30 * k, Math.round(top + 30 * k * turn), 14, 24));
      return sizes(byLevel([...line(100), ...line(130)]));
    };
    for (const degrees of [-17, -10, 10, 17]) expect(tilted(degrees)).toEqual([6, 6]);
  });
  test('groups go on to the left as to the right, the nearest first', () => {
    const three = (from: number) => Array.from({ length: 3 }, (_, k) => letter(from + 20 * k, 100, 14, 24));
    const lefts = (groups: readonly Letter[][]) => groups.map((group) => group.map(({ left }) => left));
    expect(lefts(follow([three(60), [letter(40, 102, 14, 24)]]))).toEqual([[40, 60, 80, 100]]);
    expect(lefts(follow([three(0), [letter(60, 100, 14, 24)], [letter(80, 100, 14, 24)]]))).toEqual([[0, 20, 40, 60, 80]]); // prettier-ignore
    expect(lefts(follow([three(0), [letter(80, 100, 14, 24)], [letter(60, 100, 14, 24)]]))).toEqual([[0, 20, 40, 60, 80]]); // prettier-ignore
    // One letter alone has no direction.
    expect(sizes(follow([[letter(0, 100, 14, 24)], [letter(20, 100, 14, 24)]]))).toEqual([1, 1]);
  });
  test('a group goes on over a gap of 0.6 of a height, to letters up to twice as large and 2.2 times as stout', () => {
    const three = Array.from({ length: 3 }, (_, k) => letter(20 * k, 100, 14, 24));
    const goesOn = (next: Letter) => follow([three, [next]]).length === 1;
    // The last ends at 54; 0.6 of 24 is 14.4.
    expect(goesOn(letter(68, 100, 14, 24))).toBe(true);
    expect(goesOn(letter(69, 100, 14, 24))).toBe(false);
    expect(goesOn(letter(58, 100, 14, 24, { stemPx: 8.7 }))).toBe(true);
    expect(goesOn(letter(58, 100, 14, 24, { stemPx: 8.9, widestPx: 9 }))).toBe(false);
    expect(goesOn(letter(58, 88, 27, 48))).toBe(true);
    expect(goesOn(letter(58, 88, 29, 48))).toBe(false);
    expect(goesOn({ ...letter(58, 100, 14, 24), isSlice: true })).toBe(false);
  });
  test('from one letter to the next it turns by 32 degrees, and by as much as half of that more where it turned before', () => {
    const on = (degrees: number) => {
      const turn = (degrees * Math.PI) / 180;
      const [x, y] = [40 + 22 * Math.cos(turn), 100 + 22 * Math.sin(turn)];
      return letter(Math.round(x), Math.round(y), 14, 24);
    };
    const three = Array.from({ length: 3 }, (_, k) => letter(20 * k, 100, 14, 24));
    const goesOn = (group: readonly Letter[], degrees: number) => follow([[...group], [on(degrees)]]).length === 1; // prettier-ignore
    expect(goesOn(three, 30)).toBe(true);
    expect(goesOn(three, -30)).toBe(true);
    expect(goesOn(three, 35)).toBe(false);
    expect(goesOn(three, -35)).toBe(false);
    // It fell by 14 degrees on the way here: it may fall more, and rise less.
    const bending = [letter(0, 95, 14, 24), letter(20, 95, 14, 24), letter(40, 100, 14, 24)];
    expect(goesOn(bending, 48)).toBe(true);
    expect(goesOn(bending, 56)).toBe(false);
    expect(goesOn(bending, -8)).toBe(true);
    expect(goesOn(bending, -16)).toBe(false);
  });
  test('groups go on along their own direction, turning a little; a sharp turn or a gap ends them', () => {
    const half = (from: number, rise: number) =>
      Array.from({ length: 3 }, (_, k) => letter(10 + 20 * (from + k), 100 + rise * k, 14, 24));
    expect(sizes(follow([half(0, 0), half(3, 0)]))).toEqual([6]);
    expect(sizes(follow([half(0, 0), half(5, 0)]))).toEqual([3, 3]);
    // The next stands over the last.
    const above = Array.from({ length: 3 }, (_, k) => letter(50, 70 - 28 * k, 14, 24));
    expect(sizes(follow([half(0, 0), above]))).toEqual([3, 3]);
    // Twice as large is another word.
    const large = [letter(70, 76, 32, 56)];
    expect(sizes(follow([half(0, 0), large]))).toEqual([1, 3]);
  });
});

describe('what is lettering at all', () => {
  test('three and more of thin strokes; two only if they are alike', () => {
    expect(isLettering(row(3))).toBe(true);
    expect(isLettering(row(1))).toBe(false);
    expect(isLettering([letter(0, 0, 14, 24), letter(20, 0, 12, 24, { area: 100 })])).toBe(true);
    // One half as high again, or strokes of 0.4 of the height: two odd shapes.
    expect(isLettering([letter(0, 0, 14, 24), letter(20, -12, 14, 36)])).toBe(false);
    expect(isLettering([letter(0, 0, 14, 24), letter(20, -11, 14, 35)])).toBe(true);
    expect(isLettering([letter(0, 0, 14, 24, { strokePx: 10 }), letter(20, 0, 14, 24)])).toBe(false);
    expect(isLettering([letter(0, 0, 14, 24), letter(20, 0, 14, 24, { strokePx: 10 })])).toBe(false);
  });
  test('full boxes are bars; one that is none makes them letters; slices of joined letters are no bars', () => {
    const bars = [0, 1, 2].map((k) => boxLetter(20 * k, 0, 8, 30 + 5 * k));
    expect(isLettering(bars)).toBe(false);
    expect(isLettering([...bars, letter(60, 0, 14, 30)])).toBe(true);
    expect(isLettering(bars.map((bar) => ({ ...bar, isSlice: true })))).toBe(true);
  });
  test('three times the same outline are ornaments; two may be a word, and so may be three of which one differs', () => {
    const plus = (left: number, arm = 9) =>
      letterOf(Array.from({ length: 24 }, (_, y) => (Math.abs(y - 11.5) < 3 ? [left, left + 23] : [left + arm, left + 23 - arm])), 50); // prettier-ignore
    expect(isLettering([plus(0), plus(40), plus(80)])).toBe(false);
    expect(isLettering([plus(0), plus(40)])).toBe(true);
    expect(isLettering([plus(0), plus(40), plus(80, 7)])).toBe(true);
  });
  test('all of one size and a single stroke each are ornaments', () => {
    // A stroke of 4 px along the diagonal of 14 × 24: 111 px; up to a quarter more. Leaning, so that their outlines differ.
    const strokes = (area: number, stroke = 4) =>
      [0, 1, 2].map((k) => letterOf(Array.from({ length: 24 }, (_, y) => [20 * k + (y < 12 ? 2 * k : 0), 20 * k + 13 - (y < 12 ? 0 : 2 * k)]), 0, { area, strokePx: k === 2 ? stroke : 4 })); // prettier-ignore
    expect(isLettering(strokes(135))).toBe(false);
    expect(isLettering(strokes(140))).toBe(true);
    expect(isLettering(strokes(135, 4.5))).toBe(true);
    expect(areOfOneShape(strokes(135))).toBe(true);
    expect(areOfOneShape([letter(0, 0, 9, 9, { area: 100 }), letter(0, 0, 9, 9, { area: 103 })])).toBe(true);
    expect(areOfOneShape([letter(0, 0, 9, 9, { area: 100 }), letter(0, 0, 9, 9, { area: 104 })])).toBe(false);
  });
});

describe('the height of a line', () => {
  const of = (tops: readonly (readonly [top: number, bottom: number])[]) =>
    measureLine(
      tops.map(([top, bottom], k) => letter(20 * k, top, 14, bottom - top)),
      { is: 'straight', angle: 0 },
    );
  test('capitals by the lower of the tall ones; what hangs below the line is no taller', () => {
    expect(of([[0, 30], [0, 30], [0, 30], [0, 30], [-1, 30]])).toMatchObject({ heightPx: 30, base: 30, smallestPx: 30 }); // prettier-ignore
    // A Q hangs by 8.
    expect(of([[0, 30], [0, 38], [0, 30], [0, 30]]).heightPx).toBe(30); // prettier-ignore
  });
  test('a mixed line by its first letter where that is tall, else by the tallest; the smallest are the x-height', () => {
    const mixed = of([[2, 30], [10, 30], [10, 30], [0, 30], [10, 30]]); // prettier-ignore
    expect(mixed).toMatchObject({ heightPx: 28, smallestPx: 20, base: 30 });
    expect(of([[10, 30], [10, 30], [0, 30], [10, 30]]).heightPx).toBe(30); // prettier-ignore
  });
  test('a T whose head rises above the other capitals is no measure of them, nor is what stands over the line', () => {
    // SLATE in an old face: the A by 4 and the T by 7 hundredths.
    expect(of([[0, 100], [0, 100], [-4, 100], [-7, 100], [0, 100]]).heightPx).toBe(100); // prettier-ignore
    expect(of([[0, 100], [0, 100], [0, 100], [0, 100], [-120, -50]]).heightPx).toBe(100); // prettier-ignore
    // An accent or an apostrophe that begins a mixed word.
    expect(of([[0, 30], [30, 100], [30, 100], [0, 100], [30, 100]]).heightPx).toBe(100); // prettier-ignore
  });
  test('a small l that touches the capital before it is no part of it', () => {
    // A of 100 px, 80 wide, and an l of 108 beside it, as one; then small letters.
    const rows = (wide: number) => Array.from({ length: 108 }, (_, row): [number, number] => [row < 8 ? 80 : Math.max(0, 30 - Math.floor(row / 4)), wide - 1]);
    const small = [110, 140, 170].map((left) => letter(left, 38, 24, 70));
    const line = (wide: number) => measureLine([letterOf(rows(wide), 0), ...small], { is: 'straight', angle: 0 });
    const found = line(122).heightPx;
    expect(found).toBe(100);
    // So narrow a part is one letter, as a G whose head is on its right.
    expect(line(100).heightPx).toBe(108);
  }); // prettier-ignore
  test('the base line is where most feet stand; of equally many the higher', () => {
    const reach = (low: number) => ({ low, high: low - 30, along: 0 });
    expect(baseOf([30, 30, 31, 40].map(reach))).toBe(30);
    expect(baseOf([40, 40, 30, 30].map(reach))).toBe(30);
    expect(baseOf([30, 33, 33, 36].map(reach))).toBe(33);
  });
  test('the base line is above letters that hang, however many; a dash and a star between two capitals tell nothing', () => {
    const [tall, small, hung] = [[0, 30], [10, 30], [10, 38]].map(([high, low]) => ({ low: low!, high: high!, along: 0 })) as [Reach, Reach, Reach];
    const [dash, star] = [{ low: 18, high: 14, along: 0 }, { low: 25, high: 7, along: 0 }];
    expect(baseOf([tall, small, hung, hung, hung])).toBe(30);
    expect(baseOf([small, hung, hung])).toBe(30);
    expect(baseOf([tall, dash, tall])).toBe(30);
    expect(baseOf([tall, star, tall])).toBe(30);
    expect(baseOf([hung, hung, hung, hung, hung, small])).toBe(38);
  }); // prettier-ignore
  test('its stroke is the mean of its stems that are near the middle one, of joined letters that of all strokes; its tilt that of its course', () => {
    const letters = [4, 6, 9].map((stemPx, k) => letter(20 * k, 0, 14, 24, { stemPx, strokePx: 3 + k }));
    const course = { is: 'straight', angle: 0.1 } as const;
    // By whole pixels stems of one width are up to 2.1 px from one another: 4 and 6 are one, 9 is another.
    expect(measureLine(letters, course)).toMatchObject({ strokePx: 5, angle: 0.1 });
    // Of wide ones three tenths: 13.8 px of 46.
    const wide = (...stems: number[]) =>
      measureLine(
        stems.map((stemPx, k) => letter(200 * k, 0, 140, 240, { stemPx })),
        course,
      ).strokePx;
    expect(wide(40, 46, 59)).toBeCloseTo((40 + 46 + 59) / 3, 9);
    expect(wide(40, 46, 60)).toBeCloseTo((40 + 46) / 2, 9);
    expect(wide(32, 46, 60)).toBe(46);
    expect(wide(20, 60)).toBe(40);
    const joined = letters.map((one) => ({ ...one, isSlice: true }));
    // Strokes of 3, 4 and 5 px.
    expect(measureLine(joined, course).strokePx).toBe(4);
    // Three letters that touch no other have stems; two are too few.
    const mixed = (single: number) =>
      [10, 10, 10, 10].map((stemPx, k) => ({
        ...letter(20 * k, 0, 14, 24, k < single ? { stemPx, strokePx: 10 } : { stemPx: 4, strokePx: 4 }),
        isSlice: k >= single,
      }));
    expect(measureLine(mixed(3), course).strokePx).toBe(10);
    expect(measureLine(mixed(2), course).strokePx).toBe(7);
    const bent = { is: 'bent', x: 0, y: 300, radius: 300, isArch: true } as const;
    // Of a bent line that of its chord: from the first letter's middle to the last's.
    const rising = [letter(0, 40, 14, 24), letter(20, 30, 14, 24), letter(40, 20, 14, 24)];
    expect(measureLine(rising, bent).angle).toBeCloseTo(Math.atan2(-20, 40), 9);
  });
});
