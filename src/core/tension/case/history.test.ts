import { describe, expect, test } from 'vitest';
import { binomialTail, breaksRose } from './breaks-rose.ts';
import { caseHealth, sinceFall } from './case-health.ts';
import { caseDue } from './due.ts';
import { gaugesDisagree } from './gauges.ts';
import { stepsOf, workshopCases, type EventOfCase } from './life.ts';
import { platePairs } from './plate-pairs.ts';
import {
  fromDrop,
  fromPlate,
  learnFriction,
  plateAngle,
  studentFactor,
  toPlate,
  usualFriction,
} from './belief/scale.ts';
import { screwOf } from './belief/known-screw.ts';
import { followCase, type CaseStep } from './belief/screw.ts';

const at = (day: number, hour = 8) =>
  `2026-11-${String(day).padStart(2, '0')}T${String(hour).padStart(2, '0')}:00:00.000Z`;
const measured = (when: string, data: object): EventOfCase =>
  ({ kind: 'case_measured', at: when, data: { caseId: 'A', bobbinKindId: 'white', ...data } }) as EventOfCase;
const atCase = (when: string, grams: number, more: object = {}) =>
  measured(when, { grams, by: 'case-gauge', ...more });
const atPlate = (when: string, plateGrams: number, more: object = {}) =>
  measured(when, { grams: 1, by: 'plate', plateGrams, ...more });
const turned = (when: string): EventOfCase => ({
  kind: 'screw_turned',
  at: when,
  data: { caseId: 'A', turns: 0.1 },
});
const fell = (when: string): EventOfCase => ({ kind: 'case_dropped', at: when, data: { caseId: 'A' } });
const reading = (grams: number): CaseStep => ({ is: 'reading', grams });
const turn = (turns: number): CaseStep => ({ is: 'turn', turns });

describe('when a case is due', () => {
  const asked = { now: at(20), everyDays: 7, bobbinKindId: 'white' };
  test('to the day, counted in whole days, and every reason that there is, the weightiest first', () => {
    expect(caseDue([atCase(at(13), 28)], asked)).toEqual(['last measured 7 days ago']);
    expect(caseDue([atCase(at(13, 9), 28)], asked)).toEqual([]);
    expect(caseDue([atCase(at(19), 28)], { ...asked, everyDays: 1 })).toEqual(['last measured a day ago']);
    expect(
      caseDue([atCase(at(1), 28, { bobbinKindId: 'black' }), turned(at(2)), fell(at(3))], asked),
    ).toEqual([
      'dropped since it was measured',
      'measured with another bobbin thread',
      'screw turned since it was measured',
      'last measured 19 days ago',
    ]);
  });
  test('which thread is in it must be known on both sides; only what came since the last reading counts', () => {
    expect(caseDue([atCase(at(19), 28, { bobbinKindId: null })], asked)).toEqual([]);
    expect(
      caseDue([atCase(at(19), 28, { bobbinKindId: 'black' })], { ...asked, bobbinKindId: null }),
    ).toEqual([]);
    expect(caseDue([turned(at(17)), fell(at(17)), atCase(at(18), 28)], asked)).toEqual([]);
    expect(caseDue([turned(at(17))], asked)).toEqual(['not measured yet']);
  });
});

describe('breaks that rose since a case was measured', () => {
  const rose = (since: [number, number], before: [number, number]) =>
    breaksRose({ breaks: since[0], stitches: since[1] }, { breaks: before[0], stitches: before[1] });
  test('the tail of the binomial, against its terms', () => {
    // By its definition: the sum of its terms.
    const term = (hits: number, all: number, share: number): number => {
      let ways = 1;
      for (let index = 0; index < hits; index++) ways = (ways * (all - index)) / (index + 1);
      return ways * share ** hits * (1 - share) ** (all - hits);
    };
    for (const [hits, all, share] of [
      [3, 7, 0.2],
      [1, 9, 0.05],
      [9, 9, 0.6],
      [6, 20, 0.31],
    ] as const) {
      let sum = 0;
      for (let count = hits; count <= all; count++) sum += term(count, all, share);
      expect(binomialTail(hits, all, share)).toBeCloseTo(sum, 7);
    }
    expect(binomialTail(0, 9, 0.3)).toBe(1);
  });
  test('said from a chance under one in a hundred on, in words with both counts', () => {
    // 4 of 4 in a quarter of the stitches: 1 in 256. 3 of 3: 1 in 64.
    expect(rose([4, 4200], [0, 12_600])).toBe(
      'Breaks on the bobbin’s side rose since it was measured: 4 in 4,200 stitches, where 0.0 were usual.',
    );
    expect(rose([3, 4200], [0, 12_600])).toBeNull();
    expect(rose([60, 100_000], [40, 300_000])).toBe(
      'Breaks on the bobbin’s side rose since it was measured: 60 in 100 thousand stitches, where 13 were usual.',
    );
    expect(rose([10, 9999], [9, 30_000])).toContain('10 in 9,999 stitches, where 3.0 were usual');
    expect(rose([60, 10_000], [30, 30_000])).toContain('60 in 10 thousand stitches, where 10 were usual');
  });
  test('fewer than three breaks, or nothing sewn on one side, say nothing', () => {
    expect(rose([2, 1], [0, 1_000_000])).toBeNull();
    expect(rose([3, 1], [0, 1_000_000])).not.toBeNull();
    expect(rose([9, 0], [1, 5000])).toBeNull();
    expect(rose([9, 5000], [1, 0])).toBeNull();
    expect(rose([5, 50_000], [5, 50_000])).toBeNull();
  });
});

describe('a case by its readings', () => {
  const names = (...steps: CaseStep[]) => caseHealth(steps).faults.map(({ name }) => name);
  test('a turn with its answer: from the reading before to the one after, with all turns between', () => {
    expect(
      caseHealth([reading(50), turn(-0.125), turn(-0.125), reading(40), reading(39), turn(0.25), reading(50)])
        .logged,
    ).toEqual([
      { turns: -0.25, before: 50, after: 40 },
      { turns: 0.25, before: 39, after: 50 },
    ]);
    // A turn before any reading, and one taken back before the next, tell nothing.
    expect(caseHealth([turn(0.25), reading(30), turn(0.125), turn(-0.125), reading(30)]).logged).toEqual([]);
  });
  test('no answer: a quarter turn in all at least, and even two deviations more are under 15 g a turn', () => {
    expect(names(reading(40), turn(-0.25), reading(40), turn(-0.25), reading(40))).toEqual(['no-answer']);
    expect(names(reading(40), turn(-0.125), reading(40))).toEqual([]);
    // One quarter that answered by nothing: ± 2 · 1.5 √2 / 0.25 = 17 g a turn could be more than 15.
    expect(names(reading(40), turn(-0.25), reading(40))).toEqual([]);
    expect(names(reading(40), turn(-0.25), reading(35), turn(-0.25), reading(30))).toEqual([]);
    expect(caseHealth([reading(40), turn(-0.25), reading(40)], 0.5).faults).toMatchObject([
      { name: 'no-answer' },
    ]);
  });
  test('slips back: by more than half of the answer and thrice the noise; either way', () => {
    expect(names(reading(50), turn(-0.25), reading(30), reading(41))).toEqual(['slips-back']);
    expect(names(reading(30), turn(0.25), reading(50), reading(39))).toEqual(['slips-back']);
    expect(names(reading(50), turn(-0.25), reading(30), reading(39))).toEqual([]);
    // Of an answer of 5 g half is less than thrice the noise: 4.6 g back are wanted.
    expect(names(reading(35), turn(-0.125), reading(30), reading(34.4))).toEqual([]);
    expect(names(reading(35), turn(-0.125), reading(30), reading(34.6))).toEqual(['slips-back']);
    // What came back is no slip any more once it is turned again; further on the same way is none.
    expect(names(reading(50), turn(-0.25), reading(30), reading(41), turn(-0.25), reading(28))).toEqual([]);
    expect(names(reading(50), turn(-0.25), reading(30), reading(15))).toEqual([]);
  });
  test('wanders: three readings the same way, more than four times the noise in all, and not by the last alone', () => {
    expect(names(reading(20), reading(23.5), reading(26.1))).toEqual(['wanders']);
    expect(names(reading(30), reading(26.5), reading(23.9))).toEqual(['wanders']);
    expect(names(reading(20), reading(23.5), reading(25.9))).toEqual([]);
    expect(names(reading(20), reading(22.9), reading(28))).toEqual([]);
    expect(names(reading(20), reading(26.5))).toEqual([]);
    // Back by less than half the noise is none; by more it does not go on.
    expect(names(reading(20), reading(24), reading(23.3), reading(27))).toEqual(['wanders']);
    expect(names(reading(20), reading(24), reading(23.2), reading(27))).toEqual([]);
    // Only the last six, and only since the last turn.
    expect(names(...[40, 20, 21, 22, 24, 25, 27].map(reading))).toEqual(['wanders']);
    expect(names(reading(20), reading(24), turn(0.02), reading(27))).toEqual([]);
  });
});

describe('since it fell', () => {
  test('another reading than before by more than a fifth, with the same thread and the screw untouched', () => {
    const after = (grams: number, ...more: EventOfCase[]) =>
      sinceFall([atCase(at(1), 28), fell(at(2)), ...more, atCase(at(3), grams)], 'white').map(
        ({ name }) => name,
      );
    expect(after(35)).toEqual(['fell']);
    expect(after(34)).toEqual([]);
    expect(after(22)).toEqual(['fell']);
    expect(after(23)).toEqual([]);
    expect(after(35, turned(at(2, 9)))).toEqual([]);
    expect(
      sinceFall([turned(at(1)), atCase(at(1, 9), 28), fell(at(2)), atCase(at(3), 35)], 'white'),
    ).toHaveLength(1);
    expect(sinceFall([atCase(at(1), 28), fell(at(2)), atCase(at(3), 35)], 'black')).toEqual([]);
    expect(sinceFall([fell(at(2)), atCase(at(3), 35)], 'white')).toEqual([]);
    expect(sinceFall([atCase(at(1), 28), fell(at(2))], 'white')).toEqual([]);
    expect(sinceFall([atCase(at(1), 28), atCase(at(3), 35)], 'white')).toEqual([]);
    // The newest reading since; the last one before.
    expect(
      sinceFall(
        [atCase(at(1), 50), atCase(at(1, 9), 28), fell(at(2)), atCase(at(3), 50), atCase(at(4), 29)],
        'white',
      ),
    ).toEqual([]);
  });
});

describe('two gauges on one case', () => {
  test('pairs: one at the case and one through the plate, within a day, with one thread, nothing turned between', () => {
    expect(platePairs([atCase(at(1), 30), atPlate(at(1, 9), 35)])).toEqual([
      { caseGrams: 30, plateGrams: 35 },
    ]);
    expect(platePairs([atPlate(at(1), 35), atCase(at(2), 30)])).toEqual([{ caseGrams: 30, plateGrams: 35 }]);
    expect(platePairs([atPlate(at(1), 35), atCase(at(2, 9), 30)])).toEqual([]);
    expect(platePairs([atCase(at(1), 30), turned(at(1, 9)), atPlate(at(1, 10), 35)])).toEqual([]);
    expect(platePairs([atCase(at(1), 30), atPlate(at(1, 9), 35, { bobbinKindId: 'black' })])).toEqual([]);
    expect(platePairs([atCase(at(1), 30), atCase(at(1, 9), 35)])).toEqual([]);
    // Each reading in one pair at most; the third begins the next.
    expect(
      platePairs([atCase(at(1), 30), atPlate(at(1, 9), 35), atCase(at(1, 10), 31), atPlate(at(1, 11), 36)]),
    ).toEqual([
      { caseGrams: 30, plateGrams: 35 },
      { caseGrams: 31, plateGrams: 36 },
    ]);
    // Half of the case's and less is a slip.
    expect(platePairs([atCase(at(1), 30), atPlate(at(1, 9), 15)])).toEqual([]);
    expect(platePairs([atCase(at(1), 30), atPlate(at(1, 9), 15.1)])).toHaveLength(1);
  });
  test('they do not go together where they differ by more than three times what both may be off', () => {
    const friction = { mu: 0.1, spread: 0.01, pairs: 9 };
    const told = (plateGrams: number) =>
      gaugesDisagree([atCase(at(1), 30), atPlate(at(1, 9), plateGrams)], friction);
    const fits = 30 * Math.exp(0.1 * plateAngle);
    const spread = (plate: number) => Math.hypot(1.5 / 30, 1.5 / plate, plateAngle * 0.01);
    const isApart = (plate: number) => Math.abs(Math.log(plate / fits)) > 3 * spread(plate);
    for (const plate of [20, 26, 28, 30, 34, 42, 43, 44, 45, 60])
      expect(told(plate).length === 1).toBe(isApart(plate));
    expect([told(26).length, told(34).length, told(45).length]).toEqual([1, 0, 1]);
    expect(told(60)[0]!.says).toMatch(
      /^60\.0 g through the plate and 30\.0 g at the case do not go together: about 35\.1 g would\. Check the zero/,
    );
    expect(gaugesDisagree([atCase(at(1), 30)], friction)).toEqual([]);
    // The last pair counts.
    expect(
      gaugesDisagree(
        [atCase(at(1), 30), atPlate(at(1, 9), 60), atCase(at(5), 30), atPlate(at(5, 9), 35)],
        friction,
      ),
    ).toEqual([]);
  });
  test('friction learnt from two pairs, by hand', () => {
    const pairs = [
      { caseGrams: 30, plateGrams: 36 },
      { caseGrams: 20, plateGrams: 22 },
    ];
    const mus = pairs.map(({ caseGrams, plateGrams }) => Math.log(plateGrams / caseGrams) / plateAngle);
    const weights = pairs.map(
      ({ caseGrams, plateGrams }) => plateAngle ** 2 / (caseGrams ** -2 + plateGrams ** -2),
    );
    const all = weights[0]! + weights[1]!;
    const own = (mus[0]! * weights[0]! + mus[1]! * weights[1]!) / all;
    const squares = weights.reduce((sum, weight, index) => sum + weight * (mus[index]! - own) ** 2, 0);
    const noise = (0.5 * 1.5 ** 2 + squares) / 1.5;
    const precision = all / noise + usualFriction.spread ** -2;
    const learnt = learnFriction(pairs);
    expect(learnt.mu).toBeCloseTo(
      ((own * all) / noise + usualFriction.mu * usualFriction.spread ** -2) / precision,
      12,
    );
    expect(learnt.spread).toBeCloseTo(studentFactor(1.5) / Math.sqrt(precision), 12);
    expect(learnt.pairs).toBe(2);
    expect(() => learnFriction([{ caseGrams: 30, plateGrams: 15 }])).toThrow('15 g against 30 g cannot be');
    expect(() => learnFriction([{ caseGrams: 0, plateGrams: 15 }])).toThrow('Measure both again');
    expect(learnFriction([{ caseGrams: 30, plateGrams: 15.5 }]).mu).toBe(0);
  });
  // Student's 97.5 % points over 1.959964 (Abramowitz and Stegun, table 26.10: 2.228, 2.042).
  test.each([
    [10, 2.228],
    [30, 2.042],
    [120, 1.98],
  ])('Student’s factor with %i degrees', (degrees, point) =>
    expect(studentFactor(degrees) * 1.959964).toBeCloseTo(point, 3),
  );
  test('from the plate to the case, with what both may be off', () => {
    const friction = { mu: 0.2, spread: 0.05, pairs: 3 };
    const read = fromPlate(40, friction);
    expect(read.grams).toBeCloseTo(40 * Math.exp(-0.2 * plateAngle), 12);
    expect(read.spread).toBeCloseTo(Math.hypot(1.5, read.grams * plateAngle * 0.05), 12);
    expect(toPlate(read.grams, friction)).toBeCloseTo(40, 12);
    expect(fromDrop(20, 'crawls')).toEqual({ from: 18, to: 22 });
  });
});

test('what the workshop’s cases showed of their screws counts beside three like any other', () => {
  const life = [
    atCase(at(1), 50),
    turned(at(1, 9)),
    atCase(at(1, 10), 56),
    turned(at(1, 11)),
    atCase(at(1, 12), 61),
  ];
  const plain = workshopCases([[], [atCase(at(1), 50)], [turned(at(1))]]).screws;
  expect(plain.screws[0]![0]![0]).toBe(1);
  expect(plain.screws[1]![2]![1]).toBe(1);
  expect(plain.noises).toEqual([1, 1, 1, 1]);
  const own = screwOf(followCase(stepsOf(life, 'white'))!);
  const [once, twice] = [workshopCases([life]).screws, workshopCases([life, [], life]).screws];
  for (const slope of [0, 1, 2]) {
    expect(once.screws[0]![slope]![0]!).toBeCloseTo((3 + own.screws[0]![slope]![0]!) / 4, 12);
    expect(twice.screws[0]![slope]![0]!).toBeCloseTo((3 + 2 * own.screws[0]![slope]![0]!) / 5, 12);
  }
  expect(once.noises[2]).toBeCloseTo((3 + own.noises[2]!) / 4, 12);
});
