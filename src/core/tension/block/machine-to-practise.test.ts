import { describe, expect, test } from 'vitest';
import { bandOf } from '../targets.ts';
import {
  beginPractice,
  gaugedAt,
  isRight,
  practiceScore,
  practise,
  pulls,
  sewBlock,
  type LessonKey,
  type PracticeState,
} from './practice.ts';

/** 25 to 30 g, its middle 27.5. */
const band = bandOf('25-30');
/** Draws given one after another; the last goes on. */
const draws = (...given: number[]) => {
  let at = 0;
  return () => given[Math.min(at++, given.length - 1)]!;
};
const begin = (lesson: LessonKey, ...given: number[]) => beginPractice(4, band, draws(...given), { lesson });
const sound: PracticeState = begin('lint', 0.5);
const right: PracticeState = { ...sound, lint: false };

describe('what an exercise begins with', () => {
  test('each fault, and nothing else', () => {
    expect(begin('case-loose', 0.5, 1)).toMatchObject({
      grams: 27.5 - 14,
      slope: 80,
      spare: 29,
      knobs: [0, 0, 0, 0],
    });
    expect(begin('case-tight', 0.5, 0)).toMatchObject({ grams: 27.5 + 14, slope: 35, spare: 26 });
    expect(begin('case-tight', 0.5, 0.5)).toMatchObject({ grams: 27.5 + 18, slope: 57.5, spare: 27.5 });
    expect(begin('one-knob', 0.5, 0.4, 0.9)).toMatchObject({ grams: 27.5, knobs: [0, 0, -4, 0] });
    expect(begin('one-knob', 0, 0.5, 0)).toMatchObject({ knobs: [3, 0, 0, 0] });
    // Position, way, size, tight or loose, play, grams.
    expect(begin('case-and-knob', 0.99, 0.5, 0.2, 0.49, 0, 0)).toMatchObject({
      grams: 41.5,
      knobs: [0, 0, 0, 3],
    });
    expect(begin('case-and-knob', 0.99, 0.5, 0.2, 0.5, 0, 0)).toMatchObject({ grams: 16.5 });
    const faults = ({ bobbinBad, caseBent, lint }: PracticeState) => [bobbinBad, caseBent, lint];
    expect(faults(begin('bad-bobbin', 0.5))).toEqual([true, false, false]);
    expect(faults(begin('bent-case', 0.5))).toEqual([false, true, false]);
    expect(faults(begin('lint', 0.5))).toEqual([false, false, true]);
    expect(begin('bad-bobbin', 0.5)).toMatchObject({
      grams: 27.5,
      moves: [],
      wrong: 0,
      lastWay: 0,
      play: 0,
      level: 'plain',
    });
  });
  test('without a lesson one is drawn: the first for 0, the last for just under 1', () => {
    expect(beginPractice(4, band, draws(0)).lesson).toBe('case-loose');
    expect(beginPractice(4, band, draws(0.999, 0.5)).lesson).toBe('lint');
    expect(beginPractice(4, band, draws(0.5), { lesson: 'lint', level: 'rough' }).play).toBeCloseTo(0.04, 12);
  });
});

describe('a move', () => {
  const wrong = (state: PracticeState, ...[move]: [Parameters<typeof practise>[1]]) =>
    practise(state, move, band).wrong;
  test('on the part at fault is right, on a sound one wrong', () => {
    const screw = { does: 'screw', turns: 0.125 } as const;
    expect(wrong(begin('case-loose', 0.5), screw)).toBe(0);
    expect(wrong({ ...begin('case-loose', 0.5), grams: 27 }, screw)).toBe(0);
    expect(wrong(begin('case-and-knob', 0.5), screw)).toBe(0);
    expect(wrong(begin('one-knob', 0.5), screw)).toBe(1);
    for (const lesson of ['lint', 'bent-case', 'bad-bobbin'] as const) {
      expect(wrong({ ...begin(lesson, 0.5), grams: 40 }, screw)).toBe(1);
    }
    const knob = begin('one-knob', 0, 0.5, 0);
    expect(wrong(knob, { does: 'knob', position: 1, steps: -1 })).toBe(0);
    expect(wrong(knob, { does: 'knob', position: 2, steps: -1 })).toBe(1);
    expect(wrong(begin('bad-bobbin', 0.5), { does: 'bobbin' })).toBe(0);
    expect(wrong(begin('bent-case', 0.5), { does: 'bobbin' })).toBe(0);
    expect(wrong(begin('lint', 0.5), { does: 'bobbin' })).toBe(1);
    expect(wrong(begin('bent-case', 0.5), { does: 'case' })).toBe(0);
    expect(wrong(begin('bad-bobbin', 0.5), { does: 'case' })).toBe(1);
    expect(wrong(begin('lint', 0.5), { does: 'clean' })).toBe(0);
    expect(wrong(begin('bent-case', 0.5), { does: 'clean' })).toBe(1);
  });
  test('changes what it is made on, and leaves the state it was made from', () => {
    const knob = begin('one-knob', 0, 0.5, 0);
    const after = practise(knob, { does: 'knob', position: 1, steps: -2 }, band);
    expect([knob.knobs, after.knobs]).toEqual([
      [3, 0, 0, 0],
      [1, 0, 0, 0],
    ]);
    expect([knob.moves.length, after.moves.length]).toEqual([0, 1]);
    expect(practise(begin('bad-bobbin', 0.5), { does: 'bobbin' }, band).bobbinBad).toBe(false);
    expect(practise(sound, { does: 'clean' }, band).lint).toBe(false);
    expect(practise({ ...begin('bent-case', 0.5, 1), lint: true }, { does: 'case' }, band)).toMatchObject({
      caseBent: false,
      lint: false,
      grams: 29,
    });
  });
  test('a turn of a plain screw: grams a turn; never below 2 g', () => {
    const state = { ...right, grams: 40, slope: 60 };
    expect(practise(state, { does: 'screw', turns: -0.25 }, band)).toMatchObject({ grams: 25, lastWay: -1 });
    expect(practise(state, { does: 'screw', turns: 0.125 }, band)).toMatchObject({ grams: 47.5, lastWay: 1 });
    expect(practise(state, { does: 'screw', turns: -1 }, band).grams).toBe(2);
  });
  test('a rough one: by the same part, with play on the way back, and a hand that misses by a thirty-second at most', () => {
    const state: PracticeState = { ...right, level: 'rough', grams: 40, slope: 30, play: 0.05, lastWay: 1 };
    const turned = (turns: number, luck: number, from = state) =>
      practise(from, { does: 'screw', turns }, band, () => luck).grams;
    const usual = Math.log(turned(0.25, 0.5) / 40) / 0.25;
    expect(30 / usual).toBeGreaterThan(20);
    expect(30 / usual).toBeLessThan(40);
    const by = (moves: number) => 40 * Math.exp(usual * moves);
    expect(turned(0.25, 1)).toBeCloseTo(by(0.25 + 1 / 32), 9);
    expect(turned(0.25, 0)).toBeCloseTo(by(0.25 - 1 / 32), 9);
    expect(turned(-0.25, 0.5)).toBeCloseTo(by(-0.2), 9);
    expect(turned(-0.03, 0.5)).toBe(40);
    expect(turned(-0.25, 0.5, { ...state, lastWay: -1 })).toBeCloseTo(by(-0.25), 9);
    expect(turned(-0.25, 0.5, { ...state, lastWay: 0 })).toBeCloseTo(by(-0.25), 9);
  });
});

describe('what is measured', () => {
  test('a plain gauge repeats; a rough one sways by four and a half at most, and slips by sixteen', () => {
    expect(gaugedAt({ ...right, grams: 31 }, draws(0))).toBe(31);
    const rough = { ...right, level: 'rough' as const, grams: 31 };
    expect(gaugedAt(rough, draws(0.5, 1))).toBe(31 + 1.5 * 2 * 1.5);
    expect(gaugedAt(rough, draws(0.5, 0))).toBe(31 - 4.5);
    expect(gaugedAt(rough, draws(0.125, 0.5))).toBe(31);
    expect(gaugedAt(rough, draws(0.124, 1))).toBe(47);
    expect(gaugedAt(rough, draws(0.124, 0))).toBe(15);
    expect(gaugedAt({ ...rough, grams: 4 }, draws(0.124, 0))).toBe(2);
  });
  test('what is bent pulls a tenth harder, what is clogged a tenth less', () => {
    expect(pulls({ ...right, grams: 30 })).toBe(30);
    expect(pulls({ ...right, grams: 30, bobbinBad: true })).toBeCloseTo(33, 9);
    expect(pulls({ ...right, grams: 30, caseBent: true, lint: true })).toBeCloseTo(33, 9);
    expect(pulls({ ...right, grams: 30, lint: true })).toBeCloseTo(27, 9);
  });
  test('the block: a tight case shows less bobbin, a tight knob more, each column in tenths of a millimetre', () => {
    // A third's middle is 0.335; 10 g too many take 0.14, a step of a knob gives 0.08.
    const sewn = sewBlock({ ...right, grams: 37.5, knobs: [0, 1] }, 'third', band, () => 0.5);
    expect(sewn).toEqual([
      { position: 1, left: 4, bobbin: 2, right: 4, unevenness: 0.02 },
      { position: 2, left: 3.6, bobbin: 2.8, right: 3.6, unevenness: 0.02 },
    ]);
    expect(
      sewBlock({ ...right, knobs: [9, -9] }, 'third', band, () => 0.5).map(({ bobbin }) => bobbin),
    ).toEqual([9, 0.2]);
    expect(sewBlock({ ...right, knobs: [0] }, 'third', band, draws(1, 1))[0]).toMatchObject({
      bobbin: 3.5,
      left: 3.4,
      right: 3.1,
    });
    for (const more of [{ bobbinBad: true }, { caseBent: true }, { lint: true }])
      expect(sewBlock({ ...right, ...more, knobs: [0] }, 'third', band, () => 0.5)[0]!.unevenness).toBe(0.12);
  });
});

describe('whether it is right, and how well it was done', () => {
  test('half a gram and one step either way; nothing bent, bad or clogged', () => {
    const is = (change: Partial<PracticeState>) => isRight({ ...right, ...change }, band);
    expect([is({ grams: 24.5 }), is({ grams: 24.4 }), is({ grams: 30.5 }), is({ grams: 30.6 })]).toEqual([
      true,
      false,
      true,
      false,
    ]);
    expect([is({ knobs: [1, -1] }), is({ knobs: [0, 2] }), is({ knobs: [-2, 0] })]).toEqual([
      true,
      false,
      false,
    ]);
    expect([is({ bobbinBad: true }), is({ caseBent: true }), is({ lint: true })]).toEqual([
      false,
      false,
      false,
    ]);
  });
  test('ten; a point off for each move beyond the free ones, two for each on a sound part; one at least', () => {
    const score = (moves: number, wrong: number, level: 'plain' | 'rough' = 'plain') =>
      practiceScore({
        ...right,
        level,
        wrong,
        moves: new Array<{ does: 'clean' }>(moves).fill({ does: 'clean' }),
      });
    expect([score(0, 0), score(3, 0), score(4, 0), score(5, 0, 'rough'), score(6, 0, 'rough')]).toEqual([
      10, 10, 9, 10, 9,
    ]);
    expect([score(2, 1), score(4, 2), score(40, 0), score(3, 5)]).toEqual([8, 5, 1, 1]);
  });
});
