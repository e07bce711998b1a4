import { describe, expect, test } from 'vitest';
import { noFeedYet, type FeedEvent, type FeedNews } from '../../core/feed/event.ts';
import { foldPost } from './fold-post.ts';
import type { FeedState } from './state.ts';

const machine: FeedState['machine'] = {
  ...{ id: 'm', heads: 2, positions: 12, topSpeed: 900, jobId: 'job' },
  seating: { 1: { position: 3, by: 'put_on' }, 2: { position: 5, by: 'put_on' } },
};
const fresh: FeedState = { machine, kept: null };
let count = 0;
const line = (news: FeedNews): FeedEvent => ({
  ...news,
  id: `line ${++count}`,
  at: new Date(Date.UTC(2026, 10, 2, 8, 0, count)).toISOString(),
});

describe('lines of a feed that come together', () => {
  test('a piece from its first stitch to its end: one entry, with the stitches of each stop', () => {
    const lines = [
      line({ event: 'colour', stop: 1, position: 3 }),
      line({ event: 'speed', speed: 700 }),
      line({ event: 'stitches', stitches: 1200 }),
      line({ event: 'colour', stop: 2, position: 5 }),
      line({ event: 'stitches', stitches: 2000 }),
      line({ event: 'piece' }),
    ];
    const { answer, entries, kept } = foldPost(fresh, lines, null)!;
    expect(answer).toEqual({ taken: 6, again: 0, refused: [] });
    expect(entries).toHaveLength(1);
    expect(entries[0]).toMatchObject({
      id: lines[5]!.id,
      kind: 'piece_finished',
      data: {
        heads: [1, 2],
        speed: 700,
        stops: [
          { stop: 1, position: 3, stitches: 1200 },
          { stop: 2, position: 5, stitches: 800 },
        ],
      },
    });
    expect(kept!.recent).toEqual(lines.map((one) => one.id));
    expect(kept!.now).toMatchObject({ stitches: 0, counts: [], running: false });
  });
  test('positions that take turns piece by piece are no news, in the same post too; another one is', () => {
    const seating = { 1: { position: 3, by: 'put_on' as const, turns: [3, 7] } };
    const piece = (position: number) => [
      line({ event: 'colour', stop: 1, position }),
      line({ event: 'stitches', stitches: 500 }),
      line({ event: 'piece' }),
    ];
    const taking = { machine: { ...machine, seating }, kept: null };
    const told = (...positions: number[]) =>
      foldPost(taking, positions.flatMap(piece), null)!.entries.map(({ kind }) => kind);
    expect(told(3, 7, 3)).toEqual(['piece_finished', 'piece_finished', 'piece_finished']);
    expect(told(3, 3)).toEqual(['piece_finished', 'stop_moved', 'piece_finished']);
  });
  test('a position that is not the one on record is recorded once, and ends no stop', () => {
    const moved = [
      line({ event: 'colour', stop: 1, position: 8 }),
      line({ event: 'colour', stop: 2, position: 5 }),
      line({ event: 'colour', stop: 1, position: 8 }),
      line({ event: 'colour', stop: 3, position: 2 }),
      line({ event: 'start' }),
    ];
    const { entries } = foldPost(fresh, moved, null)!;
    expect(entries).toMatchObject([
      { id: moved[0]!.id, kind: 'stop_moved', jobId: 'job', data: { stop: 1, position: 8, by: 'feed' } },
      { id: moved[3]!.id, kind: 'stop_moved', data: { stop: 3, position: 2 } },
    ]);
    const none = { machine: { ...machine, jobId: null }, kept: null };
    expect(foldPost(none, [line({ event: 'colour', stop: 1, position: 8 })], null)!.entries).toEqual([]);
  });
  test('sent again they are known, and change nothing', () => {
    const lines = [line({ event: 'start' }), line({ event: 'stitches', stitches: 50 })];
    const { kept } = foldPost(fresh, lines, null)!;
    const again = foldPost({ machine, kept }, lines, null)!;
    expect(again).toEqual({
      answer: { taken: 0, again: 2, refused: [] },
      entries: [],
      kept: null,
      fresh: [],
    });
  });
  test('a line that comes twice in one post counts once', () => {
    const piece = line({ event: 'piece' });
    const { answer, entries } = foldPost(fresh, [piece, piece], null)!;
    expect(answer).toEqual({ taken: 1, again: 1, refused: [] });
    expect(entries).toHaveLength(1);
  });
  test('going on after a stop asks first which stop stands open, unless the post tells it', () => {
    const standing: FeedState = { machine, kept: { now: { ...noFeedYet, running: false }, recent: ['x'] } };
    const start = line({ event: 'start' });
    expect(foldPost(standing, [start], undefined)).toBeNull();
    expect(foldPost(standing, [start], 'the stop')!.entries).toMatchObject([
      { kind: 'sewing_again', data: { closes: 'the stop' } },
    ]);
    expect(foldPost(standing, [start], null)!.entries).toEqual([]);
  });
  test('a break and its end in one post: the end is of that break', () => {
    const running: FeedState = { machine, kept: { now: { ...noFeedYet, running: true }, recent: [] } };
    const broke = line({ event: 'break', head: 2, position: 4, fault: 'shred' });
    const { entries } = foldPost(running, [broke, line({ event: 'start' })], undefined)!;
    expect(entries.map((entry) => entry.kind)).toEqual(['break', 'sewing_again']);
    expect(entries[1]!.data).toEqual({ closes: broke.id });
  });
  test('a stop that stood open before the post’s own is the one that ends', () => {
    const running: FeedState = { machine, kept: { now: { ...noFeedYet, running: true }, recent: [] } };
    const lines = [line({ event: 'break', head: 1, position: 4 }), line({ event: 'start' })];
    expect(foldPost(running, lines, 'earlier')!.entries[1]!.data).toEqual({ closes: 'earlier' });
  });
  test('a refused line is named by its place in the post; the state is as without it', () => {
    const good = line({ event: 'colour', stop: 1, position: 2 });
    const { answer, kept } = foldPost(fresh, [good, line({ event: 'colour', stop: 2, position: 13 })], null)!;
    expect(answer.taken).toBe(1);
    expect(answer.refused).toEqual([{ line: 2, why: 'This machine has no position 13: it has 1 to 12.' }]);
    expect(kept!.now).toMatchObject({ stop: 1, position: 2 });
    expect(kept!.recent).toEqual([good.id]);
  });
  test('the ids of the newest 200 lines are kept', () => {
    const lines = Array.from({ length: 250 }, (_, index) => line({ event: 'stitches', stitches: index }));
    const { kept } = foldPost(fresh, lines, null)!;
    expect(kept!.recent).toEqual(lines.slice(50).map((one) => one.id));
  });
});
