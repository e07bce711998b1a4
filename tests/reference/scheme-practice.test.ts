import { describe, expect, test } from 'vitest';
import { threads } from '../../tools/demo/world.ts';
import type { JobToPlan } from '../../src/core/plan/asked/setup.ts';
import { jobsLike } from '../../src/core/plan/scheme/propose/first.ts';
import { proposeScheme } from '../../src/core/plan/scheme/propose/propose.ts';
import { homesOf, positionsOf } from '../../src/core/plan/blocks/scheme.ts';
import { problemWith, weeksOf, type Design, type Shop } from '../../tools/made/plans/scheme-weeks.ts';

/** What practitioners lay down for shops of a kind. Common practice, no published source. */
const bare: Shop['head'] = threads.slice(0, 15).map(({ code }) => [code, '75/11 sharp'] as const);
const propose = (designs: Design[], odd = 1) => {
  const { problem, about } = weeksOf({ name: '', jobsAWeek: 15, head: bare, designs: () => designs }, 4, 5);
  return proposeScheme({ problem, about, odd, price: 5 });
};
const foam = (first: string, second: string, often: number): Design => ({
  name: `cap ${first} ${second}`,
  cloth: 'structured cap, raised foam',
  garment: { cloth: 'cap' },
  pieces: 24,
  often,
  stops: [
    [first, 5200, 'foam'],
    [second, 1400, 'satin'],
  ],
});
const other = (cloth: string, often: number, ...stops: Design['stops']): Design => ({
  name: cloth,
  cloth,
  pieces: 20,
  often,
  stops,
});
const share = (blocks: ReturnType<typeof propose>['scheme']['blocks'], isSo: (needle: string) => boolean) =>
  blocks.filter(({ needle, use }) => use === 'work' && isSo(needle!)).flatMap(positionsOf).length / 15;

describe('a proposed scheme is what practitioners lay down (common practice, no published source)', () => {
  // Nine jobs in ten in a handful of everyday colours; the tenth is of every other kind, each with its own needle.
  const capsShop = [
    foam('WH40', 'BK40', 27),
    foam('BK40', 'WH40', 20),
    foam('RE40', 'WH40', 14),
    foam('WH40', 'RE40', 11),
    other('knit, light', 3, ['NA40', 3000, 'fill'], ['TE40', 1200, 'satin']),
    other('softshell', 3, ['BL40', 3200, 'fill'], ['SI40', 1500, 'satin'], ['WH60', 900, 'lettering', 4]),
    other('towel', 2, ['RO40', 3000, 'fill'], ['IC40', 1000, 'satin']),
  ];
  test('nine jobs in ten foam caps: about a third of the positions has stout 80/12 sharps', () => {
    const { scheme } = propose(capsShop);
    const stout = share(scheme.blocks, (needle) => needle.startsWith('80/12 sharp'));
    expect(stout).toBeGreaterThanOrEqual(0.25);
    expect(stout).toBeLessThanOrEqual(0.45);
    expect(scheme.blocks.find(({ name }) => name === 'Raised foam')!.reason).toMatch(
      /^Sews 9\d % of the stitches/,
    );
  });
  test('the busiest colour sits twice within its block', () => {
    const { scheme } = propose(capsShop);
    const foamBlock = scheme.blocks.find(({ name }) => name === 'Raised foam')!;
    const white = threads.find(({ code }) => code === 'WH40')!.id;
    expect(foamBlock.threads.filter((thread) => thread === white)).toHaveLength(2);
    expect(foamBlock.reason).toMatch(/sits on 2 positions: it sews \d+ % of all/);
  });
  test('knits only: ball points nearly everywhere', () => {
    const { scheme } = propose([
      other('knit, light', 3, ['NA40', 3000, 'fill'], ['TE40', 1200, 'satin'], ['WH40', 700, 'satin']),
      other('polo knit', 2, ['BL40', 3000, 'fill'], ['WH40', 1200, 'satin']),
      other('sweatshirt knit', 2, ['RE40', 3600, 'fill'], ['BK40', 1000, 'satin']),
      other('knit, heavy', 1, ['GR40', 3600, 'fill'], ['YE40', 1000, 'satin']),
    ]);
    expect(share(scheme.blocks, (needle) => needle.includes('ball'))).toBeGreaterThanOrEqual(0.85);
  });
  test('small text has a block of its own, fine needles with fine thread', () => {
    const { scheme } = propose([
      other('woven, light', 3, ['NA40', 2500, 'fill'], ['WH60', 1200, 'lettering', 4]),
      other('cotton poplin', 3, ['RE40', 2500, 'fill'], ['BK60', 1500, 'lettering', 4]),
      other('woven, light', 2, ['BL40', 2500, 'fill'], ['NA60', 1500, 'lettering', 4]),
    ]);
    expect(scheme.blocks.find(({ name }) => name === 'Small text')).toMatchObject({ weight: 'weight 3' });
    expect(scheme.blocks.find(({ name }) => name === 'Small text')!.needle).toMatch(/^6[05]\/[89]/);
  });
  test('a position for tracing and odd colours remains if it is asked for, at an end, open to any thread', () => {
    for (const odd of [0, 1, 2]) {
      const { scheme } = propose(capsShop, odd);
      const kept = scheme.blocks.filter(({ use }) => use === 'odd');
      expect(kept.flatMap(positionsOf)).toHaveLength(odd);
      for (const { from, to, weight, threads: homes } of kept) {
        expect(from === 1 || to === 15).toBe(true);
        expect([weight, ...homes]).toEqual(Array.from({ length: odd + 1 }, () => null));
      }
    }
  });
  test('three answers of a new shop give a first scheme: its first cloth has the most positions', () => {
    const colours = ['WH40', 'BK40', 'RE40', 'NA40', 'GO40', 'WH60', 'SI40'].map(
      (code) => threads.find((thread) => thread.code === code)!.id,
    );
    const about: JobToPlan[] = jobsLike(
      { goods: ['cap-foam', 'knit-light', 'canvas'], colours, odd: 1 },
      threads,
    );
    const { scheme } = proposeScheme({ problem: problemWith(bare, about), about, odd: 1, price: 5 });
    expect(homesOf(scheme)).toHaveLength(15);
    const largest = [...scheme.blocks].sort((a, b) => b.to - b.from - (a.to - a.from))[0]!;
    expect(largest.needle).toMatch(/^80\/12 sharp/);
    expect(scheme.blocks.some(({ needle }) => needle!.includes('ball'))).toBe(true);
  });
});
