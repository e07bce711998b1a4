import { describe, expect, test } from 'vitest';
import { measuresOf, mainKind, proposeStops } from '../artwork/propose.ts';
import type { Region } from '../../engines/logo/reading.ts';
import { chance } from '../base/chance.ts';
import { keysOf } from '../base/keys.ts';
import { elementKinds } from '../element/elements.ts';
import type { Measures, StopPart } from '../element/measures.ts';
import { cloths } from '../garment/cloths.ts';
import type { Garment } from '../garment/garment.ts';
import { advise } from './advise.ts';
import { fillIn } from './fill-in.ts';
import { adviseStop, questionsOf } from './stop-advice.ts';

const poly = (weightNo: number) => ({ weightNo, tex: 1000 / weightNo, fibre: 'polyester' as const });
const parts = (...of: StopPart[]): Measures => ({ by: 'picture', parts: of });

describe('the whole question of a stop', () => {
  test('everything that the job says is asked', () => {
    const garment: Garment = {
      ...{ cloth: 'towel', layers: 3, seams: true, backings: ['sticky'], topping: 'film', hoop: 'large' },
      priority: 'detail',
    };
    const [asked] = questionsOf(
      { cloth: 'canvas', garment, schools: { point: 'sharp-first' } },
      { element: 'lettering', measures: parts({ element: 'lettering', letterMm: 4, strokeMm: 0.6 }) },
      poly(60),
      { size60: '70-75', point: 'universal-first' },
    )!;
    expect(asked!.question).toEqual(
      fillIn({
        ...{ cloth: 'towel', layers: 3, seams: true, backings: ['sticky', 'film'], hoop: 'large' },
        ...{ priority: 'detail', element: 'lettering', letterMm: 4, strokeMm: 0.6, thread: poly(60) },
        schools: { size60: '70-75', point: 'sharp-first' },
      }),
    );
  });
  test('a hoop that was measured and not named is asked by its size', () => {
    const hoopOf = (garment: Garment) =>
      questionsOf({ cloth: 'felt', garment }, { element: 'fill' }, null, {})![0]!.question.hoop;
    expect(hoopOf({ hoopWidthMm: 100, hoopHeightMm: 300 })).toBe('large');
    expect(hoopOf({ hoopWidthMm: 100 })).toBe('small');
    expect(hoopOf({ hoopWidthMm: 300, hoop: 'small' })).toBe('small');
    expect(hoopOf({})).toBe('medium');
  });
  test('an unknown cloth is never taken for another: no answer, or by thread alone where that is asked', () => {
    const ask = (fallback: 'woven-light' | null) =>
      adviseStop({ cloth: 'moonstuff' }, { element: 'fill' }, poly(40), {}, fallback);
    expect(ask(null)).toBeNull();
    expect(ask('woven-light')!.best.text).toBe('75/11 light ball');
  });
  test('what was taken for granted is said, and nothing of what was said', () => {
    const assumed = (garment: Garment, measures?: Measures) =>
      adviseStop({ cloth: 'felt', garment }, { element: 'lettering', measures }, poly(40), {})!.assumed;
    expect(assumed({})).toEqual([
      'the cloth by the job’s words',
      'one layer',
      'no seam',
      'a medium hoop',
      'letters of 6.5 mm or more',
    ]);
    expect(
      assumed(
        { cloth: 'felt', layers: 1, seams: false, hoopWidthMm: 90 },
        parts({ element: 'lettering', letterMm: 9 }),
      ),
    ).toEqual([]);
    expect(
      assumed({ cloth: 'felt', layers: 1, seams: false, hoop: 'small' }, parts({ element: 'satin' })),
    ).toEqual(['columns of 0.9 mm or more']);
  });
});

describe('one needle for all parts of a stop', () => {
  const satin: StopPart = { element: 'satin', strokeMm: 3 };
  const small: StopPart = { element: 'lettering', letterMm: 4, strokeMm: 0.7 };
  const ask = (weightNo: number, ...of: StopPart[]) =>
    adviseStop({ cloth: 'woven, light' }, { element: 'satin', measures: parts(...of) }, poly(weightNo), {})!;

  test('4 mm letters in a stop of 40 wt are told, beside what else it sews', () => {
    expect(ask(40, satin).planned).toEqual([]);
    const told = ask(40, satin, small).planned;
    expect(told).toHaveLength(1);
    expect(told[0]!.says).toMatch(/40 wt is planned, 60 wt is advised: .*close up/);
    expect(ask(40, small, small).planned).toHaveLength(1);
  });
  test('the best is the one that lies least behind for the part that it suits least', () => {
    const both = ask(60, satin, small);
    const [one, other] = [ask(60, satin), ask(60, small)];
    for (const { spec } of both.needles)
      expect(both.behind(spec)).toBeCloseTo(Math.max(one.behind(spec), other.behind(spec)), 9);
    expect(both.behind(both.best.spec)).toBe(Math.min(...both.needles.map(({ spec }) => both.behind(spec))));
  });
  test('a needle is acceptable when it is for every part, and the slowest part sets the speed', () => {
    const both = ask(60, satin, small);
    for (const { spec } of both.needles)
      expect(both.accepts(spec)).toBe(ask(60, satin).accepts(spec) && ask(60, small).accepts(spec));
    expect(ask(60, satin).speed).toBeNull();
    expect(both.speed?.limit).toBe(700);
    const foam = adviseStop(
      { cloth: 'cap' },
      { element: 'foam', measures: parts({ element: 'fill' }, { element: 'foam' }) },
      poly(40),
      {},
    )!;
    expect(foam.speed?.limit).toBe(650);
  });
});

/** A reading as a picture gives it, by chance. */
function readingOf(seed: number) {
  const luck = chance(seed);
  const regions = Array.from({ length: 1 + Math.floor(luck.next() * 9) }, (_, index): Region => {
    const kind = luck.pick(elementKinds.filter((element) => element !== 'foam'));
    const strokeMm = luck.between(3, 600) / 100;
    return {
      ...{ id: index + 1, tone: 1 + Math.floor(luck.next() * 3), kind },
      ...{ leftMm: 0, topMm: 0, widthMm: luck.between(2, 90), heightMm: luck.between(1, 40) },
      ...{ areaMm2: luck.between(1, 900) + 0.123, strokeMm, widestMm: strokeMm * 1.5 },
      ...{ thinnestMm: strokeMm, plusMinusMm: 0.1 },
      letters:
        kind === 'lettering'
          ? {
              heightMm: luck.between(10, 140) / 10,
              plusMinusMm: 0.1,
              smallestMm: 1,
              tiltDegrees: 0,
              count: 5,
            }
          : null,
      ...{
        stitches: luck.between(5, 4000),
        lengthMm: 3,
        counted: { rows: 1, ends: 0, underlay: 0, ties: 0 },
      },
    };
  });
  const tones = [0, 1, 2, 3].map((tone) => ({
    colour: `#${tone}${tone}4499`,
    share: 0.3,
    isGround: tone === 0,
  }));
  return { reading: { tones, regions }, luck };
}

test('the advice of a job equals what the reader gave, for every element of 200 readings made by chance', () => {
  const shop = [40, 60].flatMap((weightNo) =>
    ['#114499', '#224499', '#334499'].map((colour, index) => ({
      id: `${weightNo} ${index}`,
      colour,
      ...poly(weightNo),
    })),
  );
  let compared = 0;
  for (let seed = 1; seed <= 200; seed++) {
    const { reading, luck } = readingOf(seed);
    const job = {
      cloth: '',
      garment: {
        cloth: luck.pick(keysOf(cloths)),
        layers: luck.between(1, 4),
        seams: luck.next() < 0.3,
        hoop: luck.pick(['small', 'medium', 'large'] as const),
        priority: luck.pick(['detail', 'solidity'] as const),
        topping: luck.pick(['none', 'film'] as const),
      },
    };
    for (const stop of proposeStops(reading, job, shop, {})) {
      const thread = stop.threads[0]?.thread ?? null;
      if (!thread) continue;
      // As it comes back from the job: through the message.
      const measures = JSON.parse(JSON.stringify(measuresOf(stop))) as Measures;
      const kept = adviseStop(job, { element: mainKind(stop), measures }, thread, {})!;
      expect(kept.parts).toHaveLength(stop.elements.length);
      stop.elements.forEach(({ advice }, index) => {
        const same = kept.parts[index]!.advice;
        expect(same.needles.map(({ text }) => text)).toEqual(advice.needles.map(({ text }) => text));
        expect(same.weights).toEqual(advice.weights);
        expect(same.speed).toEqual(advice.speed);
        expect(same.conflicts.map(({ says }) => says)).toEqual(advice.conflicts.map(({ says }) => says));
        expect(same.planned).toEqual([]);
        compared++;
      });
      expect(kept.best.text).toBe(stop.needle.text);
    }
  }
  expect(compared).toBeGreaterThan(500);
});

test('one part is advised as its question alone', () => {
  const question = fillIn({ cloth: 'canvas', element: 'satin', thread: poly(40) });
  const kept = adviseStop({ cloth: 'canvas' }, { element: 'satin' }, poly(40), {})!;
  expect(kept.needles).toEqual(advise(question).needles);
});
