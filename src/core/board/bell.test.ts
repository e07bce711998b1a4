import { describe, expect, test } from 'vitest';
import { isQuiet, ringsNow, type Heard } from './bell.ts';
import type { BoardMachine } from './machine.ts';
import { ago, boardMachine as machine, noon as now } from '../../../tests/support/board.ts';

const standing = { stop: { id: 's1', at: ago(1), says: 'snap' } };

/** What is rung when the machines are these one after another. */
function through(...days: { at?: number; machines: BoardMachine[] }[]): string[][] {
  let heard: Heard | null = null;
  return days.map(({ at = 0, machines }) => {
    const told = ringsNow(machines, heard, now + at * 60_000);
    ({ heard } = told);
    return told.rung.map(({ ring, says }) => `${ring}: ${says}`);
  });
}

describe('what a bell rings', () => {
  test('a stop once; another stop of the same machine again', () => {
    const another = { stop: { id: 's2', at: ago(0), says: 'shred' } };
    expect(
      through(
        { machines: [machine()] },
        { machines: [machine(standing)] },
        { machines: [machine(standing)] },
        { machines: [machine()] },
        { machines: [machine(another)] },
      ),
    ).toEqual([[], ['stop: Heron stands: snap'], [], [], ['stop: Heron stands: shred']]);
  });
  test('not one that somebody is at; again when nothing was heard of him for ten minutes', () => {
    const tended = machine({ ...standing, tended: { at: ago(0), by: 'Ines' } });
    expect(
      through(
        { machines: [machine()] },
        { machines: [tended] },
        { at: 9, machines: [tended] },
        { at: 10, machines: [tended] },
        { at: 11, machines: [tended] },
      ),
    ).toEqual([[], [], [], ['stop: Heron stands: snap'], []]);
  });
  test('on a page that has just opened only what stands; a machine that is new on it rings all', () => {
    const busy = machine({
      held: 1,
      acts: [{ key: 'look', says: 'look here', isUrgent: true }],
      ...standing,
    });
    expect(through({ machines: [busy] })).toEqual([['stop: Heron stands: snap']]);
    expect(through({ machines: [] }, { machines: [busy] })[1]).toEqual([
      'stop: Heron stands: snap',
      'act: Heron: a piece is on hold',
      'act: Heron: look here',
    ]);
  });
  test('something that stands rings once, however its figures go on', () => {
    const after = (pieces: number) =>
      machine({ acts: [{ key: 'cluster:b1', says: `3 breaks in ${pieces},000 stitches`, isUrgent: true }] });
    expect(
      through({ machines: [machine()] }, ...[1, 2, 3].map((pieces) => ({ machines: [after(pieces)] }))),
    ).toEqual([[], ['act: Heron: 3 breaks in 1,000 stitches'], [], []]);
  });
  test('a finished job once, something to act on once, and again when it came anew; what is not urgent never', () => {
    const done = machine({ job: { name: 'Caps', pieces: 20, of: 20 } });
    const act = machine({ acts: [{ key: 'look', says: 'look here', isUrgent: true }] });
    const near = machine({ acts: [{ key: 'bobbi', says: 'bobbin soon', isUrgent: false }] });
    expect(
      through(
        { machines: [machine()] },
        { machines: [done] },
        { machines: [done] },
        { machines: [near] },
        { machines: [act] },
        { machines: [act] },
        { machines: [machine()] },
        { machines: [act] },
      ),
    ).toEqual([
      [],
      ['finished: Heron: Caps is finished'],
      [],
      [],
      ['act: Heron: look here'],
      [],
      [],
      ['act: Heron: look here'],
    ]);
  });
  test('of several the most urgent first', () => {
    const done = machine({ id: 'a', job: { name: 'Caps', pieces: 20, of: 20 } });
    expect(
      through({ machines: [machine({ id: 'a' }), machine()] }, { machines: [done, machine(standing)] })[1],
    ).toEqual(['stop: Heron stands: snap', 'finished: Heron: Caps is finished']);
  });
});

test('quiet hours: the first minute is in, the last is out; over midnight too; none, or as long as nothing: never', () => {
  const night = { from: 20 * 60, to: 6 * 60 };
  expect([1199, 1200, 1439, 0, 359, 360, 720].map((minute) => isQuiet(night, minute))).toEqual([
    ...[false, true, true, true, true, false, false],
  ]);
  const noon = { from: 720, to: 780 };
  expect([719, 720, 779, 780].map((minute) => isQuiet(noon, minute))).toEqual([false, true, true, false]);
  expect(isQuiet(null, 720)).toBe(false);
  expect(isQuiet({ from: 600, to: 600 }, 600)).toBe(false);
});
