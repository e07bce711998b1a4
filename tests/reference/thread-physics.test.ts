import { fibres } from '../../src/core/thread/fibres.ts';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { bobbinLength } from '../../src/core/bobbin/capacity.ts';
import { pairThreads } from '../../src/core/bobbin/pairing.ts';
import { eyeFit, sizeForThread } from '../../src/core/needle/eye.ts';
import { bobbinFactor, consumption, perStitch } from '../../src/core/stitches/consumption.ts';
import { threadPlan, type SewnStop } from '../../src/core/stitches/run-out.ts';
import { coverOf, sewnWidth, spacingOfLines } from '../../src/core/thread/cover.ts';
import { packing, threadDiameter } from '../../src/core/thread/diameter.ts';

const polyester = (weightNo: number) => ({ tex: 1000 / weightNo, fibre: 'polyester' }) as const;

describe('thread diameter', () => {
  test('is the circle that holds the thread’s mass: πd²/4 · ρ · φ = tex (geometry)', () => {
    for (const weightNo of [12, 30, 40, 60, 80]) {
      const d = threadDiameter(polyester(weightNo)).value;
      // mm² × g/cm³ is g/m; times 1000 is tex.
      const tex = (Math.PI / 4) * d * d * fibres.polyester.density * packing * 1000;
      expect(tex / (1000 / weightNo)).toBeCloseTo(1, 2);
    }
  });
  test('a denser fibre of the same tex is thinner: rayon under polyester under nylon (densities from memory)', () => {
    const [rayon, polyesterD, nylon] = (['rayon', 'polyester', 'nylon'] as const).map(
      (fibre) => threadDiameter({ tex: 25, fibre }).value,
    );
    expect(rayon!).toBeLessThan(polyesterD!);
    expect(polyesterD!).toBeLessThan(nylon!);
  });
  test('what is no thread is refused with what to check', () =>
    expect(() => threadDiameter({ tex: 0, fibre: 'silk' })).toThrow(/Check the weight on the cone/));
  test('metallic is less sure than polyester', () =>
    expect(threadDiameter({ tex: 25, fibre: 'metallic' }).spread).toBeGreaterThan(
      threadDiameter({ tex: 25, fibre: 'polyester' }).spread,
    ));
});

describe('thread and needle’s eye (common practice, no published source)', () => {
  test('40 wt falls to a 75/11, 60 wt to a 65/9', () => {
    expect(sizeForThread(polyester(40))).toBe(75);
    expect(sizeForThread(polyester(60))).toBe(65);
  });
  test('12 wt needs 100/16 or larger, with either eye', () => {
    expect(sizeForThread(polyester(12))).toBeGreaterThanOrEqual(100);
    expect(sizeForThread(polyester(12), 'large')).toBeGreaterThanOrEqual(100);
  });
  test('12 wt in a 75/11 is tight, 60 wt in a 90/14 loose, 40 wt in a 75/11 comfortable', () => {
    const fit = (sizeMetric: 75 | 90, weightNo: number) =>
      eyeFit({ sizeMetric, eye: 'standard' }, polyester(weightNo)).verdict;
    expect(fit(75, 12)).toBe('tight');
    expect(fit(90, 60)).toBe('loose');
    expect(fit(75, 40)).toBe('comfortable');
  });
  test('the large eye takes the same thread with more room', () => {
    const fill = (eye: 'standard' | 'large') => eyeFit({ sizeMetric: 90, eye }, polyester(40)).fill.value;
    expect(fill('large')).toBeLessThan(fill('standard'));
  });
});

describe('cover', () => {
  test('40 wt closes at 0.40 mm (from memory)', () =>
    expect(coverOf(polyester(40), 0.4).closesAt.value).toBeCloseTo(0.4, 1));
  test('60 wt at 40 wt’s spacing leaves about 18 % open, and closes at its own', () => {
    const spacing = spacingOfLines(sewnWidth(polyester(40)).value);
    const { open, closesAt } = coverOf(polyester(60), spacing);
    expect(open).toBeGreaterThan(0.17);
    expect(open).toBeLessThan(0.2);
    expect(coverOf(polyester(60), closesAt.value).open).toBeCloseTo(0, 10);
  });
  test('a spacing that nobody sews is refused', () =>
    expect(() => coverOf(polyester(40), 0)).toThrow(/0\.40 mm is usual/));
});

describe('consumption', () => {
  const cloth = { thicknessMm: 1, bobbinShare: 1 / 3 };
  test('the worked example of docs/arithmetic.md', () => {
    // Fill, 4 mm stitches, 1 mm thick: top 4 + 2 = 6, bobbin 4. Satin, 3 mm, a third below: (2 − 1/3)·3 + 2 = 7, 1.
    expect(perStitch('fill', 4, cloth)).toEqual({ topMm: 6, bobbinMm: 4 });
    expect(perStitch('satin', 3, cloth).topMm).toBeCloseTo(7, 10);
    expect(perStitch('satin', 3, cloth).bobbinMm).toBeCloseTo(1, 10);
    const stops: SewnStop[] = [
      { stop: 1, kind: 'fill', stitches: 6000, lengthMm: 4, cone: 'blue' },
      { stop: 2, kind: 'satin', stitches: 2000, lengthMm: 3, cone: 'white' },
    ];
    const plan = threadPlan(stops, 10, cloth, { cones: { blue: 100, white: 1000 }, bobbinMetres: 104 });
    expect(plan.cones['blue']).toBeCloseTo(360, 6);
    expect(plan.cones['white']).toBeCloseTo(140, 6);
    expect(plan.bobbinMetres).toBeCloseTo(260, 6);
    expect(plan.stitchesPerBobbin).toBeCloseTo(32_000, 6);
    // 100 m of blue: two pieces of 36 m, then 28 m of the third: 4,666 stitches, gone in the 4,667th.
    expect(plan.conesRunOut).toEqual({ blue: { piece: 3, stop: 1, stitch: 4667 } });
    expect(plan.bobbins).toBe(3);
    expect(plan.bobbinRunOuts).toEqual([
      { piece: 5, stop: 1, stitch: 1 },
      { piece: 9, stop: 1, stitch: 1 },
    ]);
  });

  const length = fc.double({ min: 0.2, max: 10, noNaN: true });
  const share = fc.double({ min: 0, max: 1, noNaN: true });
  const thick = fc.double({ min: 0, max: 10, noNaN: true });
  const kind = fc.constantFrom('fill', 'satin', 'lettering', 'run', 'foam');
  test('more length, more thickness never take less top thread; more bobbin share moves thread below', () => {
    fc.assert(
      fc.property(kind, length, length, thick, thick, share, share, (of, l1, l2, h1, h2, f1, f2) => {
        const top = (l: number, h: number, f: number) =>
          perStitch(of, l, { thicknessMm: h, bobbinShare: f }).topMm;
        expect(top(Math.max(l1, l2), h1, f1)).toBeGreaterThanOrEqual(top(Math.min(l1, l2), h1, f1));
        expect(top(l1, Math.max(h1, h2), f1)).toBeGreaterThanOrEqual(top(l1, Math.min(h1, h2), f1));
        const [less, more] = [Math.min(f1, f2), Math.max(f1, f2)].map((f) =>
          perStitch(of, l1, { thicknessMm: h1, bobbinShare: f }),
        );
        expect(more!.topMm).toBeLessThanOrEqual(less!.topMm);
        expect(more!.bobbinMm).toBeGreaterThanOrEqual(less!.bobbinMm);
      }),
    );
  });
  test('the job’s totals are the sum of its stops, and nothing runs out before its metres are used', () => {
    const stop = fc.record({ kind, stitches: fc.integer({ min: 1, max: 9000 }), lengthMm: length });
    fc.assert(
      fc.property(
        fc.array(stop, { minLength: 1, maxLength: 6 }),
        fc.integer({ min: 1, max: 50 }),
        (raw, pieces) => {
          const stops = raw.map((one, index) => ({ ...one, stop: index + 1, cone: `c${index % 2}` }));
          const supply = { cones: { c0: 50 }, bobbinMetres: 30 };
          const plan = threadPlan(stops, pieces, cloth, supply);
          const top = stops.map((one) => consumption(one, cloth).topMm / 1000);
          const total = top.reduce((sum, one) => sum + one, 0) * pieces;
          expect(Object.values(plan.cones).reduce((sum, one) => sum + one, 0)).toBeCloseTo(total, 4);
          const place = plan.conesRunOut['c0'];
          expect(Boolean(place)).toBe(plan.cones['c0']! > 50);
          if (!place) return;
          const before =
            (plan.cones['c0']! / pieces) * (place.piece - 1) +
            stops.reduce((sum, one, index) => {
              if (one.cone !== 'c0' || one.stop > place.stop) return sum;
              return (
                sum +
                (one.stop < place.stop ? top[index]! : (top[index]! * (place.stitch - 1)) / one.stitches)
              );
            }, 0);
          expect(before).toBeLessThanOrEqual(50 + 1e-6);
          const next = top[place.stop - 1]! / stops[place.stop - 1]!.stitches;
          expect(before + next).toBeGreaterThanOrEqual(50 - 1e-6);
        },
      ),
    );
  });
  test('a measured bobbin life corrects the model, an impossible one is refused', () => {
    expect(bobbinFactor(110, 100_000)).toBeCloseTo(1.1, 10);
    expect(() => bobbinFactor(1000, 1000)).toThrow(/Check when it was put in/);
  });
});

describe('bobbin thread under top thread (common practice, no published source)', () => {
  const pair = (top: number, bobbin: number, same = false) =>
    pairThreads({ top: polyester(top), bobbin: polyester(bobbin), size: 'L', school: '25-30', same });
  test('60 wt under 40 wt is right, 80 wt hides better', () => {
    expect(pair(40, 60).verdict).toBe('good');
    expect(pair(40, 80).verdict).toBe('good');
    expect(pair(40, 80).ratio.value).toBeLessThan(pair(40, 60).ratio.value);
  });
  test('40 wt under 40 wt adds bulk and shows as specks, unless both sides are meant to be alike', () => {
    expect(pair(40, 40)).toMatchObject({ verdict: 'poor' });
    expect(pair(40, 40).says[0]).toMatch(/bulk.*specks/);
    expect(pair(40, 40, true).verdict).toBe('good');
  });
  test('finer bobbin thread goes on longer: the volume is the same', () =>
    expect(bobbinLength('L', 12.5).value / bobbinLength('L', 25).value).toBeCloseTo(2, 10));
  test('the case begins in the school’s range', () =>
    expect(pair(40, 60).startGrams).toMatchObject({ from: 25, to: 30 }));
});
