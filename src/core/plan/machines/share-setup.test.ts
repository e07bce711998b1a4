import { describe, expect, test } from 'vitest';
import { readNeedleLabel } from '../../needle/label.ts';
import { defaultMinutes } from '../../../engines/planner/problem/minutes.ts';
import { problemOf, emptySetup, type SetupContext } from '../asked/setup.ts';
import { shareProblemOf, type MachineToShare } from './share-setup.ts';
import { shareOut } from '../../../engines/planner/sharing/share-out.ts';

const needle = readNeedleLabel('75/11 sharp').spec;
const seat = (head: number, position: number, threadId: string | null) => ({
  ...{ head, position },
  needle: {
    entryId: 'n',
    spec: needle,
    fittedAt: '',
    reason: 'other' as const,
    age: { stitches: 100, sewingMs: 0, metallicMs: 0 },
  },
  cone: threadId
    ? { entryId: 'c', coneId: null, threadId, fibre: 'polyester' as const, mountedAt: '', stitches: 0 }
    : null,
});
const stop = (number: number, threadId: string, position: number | null) =>
  ({ stop: number, threadId, stitches: 1000, element: 'fill', position }) as const;
const job = (id: string, ...stops: ReturnType<typeof stop>[]) => ({
  ...{ id, name: `Job ${id}`, cloth: 'woven, dense', pieces: 10, done: 0, due: null, stops },
});
const context: Omit<SetupContext, 'machine' | 'seats' | 'running'> = {
  // Keyed in for some machine: position 2, which only one of the two has.
  jobs: [
    job('a', stop(1, 'white', 2), stop(2, 'red', 1)),
    job('b', stop(1, 'red', null)),
    job('c', stop(1, 'blue', 5)),
  ],
  threads: ['white', 'red', 'blue'].map((id) => ({ id, weightNo: 40, tex: 25, fibre: 'polyester' as const })),
  ...{ shelf: [], schools: {}, today: '2026-11-25' },
};
const machines: MachineToShare[] = [
  {
    ...{
      id: 'heron',
      name: 'Heron',
      machine: { heads: 2, positions: 3, topSpeed: 1000 },
      running: null,
      uses: {},
    },
    seats: [1, 2].flatMap((head) => [seat(head, 1, 'white'), seat(head, 2, 'red'), seat(head, 3, null)]),
  },
  {
    ...{
      id: 'teal',
      name: 'Teal',
      machine: { heads: 1, positions: 2, topSpeed: 600 },
      running: null,
      uses: { 2: 'reserved' },
    },
    seats: [seat(1, 1, 'blue'), seat(1, 2, null)],
  },
];
const minutes = { ...defaultMinutes, needle: 3 };
const stays = { b: 'teal' };

describe('jobs over machines as they stand', () => {
  const problem = shareProblemOf(machines, ['a', 'c'], context, minutes, stays);

  test('each machine with its own positions, heads and uses, and the jobs as they would be sewn there', () => {
    expect(problem.machines.map(({ id, name }) => [id, name])).toEqual([
      ['heron', 'Heron'],
      ['teal', 'Teal'],
    ]);
    expect(problem.machines.map(({ positions }) => positions.map(({ use }) => use))).toEqual([
      ['free', 'free', 'free'],
      ['free', 'reserved'],
    ]);
    expect(problem.machines[0]!.positions[1]!.now).toEqual([
      { needle: '75/11 sharp', thread: 'red' },
      { needle: '75/11 sharp', thread: 'red' },
    ]);
    // Only those asked for, and twice as quick on two heads.
    expect(problem.machines.map(({ jobs }) => jobs.map(({ id }) => id))).toEqual([
      ['a', 'c'],
      ['a', 'c'],
    ]);
    const [heron, teal] = problem.machines.map(({ jobs }) => jobs[0]!.sewMinutes);
    expect(heron).toBeLessThan(teal!);
    expect([problem.minutes, problem.stays]).toEqual([minutes, stays]);
  });
  test('a position keyed into a stop holds on no machine; all else is as planned for one machine alone', () => {
    const free = {
      ...context,
      jobs: context.jobs.map((each) => ({
        ...each,
        stops: each.stops.map((one) => ({ ...one, position: null })),
      })),
    };
    machines.forEach(({ machine, seats, running, uses }, index) => {
      const alone = problemOf(
        { ...emptySetup, order: ['a', 'c'], uses, minutes },
        { ...free, machine, seats, running },
      );
      expect(problem.machines[index]!.positions).toEqual(alone.positions);
      expect(problem.machines[index]!.jobs).toEqual(alone.jobs);
      expect(problem.classes).toEqual(alone.classes);
    });
    expect(Object.keys(problem.classes).length).toBeGreaterThan(0);
    expect(context.jobs[0]!.stops[0]!.position).toBe(2);
  });
  test('without a machine there is nothing to share out to', () => {
    expect(shareProblemOf([], ['a'], context, minutes, stays)).toEqual({
      machines: [],
      classes: {},
      minutes,
      stays,
    });
  });
  test('shared out: what sits where is sewn there; dear lateness moves a job that cheap lateness leaves', () => {
    const all = shareProblemOf(machines, ['a', 'b', 'c'], context, minutes, {});
    const free = {
      ...all,
      machines: all.machines.map((each) => ({
        ...each,
        positions: each.positions.map((position) => ({ ...position, use: 'free' as const })),
      })),
    };
    const at = shareOut(free, { spanWeight: 0 }).machines.map(({ jobs }) =>
      jobs.map(({ job: id }) => id).sort(),
    );
    expect(at).toEqual([['a', 'b'], ['c']]);
    // Two jobs of a hundred minutes, due after a hundred and thirty: together one is late, unless that costs nothing.
    const two = shareProblemOf(machines, ['a', 'b'], context, minutes, {});
    const tight = {
      ...two,
      machines: two.machines.map((each) => ({
        ...each,
        positions: each.positions.map((position) => ({ ...position, use: 'free' as const })),
        jobs: each.jobs.map((one) => ({ ...one, sewMinutes: 100, due: 130 })),
      })),
    };
    const sewn = (perMinute: number) =>
      shareOut(tight, { spanWeight: 0, lateness: { perMinute } }).machines.map(({ jobs }) => jobs.length);
    expect(sewn(0)).toEqual([2, 0]);
    expect(sewn(100)).toEqual([1, 1]);
  });
});
