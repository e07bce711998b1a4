import { expect, test } from 'vitest';
import type { RunEvent } from './run-event.ts';
import { movedRuns, runsFinished, whereSewn } from './where-sewn.ts';

let count = 0;
const sewn = (kind: string, minute: number, places: Record<number, number>, more: object = {}): RunEvent =>
  ({
    ...{ id: `e${count++}`, kind, at: new Date(Date.UTC(2026, 10, 2, 8, minute)).toISOString(), jobId: 'j' },
    ...{ head: null, position: null, operatorId: null, void: false, lostMs: null },
    data: {
      ...{ heads: [1, 2], speed: 800 },
      stops: Object.entries(places).map(([stop, position]) => ({
        stop: Number(stop),
        position,
        stitches: 100,
      })),
    },
    ...more,
  }) as RunEvent;
const history = [
  sewn('piece_finished', 30, { 1: 9, 2: 4 }),
  sewn('piece_finished', 10, { 1: 7, 2: 4 }),
  sewn('part_sewn', 15, { 1: 7 }),
  sewn('piece_finished', 20, { 2: 4, 1: 7 }),
  sewn('piece_finished', 25, { 1: 3 }, { jobId: 'other' }),
  sewn('piece_finished', 26, { 1: 3 }, { void: true }),
];

test('where each stop was sewn, by runs as they were finished; what was sewn before belongs to the run it became', () => {
  expect(runsFinished(history, 'j')).toBe(3);
  expect([...whereSewn(history, 'j')]).toEqual([
    [
      1,
      [
        { position: 7, from: 1, to: 2 },
        { position: 9, from: 3, to: 3 },
      ],
    ],
    [2, [{ position: 4, from: 1, to: 3 }]],
  ]);
  expect([...whereSewn([], 'j')]).toEqual([]);
});
test('a stretch of runs is moved, with the parts that belong to it, and nothing else of them', () => {
  const moved = movedRuns(history, { jobId: 'j', stop: 1, from: 2, to: 3, position: 5 });
  expect(
    moved.map(({ event, stops }) => [
      event.at.slice(14, 16),
      stops.map(({ stop, position }) => `${stop}@${position}`),
    ]),
  ).toEqual([
    ['15', ['1@5']],
    ['20', ['1@5', '2@4']],
    ['30', ['1@5', '2@4']],
  ]);
  expect(moved[0]!.stops[0]!.stitches).toBe(100);
});
test('what is there already needs no correction; a stop that was not sewn has none', () => {
  expect(movedRuns(history, { jobId: 'j', stop: 1, from: 1, to: 3, position: 7 })).toHaveLength(1);
  expect(movedRuns(history, { jobId: 'j', stop: 3, from: 1, to: 3, position: 7 })).toEqual([]);
  expect(movedRuns(history, { jobId: 'j', stop: 1, from: 4, to: 9, position: 5 })).toEqual([]);
});

test('stops by their numbers, however they were sewn; of two pieces at one instant the one written first is first', () => {
  const mixed = [
    { ...sewn('piece_finished', 10, { 5: 2, 11: 1 }), id: 'b' },
    { ...sewn('piece_finished', 10, { 12: 3, 5: 8 }), id: 'a' },
  ];
  for (const events of [mixed, [...mixed].reverse()]) {
    const found = whereSewn(events, 'j');
    expect([...found.keys()]).toEqual([5, 11, 12]);
    expect(found.get(5)).toEqual([
      { position: 8, from: 1, to: 1 },
      { position: 2, from: 2, to: 2 },
    ]);
  }
});

test('a stretch begins and ends with the runs that were named, and leaves the other stops of a run alone', () => {
  const runs = [1, 2, 3, 4].map((minute) => sewn('piece_finished', minute, { 1: 7, 2: 4 }));
  const moved = movedRuns(runs, { jobId: 'j', stop: 1, from: 2, to: 3, position: 6 });
  expect(moved.map(({ event }) => event.id)).toEqual([runs[1]!.id, runs[2]!.id]);
  expect(moved[0]!.stops.map(({ stop, position }) => [stop, position])).toEqual([
    [1, 6],
    [2, 4],
  ]);
});
