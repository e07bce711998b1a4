import { afterEach, describe, expect, test, vi } from 'vitest';
import type { Event } from '../../../schemas/ledger/event.ts';
import type { Job, Machine, Thread } from '../../../schemas/workshop.ts';
import { headsOf, keepHeads, keepSpeed, keptHeads, keptSpeed } from '../../device/kept.ts';
import type { Undone } from '../machine-live.ts';
import { dropQuestion } from '../second-press.ts';
import { machineActions } from './index.ts';
import type { FeedNow } from '../../../core/feed/event.ts';
import { feedIsLive } from '../../../core/feed/live.ts';
import type { Seat } from '../../../core/ledger/head-now.ts';
import type { HeadView } from '../view.ts';

const machine = { id: 'm', heads: 4, positions: 12, topSpeed: 900 } as Machine;
const job = {
  id: 'job',
  name: 'Caps',
  stops: [
    { stop: 1, threadId: 'red', stitches: 1000, element: 'fill', position: null },
    { stop: 2, threadId: 'gold', stitches: 500, element: 'satin', position: null },
  ],
} as Job;
const seat = (head: number, position: number, threadId: string): Seat => ({
  ...{ head, position, needle: null },
  cone: {
    entryId: `c${head}.${position}`,
    coneId: null,
    threadId,
    fibre: 'polyester',
    mountedAt: '',
    stitches: 0,
  },
});
const seats = [1, 2, 3, 4].flatMap((head) => [seat(head, 3, 'red'), seat(head, 5, 'gold')]);
const plainView = {
  seats,
  job: null,
  openStop: null,
  held: [],
  clashes: [],
  events: [],
} as HeadView;

function at(
  view: Partial<HeadView> = {},
  given: {
    job?: Job | null;
    feed?: { at: string } | null;
    one?: boolean;
    done?: number;
    undone?: Undone[];
    cones?: { id: string; threadId: string; batch: string; metres: number; mountedOn: string | null }[];
  } = {},
) {
  const written: unknown[] = [];
  const said: string[] = [];
  const actions = machineActions({
    live: {
      write: (...entries: unknown[]) => {
        written.push(...entries);
        return [];
      },
      undo: () => given.undone ?? [],
      feed: { get: () => (given.feed ?? null) as FeedNow | null },
    },
    machine: given.one ? { ...machine, heads: 1 } : machine,
    view: { ...plainView, ...view },
    job: given.job === undefined ? job : given.job,
    seating: {
      seats: view.seats ?? plainView.seats,
      running: view.job ?? null,
      plan: [],
      threads: new Map(),
      schools: {},
      today: '2026-11-02',
    },
    cones: given.cones ?? [],
    done: given.done ?? 0,
    say: (text) => said.push(text),
  });
  return { actions, written, said };
}
function stubStorage(): void {
  const store = new Map<string, string>();
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => store.get(key) ?? null,
    setItem: (key: string, value: string) => void store.set(key, value),
  });
}
afterEach(() => void vi.unstubAllGlobals());

describe('what an operator does, as entries', () => {
  test('a break bears its seat; the head is said only where there are several', () => {
    const many = at();
    many.actions.logBreak({ head: 3, position: 7 });
    expect(many.written).toEqual([{ kind: 'break', head: 3, position: 7, data: { fault: null } }]);
    expect(many.said).toEqual(['Break logged at head 3, position 7.']);
    const single = at({}, { one: true });
    single.actions.logBreak({ head: 1, position: 7 });
    expect(single.said).toEqual(['Break logged at position 7.']);
  });
  test('a finger that touches twice in a second means one break; another position, or later, is another', () => {
    vi.useFakeTimers({ now: Date.parse('2026-11-02T08:00:00.000Z') });
    const { actions, written, said } = at({}, { one: true });
    for (const position of [5, 5, 6]) actions.logBreak({ head: 1, position });
    expect(written).toMatchObject([{ position: 5 }, { position: 6 }]);
    expect(said[1]).toBe('One break at position 5: the second touch is not counted.');
    vi.advanceTimersByTime(1001);
    actions.logBreak({ head: 1, position: 6 });
    expect(written).toHaveLength(3);
    vi.useRealTimers();
  });
  test('two breaks on two devices that were two are asked about once', () => {
    const { actions, written } = at();
    actions.areTwo({ id: 'b2', head: 1, position: 7 } as Event);
    expect(written).toMatchObject([
      { kind: 'correction', corrects: 'b2', data: { data: { isApart: true } } },
    ]);
  });
  test('with two positions open sewing again ends both, each with its own minutes', () => {
    const open = (id: string, minute: number) =>
      ({
        ...{
          id,
          kind: 'break',
          head: 1,
          position: minute,
          at: `2026-11-02T08:0${minute}:00.000Z`,
          void: false,
        },
        ...{ data: { fault: 'snap' }, closedBy: null },
      }) as Event;
    const { actions, written, said } = at({
      openStop: open('b1', 1),
      events: [open('b2', 4), open('b1', 1)],
    });
    actions.sewingAgain();
    expect(written).toMatchObject([
      { kind: 'sewing_again', position: 1, data: { closes: 'b1', lostMs: 180_000 } },
      { kind: 'sewing_again', position: 4, data: { closes: 'b2' } },
    ]);
    expect(written[1]).not.toHaveProperty('data.lostMs');
    expect(said).toEqual(['Sewing again: 2 stops ended.']);
  });
  test('a missing fragment holds the piece, found ones do not', () => {
    const stopped = { id: 'b', head: 2, position: 9 } as Event;
    const missing = at();
    missing.actions.fragments(stopped, false);
    expect(missing.written).toMatchObject([
      { kind: 'correction', corrects: 'b', data: { data: { fragments: 'missing' } } },
      { kind: 'piece_held', data: { breakId: 'b', why: 'needle fragment missing, position 9' } },
    ]);
    const found = at();
    found.actions.fragments(stopped, true);
    expect(found.written).toMatchObject([{ kind: 'correction', data: { data: { fragments: 'all_found' } } }]);
  });
  test('sewing again ends the stop that stands open; without one nothing is written', () => {
    const open = at({ openStop: { id: 'b', head: 2, position: 9 } as Event });
    open.actions.sewingAgain();
    expect(open.written).toMatchObject([{ kind: 'sewing_again', data: { closes: 'b' } }]);
    const none = at();
    none.actions.sewingAgain();
    expect(none.written).toEqual([]);
    expect(none.said[0]).toContain('no stop to end');
  });
  test('a piece counts each stop where its thread sits, on the heads that sew', () => {
    stubStorage();
    keepHeads(machine, [1, 2, 4]);
    keepSpeed(machine, 650);
    const { actions, written, said } = at();
    actions.finishPiece();
    expect(written).toEqual([
      {
        ...{ kind: 'piece_finished', jobId: 'job' },
        data: {
          heads: [1, 2, 4],
          speed: 650,
          stops: [
            { stop: 1, position: 3, stitches: 1000 },
            { stop: 2, position: 5, stitches: 500 },
          ],
        },
      },
    ]);
    expect(said).toEqual(['Piece finished.']);
  });
  test('a stop whose thread is on no position is not counted, and that is said', () => {
    const bare = at({ seats: seats.filter((one) => one.position === 3) });
    bare.actions.finishPiece();
    expect(bare.said).toEqual(['Piece finished. 1 of 2 stops had no position: not counted.']);
  });
  test('of a piece stopped in the middle only the rest counts', () => {
    const paused = {
      ...{ id: 'p', kind: 'part_sewn', at: '2026-11-02T08:00:00.000Z', jobId: 'job', void: false },
      data: { heads: [1], speed: 900, outcome: 'paused', stops: [{ stop: 1, position: 3, stitches: 400 }] },
    } as Event;
    const { actions, written } = at({ events: [paused] });
    actions.finishPiece();
    expect((written[0] as { data: { stops: unknown[] } }).data.stops).toEqual([
      { stop: 1, position: 3, stitches: 600 },
      { stop: 2, position: 5, stitches: 500 },
    ]);
  });
  test('a second piece before it can have been sewn is asked about; said again it counts', () => {
    const before = {
      ...{ id: 'p', kind: 'piece_finished', at: new Date().toISOString(), jobId: 'job', void: false },
      data: { heads: [1], speed: 900, stops: Array<{ stop: number; position: number; stitches: number }>() },
    } as Event;
    const { actions, written, said } = at({ events: [before] });
    actions.finishPiece();
    expect(written).toEqual([]);
    // 1,500 stitches at 900 a minute.
    expect(said[0]).toMatch(
      /^Not counted: the last piece was \d s ago, and one takes about 2 min. Press again/,
    );
    actions.finishPiece();
    expect(written).toHaveLength(1);
    // Each further one is asked about anew.
    actions.finishPiece();
    expect(written).toHaveLength(1);
  });
  test('beyond the number of pieces is asked about; at the last one the job is said to be finished', () => {
    stubStorage();
    const of = (pieces: number, done: number) => at({}, { one: true, done, job: { ...job, pieces } as Job });
    dropQuestion();
    const over = of(20, 20);
    over.actions.finishPiece();
    expect(over.written).toEqual([]);
    expect(over.said[0]).toBe('Not counted: all 20 pieces are done. Press again if there is one more.');
    over.actions.finishPiece();
    expect(over.written).toHaveLength(1);
    const last = of(20, 19);
    const then: string[] = [];
    last.actions.finishPiece(() => then.push('next'));
    expect(last.said).toEqual(['Job finished: Caps.']);
    expect(then).toEqual(['next']);
  });
  test('after a broken needle nothing is sewn before it is said which one went in', () => {
    const broke = {
      ...{
        id: 'b',
        kind: 'break',
        at: new Date().toISOString(),
        head: 2,
        position: 3,
        jobId: 'job',
        void: false,
      },
      data: { fault: 'needle_broke' },
    } as Event;
    const { actions, written, said } = at({ events: [broke], openStop: broke });
    actions.sewingAgain();
    actions.finishPiece();
    expect(written).toEqual([]);
    expect(said).toEqual(
      Array(2).fill(
        'The needle at head 2, position 3 broke: say first which one went in, at the top of this screen.',
      ),
    );
    actions.areOne(broke);
    expect(written).toEqual([{ kind: 'correction', corrects: 'b', data: { void: true } }]);
  });
  test('a tick mounts the one cone of its thread that lies on the shelf; of several, none or on several heads it is not named', () => {
    const thread = { id: 'blue', name: 'Deep lake blue', fibre: 'polyester' } as Thread;
    const cone = (id: string, mountedOn: string | null, threadId = 'blue') => ({
      ...{ id, threadId, batch: id.toUpperCase(), metres: 5000, mountedOn },
    });
    const mount = (cones: ReturnType<typeof cone>[], one = true) => {
      const { actions, written } = at({}, { cones, one });
      const told = actions.changeSeat(5, '75/11 sharp', thread, {});
      const ids = (written as { kind: string; data: { coneId?: string | null } }[])
        .filter(({ kind }) => kind === 'cone_mounted')
        .map(({ data }) => data.coneId);
      return { ...told, ids };
    };
    expect(mount([cone('l1', null), cone('l2', 'other machine'), cone('l3', null, 'red')])).toEqual({
      says: 'Deep lake blue on position 5, cone L1',
      isUnnamed: false,
      ids: ['l1'],
    });
    expect(mount([cone('l1', null), cone('l2', null)])).toMatchObject({ isUnnamed: true, ids: [null] });
    expect(mount([])).toMatchObject({ says: 'Deep lake blue on position 5, cone not named' });
    expect(mount([cone('l1', null)], false)).toMatchObject({
      isUnnamed: true,
      ids: [null, null, null, null],
    });
  });
  test('no job, or a machine that tells its pieces itself: nothing is written, and why is said', () => {
    const without = at({}, { job: null });
    without.actions.finishPiece();
    const fed = at({}, { feed: { at: new Date().toISOString() } });
    fed.actions.finishPiece();
    expect([...without.written, ...fed.written]).toEqual([]);
    expect(without.said[0]).toContain('Put a job on the machine first');
    expect(fed.said[0]).toContain('tells its pieces by itself');
  });
  test('nothing sewn is nothing to count', () => {
    const { actions, written, said } = at();
    actions.partSewn([], 'paused');
    expect(written).toEqual([]);
    expect(said).toEqual(['Nothing was sewn yet: nothing to count.']);
  });
  test('taking back says whether there was anything', () => {
    const { actions, said } = at();
    actions.undo();
    expect(said).toEqual(['Nothing to undo.']);
    const some = (undone: Undone[]) => {
      const one = at({}, { undone });
      one.actions.undo();
      return one.said[0];
    };
    const broke: Undone = { id: 'b', kind: 'break', position: 13 };
    expect(some([broke])).toBe('Undone: break at position 13.');
    expect(some([{ id: 'p', kind: 'piece_finished', position: null }])).toBe('Undone: piece.');
    expect(some([broke, broke])).toBe('Undone: 2 entries, break at position 13 first.');
  });
});

describe('what a device keeps of a machine', () => {
  test('a speed out of range, or none, is the machine’s top speed', () => {
    stubStorage();
    expect(keptSpeed(machine)).toBe(900);
    keepSpeed(machine, 5000);
    expect(keptSpeed(machine)).toBe(900);
    keepSpeed(machine, 100);
    expect(keptSpeed(machine)).toBe(100);
  });
  test('heads that stand out stay out; all out is none out', () => {
    stubStorage();
    expect(headsOf(machine)).toEqual([1, 2, 3, 4]);
    keepHeads(machine, [2]);
    expect(keptHeads(machine)).toEqual([2]);
    keepHeads(machine, []);
    expect(keptHeads(machine)).toEqual([1, 2, 3, 4]);
  });
  test('a feed counts by itself for two minutes after it last spoke', () => {
    const now = Date.parse('2026-11-02T08:10:00.000Z');
    const spoke = (at: string | null) => feedIsLive({ at } as FeedNow, now);
    expect(spoke('2026-11-02T08:08:01.000Z')).toBe(true);
    expect(spoke('2026-11-02T08:07:59.000Z')).toBe(false);
    expect(spoke(null)).toBe(false);
    expect(feedIsLive(null, now)).toBe(false);
  });
});
