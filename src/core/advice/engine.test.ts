import { elementKinds } from '../element/elements.ts';
import { fibreKeys } from '../thread/fibres.ts';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { needleSizes } from '../units/needle-size.ts';
import { coverOf, usualSpacingMm } from '../thread/cover.ts';
import { advise, judge } from './advise.ts';
import { speaks } from './rule.ts';
import { fillIn } from './fill-in.ts';
import { clothFromWords } from '../garment/from-words.ts';
import { needleRules } from './needle-rules.ts';
import { type Question } from './question.ts';
import { backings, type Backing } from '../garment/backings.ts';
import { cloths, type Cloth } from '../garment/cloths.ts';
import { hoopSizes, type HoopSize } from '../garment/hoops.ts';
import { defaultSchools, schoolTopics, type SchoolTopic, type Schools } from './schools.ts';
import { sewingRules } from './sewing-rules.ts';
import { votes } from './votes.ts';

const keys = <K extends string>(table: Record<K, unknown>) => fc.constantFrom(...(Object.keys(table) as K[]));
const schools = fc.record(
  Object.fromEntries(
    (Object.keys(schoolTopics) as SchoolTopic[]).map((topic) => [
      topic,
      keys(schoolTopics[topic].choices as Record<string, string>),
    ]),
  ),
) as fc.Arbitrary<Schools>;
const anyQuestion: fc.Arbitrary<Question> = fc.record({
  cloth: keys(cloths) as fc.Arbitrary<Cloth>,
  layers: fc.integer({ min: 1, max: 6 }),
  seams: fc.boolean(),
  backings: fc.uniqueArray(keys(backings) as fc.Arbitrary<Backing>),
  hoop: keys(hoopSizes) as fc.Arbitrary<HoopSize>,
  element: fc.constantFrom(...elementKinds),
  letterMm: fc.option(fc.double({ min: 1, max: 60, noNaN: true })),
  strokeMm: fc.option(fc.double({ min: 0.1, max: 20, noNaN: true })),
  thread: fc.option(
    fc
      .record({ weightNo: fc.integer({ min: 5, max: 120 }), fibre: fc.constantFrom(...fibreKeys) })
      .map((one) => ({ ...one, tex: 1000 / one.weightNo })),
  ),
  priority: fc.constantFrom('detail', 'solidity'),
  schools,
});

describe('the rule engine, whatever is asked', () => {
  test('always names a needle that is made, with a reason, best first', () => {
    const sizes = needleSizes.map((size) => size.metric);
    fc.assert(
      fc.property(anyQuestion, (question) => {
        const { needles } = advise(question);
        expect(needles.length).toBeGreaterThan(0);
        needles.forEach((needle, index) => {
          expect(sizes).toContain(needle.spec.sizeMetric);
          expect(needle.reasons.length).toBeGreaterThan(0);
          if (index > 0) expect(needle.score).toBeLessThanOrEqual(needles[index - 1]!.score);
        });
      }),
    );
  });
  test('always names a thread weight for the element', () =>
    fc.assert(
      fc.property(anyQuestion, (question) => {
        expect(advise(question).weights.length).toBeGreaterThan(0);
      }),
    ));
  test('shows each conflict with the stronger rule first and at least two ways out', () =>
    fc.assert(
      fc.property(anyQuestion, (question) => {
        for (const { stronger, weaker, ways } of advise(question).conflicts) {
          expect(stronger.strength).toBeGreaterThanOrEqual(weaker.strength);
          expect(weaker.strength).toBeGreaterThanOrEqual(3);
          expect(ways.length).toBeGreaterThanOrEqual(2);
        }
      }),
    ));
  test('a school speaks only where it was chosen, and is named', () =>
    fc.assert(
      fc.property(anyQuestion, (question) => {
        const chosen = Object.entries(question.schools).map(
          ([topic, choice]) => (schoolTopics[topic as SchoolTopic].choices as Record<string, string>)[choice],
        );
        for (const needle of advise(question).needles)
          for (const reason of [...needle.reasons, ...needle.against])
            if (reason.school !== null) expect(chosen).toContain(reason.school);
      }),
    ));
  test('metallic is never let run above 700 stitches/min (common practice)', () =>
    fc.assert(
      fc.property(anyQuestion, (question) => {
        const metallic = { weightNo: 40, tex: 25, fibre: 'metallic' } as const;
        expect(advise({ ...question, thread: metallic }).speed!.limit).toBeLessThanOrEqual(700);
      }),
    ));
});

describe('what an answer says of itself, whatever is asked', () => {
  const all = [...needleRules, ...sewingRules];
  const asAsked = (question: Question): Question => {
    const weightNo = advise(question).weights[0]!.weightNo;
    return question.thread
      ? question
      : { ...question, thread: { weightNo, tex: 1000 / weightNo, fibre: 'polyester' } };
  };
  const speaking = (question: Question) => all.filter((rule) => speaks(rule, asAsked(question)));
  test('against a needle are just the rules above taste that exclude its size, point, eye or coating', () =>
    fc.assert(
      fc.property(anyQuestion, (question) => {
        const rules = speaking(question).filter(({ strength }) => strength >= 2);
        for (const { spec, against } of advise(question).needles) {
          const excluded = rules.filter(({ wants: { size, atLeast, atMost, point, eye, coating } }) => {
            const isLimited = atLeast !== undefined || atMost !== undefined;
            const isWithin = spec.sizeMetric >= (atLeast ?? 0) && spec.sizeMetric <= (atMost ?? Infinity);
            const isWished = size?.includes(spec.sizeMetric) ?? false;
            const isBadSize = isLimited ? !isWithin && !isWished : size !== undefined && !isWished;
            const misses = <T>(wanted: readonly T[] | undefined, has: T) => wanted?.includes(has) === false;
            return (
              isBadSize || misses(point, spec.point) || misses(eye, spec.eye) || misses(coating, spec.coating)
            );
          });
          expect(against.map(({ rule }) => rule).sort()).toEqual(excluded.map(({ id }) => id).sort());
        }
      }),
    ));
  test('reasons come strongest first, each once; what ranks a needle is what it is judged by', () =>
    fc.assert(
      fc.property(anyQuestion, (question) => {
        const judged = judge(question);
        for (const { spec, score, reasons, against } of advise(question).needles) {
          for (const list of [reasons, against]) {
            const strengths = list.map(({ strength }) => strength);
            expect([...strengths].sort((a, b) => b - a)).toEqual(strengths);
            expect(new Set(list.map(({ rule }) => rule)).size).toBe(list.length);
          }
          expect(judged(spec)).toBeCloseTo(score, 9);
        }
      }),
    ));
  test('it is clear where nothing speaks against the first needle, open where rules are in conflict, likely else', () =>
    fc.assert(
      fc.property(anyQuestion, (question) => {
        const { sure, conflicts, needles } = advise(question);
        const clear = needles[0]!.against.length === 0;
        expect(sure).toBe(conflicts.length > 0 ? 'open' : clear ? 'clear' : 'likely');
      }),
    ));
  test('the slowest rule that speaks sets the speed, and all that speak of it are named; none: the machine’s own', () =>
    fc.assert(
      fc.property(anyQuestion, (question) => {
        const limits = speaking(question).filter(({ wants }) => wants.speed !== undefined);
        const { speed } = advise(question);
        expect(speed?.limit ?? null).toBe(
          limits.length === 0 ? null : Math.min(...limits.map(({ wants }) => wants.speed!)),
        );
        expect(speed?.reasons.map(({ rule }) => rule).sort() ?? []).toEqual(
          limits.map(({ id }) => id).sort(),
        );
      }),
    ));
  test('cautions are what the speaking rules caution of; cover is told of a thread on anything but a run', () =>
    fc.assert(
      fc.property(anyQuestion, (question) => {
        const { cautions, planned, cover } = advise(question);
        const said = speaking(question).flatMap(({ wants }) => wants.caution ?? []);
        expect(cautions.slice(planned.length).map(({ says }) => says)).toEqual(said);
        const isTold = question.thread !== null && question.element !== 'run';
        expect(cover === null).toBe(!isTold);
        if (isTold) expect(cover).toMatchObject(coverOf(question.thread!, usualSpacingMm));
      }),
    ));
  const planned = (
    weightNo: number,
    element: Question['element'],
    fibre: 'polyester' | 'metallic' = 'polyester',
  ) =>
    advise({
      ...fillIn({ cloth: 'woven-light', element }),
      thread: { weightNo, tex: 1000 / weightNo, fibre },
    }).planned.map(({ says }) => says);
  test('a thread within a fifth of the weight advised is not told; a finer one leaves a fill open, a stouter one does not', () => {
    expect(planned(40, 'fill')).toEqual([]);
    expect(planned(47, 'fill')).toEqual([]);
    expect(planned(60, 'fill')[0]).toMatch(
      /^In 60 wt the cloth shows through: about 19 % stays open at a spacing of 0\.40 mm/,
    );
    expect(planned(48, 'fill')[0]).toMatch(/^In 48 wt the cloth shows through: about 10 %/);
    expect(planned(30, 'fill')[0]).toMatch(/^30 wt is planned, 40 wt is advised: /);
    // A run may be sewn fine as well.
    expect(planned(60, 'run')).toEqual([]);
    expect(planned(60, 'fill', 'metallic')).toEqual([]);
  });
});

describe('the rules as data', () => {
  const all = [...needleRules, ...sewingRules];
  test('have names of their own, a full sentence as reason, and want something', () => {
    expect(new Set(all.map((rule) => rule.id)).size).toBe(all.length);
    for (const rule of all) {
      expect(rule.because, rule.id).toMatch(/^[A-Z0-9].{15,}\.$/);
      expect(Object.keys(rule.wants).length, rule.id).toBeGreaterThan(0);
    }
  });
  test('name only schools that exist, and every answer of a needle school has a rule', () => {
    for (const { school, id } of all)
      if (school) expect(Object.keys(schoolTopics[school.topic].choices), id).toContain(school.choice);
    for (const topic of ['point', 'size40', 'size60', 'metallicSize', 'capNeedle', 'heavyNeedle'] as const)
      for (const choice of Object.keys(schoolTopics[topic].choices))
        expect(
          needleRules.some((rule) => rule.school?.topic === topic && rule.school.choice === choice),
        ).toBe(true);
  });
  test('several rules of taste do not outvote one without which the work fails', () => {
    const rule = (id: string, strength: 1 | 5, size: 75 | 90) =>
      ({ id, strength, when: {}, wants: { size: [size] }, because: '', basis: 'practice' }) as const;
    const many = ['a', 'b', 'c', 'd', 'e'].map((id) => rule(id, 1, 75));
    expect(votes([...many, rule('z', 5, 90)], (one) => one.wants.size)[0]!.value).toBe(90);
  });
});

describe('a question as it may be asked', () => {
  test('what is left out is filled in the usual way', () => {
    expect(fillIn({ cloth: 'felt', element: 'run' })).toMatchObject({
      layers: 1,
      seams: false,
      hoop: 'medium',
      thread: null,
      schools: defaultSchools,
    });
    expect(
      fillIn({ cloth: 'felt', element: 'run', thread: { weightNo: 40, fibre: 'silk' } }).thread!.tex,
    ).toBe(25);
  });
  test('the job’s answer wins over the workshop’s, that over the usual one', () => {
    const { schools: found } = fillIn(
      { cloth: 'felt', element: 'run', schools: { size60: '65' } },
      { size60: '70-75', point: 'sharp-first' },
    );
    expect(found).toMatchObject({ size60: '65', point: 'sharp-first', size40: '75' });
  });
  test.each([
    ['ripstop nylon', 'nylon'],
    ['structured cap, raised foam', 'cap'],
    ['knit, heavy', 'knit-heavy'],
    ['knit, light', 'knit-light'],
    ['canvas', 'canvas'],
    ['softshell', 'softshell'],
    ['satin', 'woven-dense'],
    ['light cotton', 'woven-light'],
    ['Jeans jacket', 'canvas'],
    ['chain mail', null],
    ['', null],
  ])('the cloth “%s” of a job is %s', (words, cloth) => expect(clothFromWords(words)).toBe(cloth));
});
