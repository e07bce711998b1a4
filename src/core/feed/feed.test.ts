import fc from 'fast-check';
import { v7 as uuid7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import { noFeedYet, type FeedEvent, type FeedNews } from './event.ts';
import { foldFeed, type FeedMachine } from './fold.ts';
import { matchStops, type ToldStop } from './match.ts';

const machine: FeedMachine = { id: 'm', heads: 2, positions: 12, topSpeed: 900, jobId: 'j', seating: {} };
const line = (news: FeedNews, second = 0): FeedEvent => ({
  id: uuid7(),
  at: new Date(Date.UTC(2026, 5, 1, 8, 0, second)).toISOString(),
  ...news,
});
const run = (all: readonly FeedNews[], about = machine) =>
  all.reduce(
    ({ now, out }, news, index) => {
      const folded = foldFeed(now, line(news, index), about);
      return { now: folded.now, out: [...out, folded] };
    },
    { now: noFeedYet, out: [] as ReturnType<typeof foldFeed>[] },
  );

describe('the feed of a machine', () => {
  it('a piece carries the stitches that each stop and position sewed', () => {
    const { out, now } = run([
      { event: 'speed', speed: 780 },
      { event: 'colour', stop: 1, position: 8 },
      { event: 'start' },
      { event: 'stitches', stitches: 400 },
      { event: 'stitches', stitches: 1200 },
      { event: 'colour', stop: 2, position: 3 },
      { event: 'stitches', stitches: 1500 },
      { event: 'piece' },
    ]);
    expect(out.at(-1)!.entry).toMatchObject({
      kind: 'piece_finished',
      jobId: 'j',
      data: {
        heads: [1, 2],
        speed: 780,
        stops: [
          { stop: 1, position: 8, stitches: 1200 },
          { stop: 2, position: 3, stitches: 300 },
        ],
      },
    });
    expect(now).toMatchObject({ stitches: 0, counts: [], running: false });
  });

  it('a counter that goes back after mending adds nothing until it sews on', () => {
    const { now } = run([
      { event: 'colour', stop: 1, position: 8 },
      { event: 'start' },
      { event: 'stitches', stitches: 1000 },
      { event: 'break', head: 2 },
      { event: 'stitches', stitches: 990 },
      { event: 'start' },
      { event: 'stitches', stitches: 1100 },
    ]);
    // The ten stitches sewn twice went through the cloth twice: the needle did them both times.
    expect(now.counts).toEqual([{ stop: 1, position: 8, stitches: 1110 }]);
  });

  it('a break has its stop, stitch and the position that sews; sewing again follows', () => {
    const { out } = run([
      { event: 'colour', stop: 3, position: 5 },
      { event: 'start' },
      { event: 'stitches', stitches: 812 },
      { event: 'break', head: 2, fault: 'shred' },
      { event: 'start' },
    ]);
    expect(out[3]!.entry).toMatchObject({
      kind: 'break',
      head: 2,
      position: 5,
      data: { fault: 'shred', stop: 3, stitch: 812, by: 'feed' },
    });
    expect(out[4]!.entry).toBe('again');
  });

  it('refuses what cannot be, in words, and leaves the state as it was', () => {
    const refusal = (news: FeedNews, about = machine) => {
      const { now, refused } = foldFeed(noFeedYet, line(news), about);
      expect(now).toBe(noFeedYet);
      return refused;
    };
    expect(refusal({ event: 'colour', stop: 1, position: 13 })).toContain('no position 13');
    expect(refusal({ event: 'break', head: 1 })).toContain('needs its head and position');
    expect(refusal({ event: 'break', head: 3, position: 1 })).toContain('no head 3');
    expect(refusal({ event: 'piece' }, { ...machine, jobId: null })).toContain('needs a job');
  });

  it('stitches never get lost or doubled, however the counter is read', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 500 }), { minLength: 1 }), (steps) => {
        let counter = 0;
        const reads: FeedNews[] = steps.map((step) => ({ event: 'stitches', stitches: (counter += step) }));
        const { now } = run([{ event: 'colour', stop: 1, position: 1 }, { event: 'start' }, ...reads]);
        expect(now.counts[0]!.stitches).toBe(counter);
      }),
    );
  });
});

describe('the machine’s line and the operator’s touch about one stop', () => {
  const told = (id: string, second: number, by: 'feed' | 'hand', more: Partial<ToldStop> = {}): ToldStop => ({
    ...{ id, by, kind: 'break', head: 1, at: new Date(Date.UTC(2026, 5, 1, 8, 0, second)).toISOString() },
    ...more,
  });
  const pairs = (stops: ToldStop[]) => matchStops(stops).map(({ feed, hand }) => `${feed.id}=${hand.id}`);

  it('are one within a minute and a half, the nearest first, each once', () => {
    expect(pairs([told('f', 0, 'feed'), told('h', 40, 'hand')])).toEqual(['f=h']);
    expect(pairs([told('f', 0, 'feed'), told('h', 100, 'hand')])).toEqual([]);
    expect(pairs([told('f1', 0, 'feed'), told('f2', 50, 'feed'), told('h', 45, 'hand')])).toEqual(['f2=h']);
  });

  it('are two on different heads, or when the operator says there was no break', () => {
    expect(pairs([told('f', 0, 'feed', { head: 2 }), told('h', 5, 'hand')])).toEqual([]);
    expect(pairs([told('f', 0, 'feed'), told('h', 5, 'hand', { kind: 'stop', head: null })])).toEqual([]);
    expect(pairs([told('f', 0, 'feed', { kind: 'stop', head: null }), told('h', 5, 'hand')])).toEqual([
      'f=h',
    ]);
  });

  it('come out the same in whatever order they are told', () => {
    const stops = [0, 20, 70, 100].flatMap((second, index) => [
      told(`f${index}`, second, 'feed'),
      told(`h${index}`, second + 8 * (index % 2 ? 1 : -1), 'hand'),
    ]);
    fc.assert(
      fc.property(fc.shuffledSubarray(stops, { minLength: stops.length }), (shuffled) => {
        expect(pairs(shuffled)).toEqual(pairs(stops));
      }),
    );
  });
});
