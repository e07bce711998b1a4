import fc from 'fast-check';
import { v7 as uuid7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import { noFeedYet, type FeedEvent, type FeedNews } from './event.ts';
import { mostStitches } from '../shape/most.ts';
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
    ...{ id, by, kind: 'break', head: 1, position: null, endedAt: null },
    ...{ at: new Date(Date.UTC(2026, 5, 1, 8, 0, second)).toISOString() },
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

  it('are two at different positions, and when the operator’s had ended before the machine stood', () => {
    const typed = (more: Partial<ToldStop>) => told('h', 5, 'hand', { position: 7, ...more });
    expect(pairs([told('f', 30, 'feed', { position: 12 }), typed({})])).toEqual([]);
    expect(pairs([told('f', 30, 'feed', { position: 7 }), typed({})])).toEqual(['f=h']);
    const ended = (second: number) => told('h', second, 'hand').at;
    // While the machine stood the finger may have met a neighbour; after it had gone on it meant another stop.
    expect(pairs([told('f', 0, 'feed', { position: 6 }), typed({})])).toEqual(['f=h']);
    expect(pairs([told('f', 0, 'feed', { position: 6, endedAt: ended(3) }), typed({})])).toEqual([]);
    expect(pairs([told('f', 30, 'feed'), typed({ endedAt: ended(10) })])).toEqual([]);
    expect(pairs([told('f', 30, 'feed'), typed({ endedAt: ended(31) })])).toEqual(['f=h']);
    // The machine had gone on before the touch came: operators touch late.
    expect(pairs([told('f', 0, 'feed', { endedAt: ended(3) }), typed({})])).toEqual(['f=h']);
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

describe('lines of a feed at their edges', () => {
  const fold = (now: Partial<typeof noFeedYet>, news: FeedNews, about = machine) =>
    foldFeed({ ...noFeedYet, ...now }, line(news), about);
  const one = { ...machine, heads: 1 };

  it('a start names where it sews, and keeps what was known; only a machine that stood sews again', () => {
    expect(fold({}, { event: 'start', stop: 2, position: 5 })).toMatchObject({
      now: { running: true, stop: 2, position: 5 },
      entry: 'again',
    });
    expect(fold({ stop: 1, position: 3 }, { event: 'start' }).now).toMatchObject({ stop: 1, position: 3 });
    expect(fold({ running: true }, { event: 'start' }).entry).toBeNull();
  });
  it('a stop is told once, in the machine’s words or plain ones', () => {
    expect(fold({ running: true }, { event: 'stop', why: 'frame limit' })).toMatchObject({
      now: { running: false },
      entry: { kind: 'stop', head: null, position: null, data: { why: 'frame limit', by: 'feed' } },
    });
    expect(fold({ running: true }, { event: 'stop' }).entry).toMatchObject({
      data: { why: 'machine stopped' },
    });
    expect(fold({ running: false }, { event: 'stop' }).entry).toBeNull();
  });
  it('the last position and the last head count as there, one more does not', () => {
    expect(fold({}, { event: 'colour', stop: 1, position: 12 }).refused).toBeNull();
    expect(fold({}, { event: 'break', head: 2, position: 12 }).refused).toBeNull();
    expect(fold({}, { event: 'break', head: 2, position: 13 }).refused).toBe(
      'This machine has no head 2, position 13.',
    );
    expect(fold({}, { event: 'piece', heads: [1, 2] }).refused).toBeNull();
    expect(fold({}, { event: 'piece', heads: [2, 3] }).refused).toBe('This machine has 2 heads.');
  });
  it('on one head a break needs no head; on several it does', () => {
    expect(fold({ position: 4 }, { event: 'break' }, one).entry).toMatchObject({ head: 1, position: 4 });
    expect(fold({ position: 4 }, { event: 'break' }).refused).toContain('needs its head and position');
    expect(fold({}, { event: 'break' }, one).refused).toContain('needs its head and position');
    // Without a colour line it is not known in which stop it broke.
    const entry = fold({}, { event: 'break', position: 4 }, one).entry;
    expect(entry).toMatchObject({ data: { fault: null, stitch: 0, by: 'feed' } });
    expect((entry as { data: object }).data).not.toHaveProperty('stop');
  });
  it('stitches go to the stop and the position together, and nowhere while one is not known', () => {
    const counts = [
      { stop: 1, position: 3, stitches: 10 },
      { stop: 1, position: 4, stitches: 20 },
      { stop: 2, position: 4, stitches: 30 },
    ];
    const read = (stop: number | null, position: number | null) =>
      fold({ stop, position, counts, stitches: 60 }, { event: 'stitches', stitches: 65 }).now.counts;
    expect(read(1, 4).map(({ stitches }) => stitches)).toEqual([10, 25, 30]);
    expect(read(2, 3)).toEqual([...counts, { stop: 2, position: 3, stitches: 5 }]);
    expect([read(null, 3), read(1, null)]).toEqual([counts, counts]);
    expect(
      fold({ stop: 1, position: 3, stitches: 60 }, { event: 'stitches', stitches: 60 }).now.counts,
    ).toEqual([]);
  });
  it('more than a piece can hold is refused, and says what is missing', () => {
    const many = (count: number) =>
      Array.from({ length: count }, (_, index) => ({ stop: index + 1, position: 1, stitches: 5 }));
    const full = { stop: 99, position: 1, stitches: 495 };
    expect(fold({ ...full, counts: many(99) }, { event: 'stitches', stitches: 500 }).refused).toBeNull();
    expect(
      fold({ ...full, stop: 100, counts: many(99) }, { event: 'stitches', stitches: 500 }).refused,
    ).toMatch(/^A piece has at most 99/);
    const most = { stop: 1, position: 1, counts: [{ stop: 2, position: 1, stitches: 5 }] };
    expect(fold(most, { event: 'stitches', stitches: mostStitches }).refused).toBeNull();
    expect(fold(most, { event: 'stitches', stitches: mostStitches + 1 }).refused).toContain('Tell “piece”');
  });
});
