import { describe, expect, test } from 'vitest';
import { smallWeek } from '../../../../../tests/support/scheme-mix.ts';
import { blockName, blockReason, oddReason } from './reasons.ts';
import { mixOf, type JobInMix, type Mix } from './mix.ts';
import { middlingNeedle, seatShares } from './shares.ts';

const threadNames = { red: 'Red', gold: 'Gold' };
const seat = (mix: Mix, thread: string | null, needle: string, weight = 'weight 2') => ({
  thread: mix.threads.indexOf(thread ?? 'none'),
  needle: mix.needles.indexOf(needle),
  weight: mix.weights.indexOf(weight),
});
/** Red twice, gold and an open position with one needle, fine thread by itself. */
function proposed(jobs: readonly JobInMix[] = smallWeek.about) {
  const mix = mixOf(smallWeek.problem, jobs);
  const of = (thread: string | null) => seat(mix, thread, '75/11 sharp');
  const forty = [of('red'), of('red'), of('gold'), of(null)];
  const sixty = [seat(mix, 'fine', '65/9 sharp', 'weight 3')];
  const seats = [...forty, ...sixty];
  const shares = seatShares(mix, seats);
  const about = (group: typeof seats) => ({ mix, seats, shares, group, threadNames });
  return { mix, shares, forty: about(forty), sixty: about(sixty) };
}
const told = (id: string, change: (job: JobInMix) => Partial<JobInMix>) =>
  smallWeek.about.map((job) => (job.id === id ? { ...job, ...change(job) } : job));

describe('a small week numbered', () => {
  test('pieces times stitches; cloths in a word; the needle that suits best; who asks how often', () => {
    const { mix } = proposed();
    expect(mix.threads).toEqual(['red', 'gold', 'fine']);
    expect(mix.needles).toEqual(['75/11 sharp', '80/12 sharp', '65/9 sharp']);
    expect(mix.weights).toEqual(['weight 2', 'weight 3']);
    expect([...mix.weightOf]).toEqual([0, 0, 1]);
    expect([...mix.askedShare]).toEqual([2 / 3, 1 / 3, 1 / 3]);
    const asks = mix.jobs.map((job) => job.asks.map(({ stitches, cloth, best }) => [stitches, cloth, best]));
    expect(asks).toEqual([
      [
        [6000, 'twill', 0],
        [2000, 'twill', 0],
      ],
      [[2000, 'canvas', 1]],
      [[400, 'canvas', 2]],
    ]);
    expect([...mix.jobs[1]!.asks[0]!.penaltyOf]).toEqual([2, 0, Infinity]);
    expect(mixOf(smallWeek.problem).jobs[0]!.asks[0]).toMatchObject({
      stitches: 3000,
      cloth: '',
      elements: [],
    });
  });
});

describe('shares', () => {
  test('alike seats take turns; what its best needle is not there for goes to the next best; of 10,400 stitches', () => {
    const { mix, shares } = proposed();
    expect(shares.seats.map((share) => Math.round(share * 10_400))).toEqual([4000, 4000, 2000, 0, 400]);
    expect(shares.asks.map((asks) => asks.length)).toEqual([2, 2, 1, 0, 1]);
    // With the 80/12 there too, canvas is sewn there.
    const more = [...proposed().forty.seats, seat(mix, 'red', '80/12 sharp')];
    expect(seatShares(mix, more).seats.map((share) => Math.round(share * 10_400))).toEqual([
      3000, 3000, 2000, 0, 400, 2000,
    ]);
    // What no seat serves counts among all.
    expect(seatShares(mix, more.slice(-1)).seats).toEqual([2000 / 10_400]);
  });
  test('the middling needle suits most stitches: 75/11 costs 8,800 stitch-minutes of care, the others 100,000 and more', () => {
    expect(middlingNeedle(proposed().mix)).toBe(0);
    // Where nearly all is small text, the fine one.
    const names = told('names', () => ({ pieces: 1000 }));
    expect(middlingNeedle(proposed(names).mix)).toBe(2);
    const canvas = told('canvas', () => ({ pieces: 1000 }));
    expect(middlingNeedle(proposed(canvas).mix)).toBe(1);
  });
});

describe('what a block says of itself', () => {
  test('its share, cloths, elements, how its needle suits, which colour sits twice, what is open', () => {
    const { forty, sixty } = proposed();
    expect(blockReason(forty)).toBe(
      'Sews 96 % of the stitches (twill 80 %, canvas 20 %), mostly fill and satin. 75/11 sharp is the first choice for 80 % of it. ' +
        'Red sits on 2 positions: it sews 77 % of all. One position is open to further colours.',
    );
    expect(blockReason(sixty)).toBe(
      'Sews 4 % of the stitches (canvas 100 %), mostly lettering. 65/9 sharp is the first choice for 100 % of it.',
    );
    expect(blockReason({ ...forty, threadNames: {} })).toContain('one colour sits on 2 positions');
    const open = [forty.group[3]!, forty.group[3]!];
    expect(blockReason({ ...forty, group: open })).toBe(
      'Sews 0 % of the stitches. 2 positions are open to further colours.',
    );
  });
  test('a cloth under a tenth and an element under a fifth are not told', () => {
    // 2,000 of canvas beside 12,000 of twill; then beside 20,000.
    const { forty } = proposed(told('twill', (job) => ({ ...job, pieces: 3 })));
    expect(blockReason(forty)).toContain('(twill 86 %, canvas 14 %), mostly fill and satin.');
    const many = proposed(told('twill', (job) => ({ ...job, pieces: 5 })));
    expect(blockReason(many.forty)).toContain('(twill 91 %), mostly fill and satin.');
    const satin = told('twill', ({ stops }) => ({
      stops: [stops[0]!, { ...stops[1]!, stitches: 1000, element: 'fill' as const }],
    }));
    expect(blockReason(proposed(satin).forty)).toContain('canvas 20 %), mostly fill.');
  });
  test('its name is what it sews: cloths, raised foam, small text, metallic, or only its weight', () => {
    const { forty, sixty } = proposed();
    expect(blockName(forty)).toBe('Twill');
    expect(blockName(sixty)).toBe('Small text');
    // A second cloth from a quarter on: 4,000 of canvas beside 8,000 of twill.
    expect(blockName(proposed(told('canvas', () => ({ pieces: 2 }))).forty)).toBe('Twill and canvas');
    const foam = told('twill', ({ stops }) => ({
      stops: [{ ...stops[0]!, element: 'foam' as const }, stops[1]!],
    }));
    expect(blockName(proposed(foam).forty)).toBe('Raised foam');
    const little = told('canvas', ({ stops }) => ({ stops: [{ ...stops[0]!, element: 'foam' as const }] }));
    expect(blockName(proposed(little).forty)).toBe('Twill');
    const fill = told('names', ({ stops }) => ({ stops: [{ ...stops[0]!, element: 'fill' as const }] }));
    expect(blockName(proposed(fill).sixty)).toBe('Canvas');
    // Letters in 40 weight are no small text.
    const letters = smallWeek.about.map((job) => ({
      ...job,
      stops: job.stops.map((stop) => ({ ...stop, element: 'lettering' as const })),
    }));
    expect(blockName(proposed(letters).forty)).toBe('Twill');
    const nothing = smallWeek.about.map(({ id, pieces }) => ({ id, pieces, cloth: ' ', stops: [] }));
    expect(blockName(proposed(nothing).forty)).toBe('40 wt');
    const shine = { ...forty.mix, weights: ['metallic', 'weight 3'] };
    expect(blockName({ ...forty, mix: shine })).toBe('Metallic');
  });
  test('the odd position says for how much its needle would do', () => {
    const { mix } = proposed();
    expect(oddReason(mix, 0)).toBe(
      'For tracing and what comes once: 75/11 sharp would do for 96 % of the stitches.',
    );
    expect(oddReason(mix, 1)).toContain('80/12 sharp would do for 38 % of the stitches.');
  });
});
