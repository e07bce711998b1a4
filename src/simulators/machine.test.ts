import jStat from 'jstat';
import { describe, expect, it } from 'vitest';
import { chance } from '../core/base/chance.ts';
import type { FeedNews } from '../core/feed/event.ts';
import { breakRate, drawFault, faultShares, type BreakConditions } from './break-model.ts';
import { SimulatedMachine, type SimulatedSetup } from './machine.ts';

const plain: BreakConditions = {
  needleStitches: 0,
  eyeFill: 0.6,
  fibre: 'polyester',
  speed: 800,
  tensionOff: 0,
};

/** Pearson's chi-square (1900): the chance of counts as far off as these or farther, with one degree less than counts. */
function chance2(seen: readonly number[], expected: readonly number[], degrees: number): number {
  const off = seen.reduce((sum, one, index) => sum + (one - expected[index]!) ** 2 / expected[index]!, 0);
  return 1 - jStat.chisquare.cdf(off, degrees);
}

describe('the simulated machine', () => {
  const setup = (more: Partial<SimulatedSetup> = {}): SimulatedSetup => ({
    heads: 4,
    stops: [
      { stop: 1, position: 3, stitches: 5000, fibre: 'polyester', eyeFill: 0.6 },
      { stop: 2, position: 7, stitches: 2500, fibre: 'rayon', eyeFill: 0.75 },
      { stop: 3, position: 8, stitches: 1000, fibre: 'metallic', eyeFill: 0.6 },
    ],
    speed: 850,
    tensionOff: 5,
    // A frozen age: the rates then stay what they are, and the expected counts are exact.
    needleStitches: (head) => head * 60_000,
    chance: chance(11).next,
    ...more,
  });

  it('breaks come as often as its documented model says, on each head and colour (chi-square)', () => {
    const machine = new SimulatedMachine(setup());
    const seen = new Map<string, number>();
    // Ages grow while it sews: expected counts follow them stitch by stitch, piece by piece.
    const expected = new Map<string, number>();
    const ages = new Map<string, number>();
    const add = (map: Map<string, number>, key: string, by: number) => map.set(key, (map.get(key) ?? 0) + by);
    const { stops, speed, tensionOff, needleStitches } = setup();
    let pieces = 0;
    while (pieces < 400) {
      for (const news of machine.advance(30)) {
        if (news.event === 'break') add(seen, `${news.head}:${news.position}`, 1);
        if (news.event !== 'piece') continue;
        pieces++;
        for (const stop of stops)
          for (let head = 1; head <= 4; head++) {
            const key = `${head}:${stop.position}`;
            const age = needleStitches(head, stop.position) + (ages.get(key) ?? 0) + stop.stitches / 2;
            add(
              expected,
              key,
              stop.stitches * breakRate({ ...stop, needleStitches: age, speed, tensionOff }),
            );
            add(ages, key, stop.stitches);
          }
      }
    }
    const keys = [...expected.keys()];
    expect(Math.min(...keys.map((key) => expected.get(key)!))).toBeGreaterThan(5);
    const p = chance2(
      keys.map((key) => seen.get(key) ?? 0),
      keys.map((key) => expected.get(key)!),
      keys.length,
    );
    expect(p).toBeGreaterThan(0.001);
    expect(p).toBeLessThan(0.999);
  });

  it('kinds of break by their shares (chi-square); the shares add up to one', () => {
    expect(faultShares.reduce((sum, [, share]) => sum + share, 0)).toBeCloseTo(1, 12);
    const luck = chance(3);
    const count = 20_000;
    const seen = new Map<string, number>();
    for (let draw = 0; draw < count; draw++) {
      const fault = drawFault(luck.next);
      seen.set(fault, (seen.get(fault) ?? 0) + 1);
    }
    const p = chance2(
      faultShares.map(([fault]) => seen.get(fault) ?? 0),
      faultShares.map(([, share]) => share * count),
      faultShares.length - 1,
    );
    expect(p).toBeGreaterThan(0.001);
  });

  it('rates grow with needle age, a bad eye, metallic thread, speed and tension', () => {
    const worse: Partial<BreakConditions>[] = [
      { needleStitches: 250_000 },
      { eyeFill: 0.9 },
      { fibre: 'metallic' },
      { speed: 1000 },
      { tensionOff: -10 },
    ];
    for (const one of worse) expect(breakRate({ ...plain, ...one })).toBeGreaterThan(breakRate(plain) * 1.3);
    expect(breakRate({ ...plain, needleStitches: 250_000 })).toBeCloseTo(4 * breakRate(plain), 12);
  });

  it('tells the same however finely time is cut: stitches of a piece add up to the design', () => {
    for (const step of [0.3, 7, 600]) {
      const machine = new SimulatedMachine(setup({ chance: () => 0.999_999_999 }));
      const all: FeedNews[] = [];
      while (!all.some((news) => news.event === 'piece')) all.push(...machine.advance(step));
      const first = all.slice(
        0,
        all.findIndex((news) => news.event === 'piece'),
      );
      const last = first.findLast((news) => news.event === 'stitches');
      expect(last).toEqual({ event: 'stitches', stitches: 8500 });
      expect(
        first
          .filter((news) => news.event === 'colour')
          .map((news) => news.event === 'colour' && news.position),
      ).toEqual([3, 7, 8]);
    }
  });
});
