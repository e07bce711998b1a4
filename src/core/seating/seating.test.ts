import { describe, expect, test } from 'vitest';
import { defaultSchools } from '../advice/schools.ts';
import type { Seat } from '../ledger/head-now.ts';
import { readNeedleLabel } from '../needle/label.ts';
import { placesOf, seatJob, seatedBy } from './seating.ts';
import type { JobToSeat, SeatingContext } from './context.ts';
import { unfitNeedles } from './unfit.ts';

const polyester = (weightNo: number) => ({ weightNo, tex: 1000 / weightNo, fibre: 'polyester' as const });
const threads = new Map([
  ['white', polyester(40)],
  ['red', polyester(40)],
  ['fine', polyester(60)],
]);
interface On {
  head?: number;
  label?: string | null;
  stitches?: number;
}
function seat(
  position: number,
  threadId: string | null,
  { head = 1, label = '80/12 sharp', stitches = 0 }: On = {},
): Seat {
  return {
    head,
    position,
    needle:
      label === null
        ? null
        : {
            entryId: `n${head}.${position}`,
            spec: readNeedleLabel(label).spec,
            fittedAt: '',
            reason: 'worn',
            age: { stitches, sewingMs: 0, metallicMs: 0 },
          },
    cone:
      threadId === null
        ? null
        : {
            entryId: `c${head}.${position}`,
            coneId: null,
            threadId,
            fibre: 'polyester',
            mountedAt: '',
            stitches: 0,
          },
  };
}
const stop = (no: number, threadId: string, position: number | null = null) => ({
  stop: no,
  threadId,
  element: 'fill' as const,
  position,
});
const job = (...stops: JobToSeat['stops'][number][]): JobToSeat => ({ id: 'j', cloth: 'canvas', stops });
const at = (seats: Seat[], more: Partial<SeatingContext> = {}): SeatingContext => ({
  seats,
  running: null,
  plan: [],
  threads,
  schools: defaultSchools,
  today: '2026-11-02',
  ...more,
});
const running = (seating: NonNullable<SeatingContext['running']>['seating'], id = 'j') => ({
  running: { id, startedAt: '', seating },
});
const kept = (position: number, needle = '80/12 sharp', stops = [1], of = 'j') => ({
  plan: [{ job: of, stops, position, needle }],
});
const first = (context: SeatingContext, asked = job(stop(1, 'white'))) => {
  const { position, by } = seatJob(asked, context)[0]!;
  return [position, by];
};

describe('which position sews a stop', () => {
  const two = [seat(3, 'white', { stitches: 900 }), seat(6, 'white', { stitches: 200 }), seat(9, 'red')];

  test('where its thread is: the younger needle of two, the lower number of two alike; nowhere', () => {
    expect(first(at(two))).toEqual([6, 'carries']);
    expect(first(at([seat(6, 'white'), seat(3, 'white')]))).toEqual([3, 'carries']);
    expect(first(at([seat(9, 'red')]))).toEqual([null, 'nowhere']);
    expect(placesOf(job(stop(1, 'red'), stop(2, 'white'), stop(3, 'gone')), at(two))).toEqual([9, 6, null]);
  });
  test('an acceptable needle before a younger one that is not; alone it is told as second best', () => {
    const fine = seat(2, 'white', { label: '65/9 sharp', stitches: 0 });
    expect(first(at([...two, fine]))).toEqual([6, 'carries']);
    expect(first(at([fine]))).toEqual([2, 'second_best']);
    // Of a cloth that the advice does not know every needle is taken.
    expect(first(at([fine]), { ...job(stop(1, 'white')), cloth: 'moonstuff' })).toEqual([2, 'carries']);
    expect(first(at([fine, seat(4, 'white', { label: null })]))).toEqual([4, 'carries']);
  });
  test('the operator’s own position, whatever is there', () => {
    expect(first(at(two), job(stop(1, 'white', 9)))).toEqual([9, 'fixed']);
    expect(first(at(two, kept(3)), job(stop(1, 'white', 9)))).toEqual([9, 'fixed']);
  });
  test('a job half sewn goes on where its pieces were sewn here, while its thread is there and no plan says otherwise', () => {
    const begun = (position: number, machineId = 'here'): JobToSeat => ({
      ...job(stop(1, 'white')),
      sewnAt: { machineId, stops: [{ stop: 1, position }] },
    });
    const here = (seats: Seat[], more = {}) => at(seats, { machineId: 'here', ...more });
    expect(first(here(two), begun(3))).toEqual([3, 'sewn_before']);
    expect(first(here(two), begun(3, 'elsewhere'))).toEqual([6, 'carries']);
    expect(first(here(two), begun(9))).toEqual([6, 'carries']);
    expect(first(here(two, kept(6)), begun(3))).toEqual([6, 'plan']);
    expect(first(at(two), begun(3))).toEqual([6, 'carries']);
  });
  test('as planned, while the head is as the plan needs; else it says why not', () => {
    expect(first(at(two, kept(3)))).toEqual([3, 'plan']);
    expect(first(at(two, kept(3, '80/12 sharp', [2, 1])))).toEqual([3, 'plan']);
    expect(first(at(two, kept(3, '80/12 sharp', [2])))).toEqual([6, 'carries']);
    expect(first(at(two, kept(3, '80/12 sharp', [1], 'other')))).toEqual([6, 'carries']);
    const why = (context: SeatingContext) => seatJob(job(stop(1, 'white')), context)[0]!.planned;
    expect(why(at(two, kept(3)))).toBeNull();
    expect(why(at(two, kept(9)))).toEqual({ position: 9, why: 'another thread is there' });
    expect(why(at(two, kept(3, '90/14 sharp')))).toEqual({
      position: 3,
      why: 'the needle there is 80/12 sharp',
    });
    expect(why(at([seat(3, 'white', { label: null }), seat(6, 'white')], kept(3)))).toEqual({
      position: 3,
      why: 'no needle is there',
    });
  });
  test('of the running job what was recorded, however the head and the plan change', () => {
    const on = running({ 1: { position: 3, by: 'put_on' } });
    expect(first(at(two, on))).toEqual([3, 'put_on']);
    expect(first(at([seat(3, 'red'), seat(6, 'white')], { ...on, ...kept(6) }))).toEqual([3, 'put_on']);
    expect(first(at(two, running({ 1: { position: 3, by: 'put_on' } }, 'another')))).toEqual([6, 'carries']);
    expect(first(at(two, on), { ...job(stop(1, 'white')), id: null })).toEqual([6, 'carries']);
    // A stop that had no position then takes one as soon as its thread is there.
    expect(first(at(two, running({})))).toEqual([6, 'carries']);
  });
  test('what was said last of the running job wins, the machine’s word too', () => {
    for (const by of ['operator', 'feed'] as const)
      expect(first(at(two, running({ 1: { position: 9, by } })), job(stop(1, 'white', 3)))).toEqual([9, by]);
    expect(first(at(two, running({ 1: { position: 9, by: 'put_on' } })), job(stop(1, 'white', 3)))).toEqual([
      3,
      'fixed',
    ]);
  });
  test('several heads move together: where more of them carry the thread; the others are named', () => {
    const heads = [
      seat(3, 'white'),
      seat(6, 'white', { stitches: 5 }),
      seat(3, 'red', { head: 2 }),
      seat(6, 'white', { head: 2, stitches: 9 }),
    ];
    expect(seatJob(job(stop(1, 'white')), at(heads))[0]).toMatchObject({ position: 6, otherHeads: [] });
    expect(seatJob(job(stop(1, 'white', 3)), at(heads))[0]).toMatchObject({ position: 3, otherHeads: [2] });
    const oldest = [
      seat(3, 'white', { head: 2, stitches: 50 }),
      seat(3, 'white'),
      ...heads.slice(1, 2),
      heads[3]!,
    ];
    expect(seatJob(job(stop(1, 'white')), at(oldest))[0]!.position).toBe(6);
    expect(first(at(heads, kept(3)))).toEqual([6, 'carries']);
  });
  test('every way has its word', () => {
    for (const { says } of Object.values(seatedBy)) expect(says).toMatch(/^[a-z]/);
  });
});

describe('a needle that should not sew what will be sewn there', () => {
  const asked = job(stop(1, 'white'));
  const on = (label: string | null, more: On = {}) => seat(2, 'white', { label, ...more });
  test('is told with the advised one, on the heads where it is', () => {
    expect(unfitNeedles(asked, [2], at([on('65/9 sharp')]))[0]).toMatchObject({
      stop: 1,
      position: 2,
      heads: [1],
      has: '65/9 sharp',
      deed: { needle: { sizeMetric: 80 }, reason: 'job_needs' },
      why: expect.stringMatching(/^Advised: 80\/12 .+\. \S/) as string,
    });
    const heads = [on('80/12 sharp'), on('65/9 sharp', { head: 3 })];
    expect(unfitNeedles(asked, [2], at(heads))).toMatchObject([{ heads: [3] }]);
  });
  test('says nothing of one that will do, of one that is not there, elsewhere, or of what the advice does not know', () => {
    const says = (seats: Seat[], position = 2, of = asked) =>
      unfitNeedles(of, [position], at(seats))[0] ?? null;
    expect(says([on('80/12 sharp')])).toBeNull();
    expect(says([on(null)])).toBeNull();
    expect(says([on('65/9 sharp')], 3)).toBeNull();
    expect(says([on('65/9 sharp')], 2, { ...asked, cloth: 'moonstuff' })).toBeNull();
    expect(says([on('65/9 sharp')], 2, job(stop(1, 'gone')))).toBeNull();
  });
});
