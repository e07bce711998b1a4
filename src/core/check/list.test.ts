import { entryKinds } from '../ledger/kinds/index.ts';
import { describe, expect, it } from 'vitest';
import { defaultSchools } from '../advice/schools.ts';
import type { Seat } from '../ledger/head-now.ts';
import type { NeedleAge, NeedleLife } from '../needle/life.ts';
import { defaultNeedleLife } from '../needle/life.ts';
import { deriveChecks } from './derive.ts';
import type { CheckInput, CheckThread } from './input.ts';
import { markFrom, markOf, type CheckMark } from './item.ts';
import { upcoming } from './upcoming.ts';
import { defaultUpkeep } from './upkeep.ts';

// What the list asks and when is common practice, no published source.
const hour = 3_600_000;
const thread = (id: string, fibre: CheckThread['fibre'] = 'polyester'): CheckThread => ({
  id,
  name: `Thread ${id}`,
  weightNo: 40,
  tex: 25,
  fibre,
});
const threads = new Map([thread('a'), thread('b'), thread('m', 'metallic')].map((one) => [one.id, one]));
interface Sits {
  head?: number;
  thread?: string | null;
  age?: Partial<NeedleAge> | null;
  size?: 75 | 80 | 100;
}
function seat(position: number, { head = 1, thread: on = 'a', age = {}, size = 80 }: Sits = {}): Seat {
  const fibre = on ? (threads.get(on)?.fibre ?? 'polyester') : 'polyester';
  return {
    head,
    position,
    needle: age && {
      entryId: `n${head}-${position}`,
      spec: {
        system: 'DBxK5',
        sizeMetric: size,
        point: 'sharp',
        coating: 'plain',
        eye: 'standard',
        blade: 'standard',
      },
      fittedAt: '2026-06-01T08:00:00.000Z',
      reason: 'worn',
      age: { stitches: 1000, sewingMs: hour, metallicMs: 0, ...age },
    },
    cone: on
      ? {
          entryId: `c${position}`,
          coneId: null,
          threadId: on,
          fibre,
          mountedAt: '2026-06-01T08:00:00.000Z',
          stitches: 0,
        }
      : null,
  };
}
type Stop = NonNullable<CheckInput['job']>['stops'][number];
const stop = (no: number, threadId: string, position: number | null = null): Stop => ({
  stop: no,
  threadId,
  stitches: 1000,
  element: 'fill',
  position,
});
const list = (more: Partial<CheckInput> = {}) =>
  deriveChecks({
    now: '2026-06-10T08:00:00.000Z',
    seats: [seat(1)],
    needleLife: defaultNeedleLife,
    upkeep: defaultUpkeep,
    schools: defaultSchools,
    running: null,
    plan: [],
    today: '2026-06-10',
    job: { id: 'j', cloth: 'canvas', stops: [stop(1, 'a')] },
    threads,
    sewedLately: new Set(['1:1', '1:2', '1:3', '2:1', '2:2']),
    oil: { barsAt: '2026-06-09T08:00:00.000Z', sewnMsSinceBars: hour },
    mechanical: { lastAt: {}, impact: null },
    checkMonths: null,
    caseDue: [],
    breaksRose: null,
    rising: [],
    asked: [],
    ...more,
  });
const of = (key: string, more: Partial<CheckInput> = {}) => list(more).find((one) => one.key === key) ?? null;

describe('threads that rested', () => {
  const job = { id: 'j', cloth: 'canvas', stops: [stop(1, 'b', 10), stop(2, 'a', 9), stop(3, 'a', 9)] };
  it('each position once, in the head’s order, whatever the order of the stops', () => {
    const seats = [seat(9), seat(10, { thread: 'b' })];
    expect(list({ job, seats }).filter((one) => one.group === 'threads')).toMatchObject([
      { key: 'thread:9', position: 9, says: 'Position 9: Thread a', scope: 'day' },
      { key: 'thread:10', position: 10, says: 'Position 10: Thread b', scope: 'day' },
    ]);
  });
  it('a position whose thread sits on no cone has nothing to pull; a stop on no position asks none', () => {
    expect(of('thread:9', { job, seats: [seat(9, { thread: null }), seat(10)] })).toBeNull();
    const lost = { id: 'j', cloth: 'canvas', stops: [stop(1, 'b')] };
    expect(
      list({ job: lost, seats: [seat(1)], sewedLately: new Set() }).map((one) => one.group),
    ).not.toContain('threads');
  });
  it('a thread that was taken out of the stores is still pulled', () =>
    expect(of('thread:9', { job, seats: [seat(9, { thread: 'gone' })] })?.says).toBe(
      'Position 9: its thread',
    ));
  it('of two heads that both rested none is named; the other position says nothing', () => {
    const seats = [1, 2].flatMap((head) => [seat(1, { head }), seat(2, { head })]);
    const asked = { seats, sewedLately: new Set(['1:2', '2:2']) };
    expect(of('thread:1', asked)?.says).toBe('Position 1: Thread a');
    expect(of('thread:2', asked)).toBeNull();
  });
});

describe('needles', () => {
  it('at the very end of its life it is due, a stitch before it is not', () => {
    const needleLife: NeedleLife = { ...defaultNeedleLife, school: 'stitches', stitches: 400_000 };
    const worn = (stitches: number) =>
      of('needle:1', { seats: [seat(1, { age: { stitches } })], needleLife });
    expect(worn(399_999)).toBeNull();
    expect(worn(400_000)).toMatchObject({
      says: 'Position 1: change the needle',
      why: 'It has sewn 400,000 stitches; the rule is 400,000 stitches, or 4 hours with metallic.',
      scope: 'job',
    });
  });
  it('by hours, with metallic ones apart where there are any; the oldest of several speaks', () => {
    const seats = [
      seat(1, { age: { stitches: 9_000, sewingMs: 9 * hour } }),
      seat(1, { head: 2, age: { stitches: 12_000, sewingMs: 8.5 * hour, metallicMs: 2 * hour } }),
    ];
    expect(of('needle:1', { seats })).toMatchObject({
      says: 'Position 1: change the needle',
      why: 'It has sewn 8.5 hours, 2.0 of them metallic; the rule is 8 hours, 4 with metallic.',
    });
    expect(of('needle:1', { seats: [seats[0]!] })?.why).toBe(
      'It has sewn 9.0 hours; the rule is 8 hours, 4 with metallic.',
    );
  });
  it('the one that is missing is named by its head; the rest of the heads are not', () => {
    const seats = [seat(1), seat(1, { head: 2, age: null })];
    expect(of('no-needle:1', { seats })?.says).toBe('Position 1, head 2: fit a needle');
  });
  it('another position’s needle is not this one’s; where all heads want it, none is named', () => {
    const worn = { age: { sewingMs: 9 * hour } };
    const job = { id: 'j', cloth: 'canvas', stops: [stop(1, 'a', 1)] };
    const seats = [
      seat(1),
      seat(2, { thread: 'b', ...worn }),
      seat(1, { head: 2, age: null }),
      seat(2, { thread: 'b', ...worn, head: 2 }),
    ];
    expect(of('no-needle:1', { job, seats })?.says).toBe('Position 1, head 2: fit a needle');
    expect(of('needle:1', { job, seats })).toBeNull();
    const none = [seat(1, { age: null }), seat(1, { head: 2, age: null }), seat(2, { thread: 'b' })];
    expect(of('no-needle:1', { job, seats: none })?.says).toBe('Position 1: fit a needle');
  });
  it('of several heads the one whose needle is not for the job is named', () => {
    const job = { id: 'j', cloth: 'canvas', stops: [stop(1, 'a', 1)] };
    const seats = [seat(1), seat(1, { head: 2, size: 100 }), seat(2, { size: 100 })];
    expect(of('wrong-needle:1', { job, seats })?.says).toBe(
      'Position 1, head 2: 100/16 sharp is not for this job',
    );
    expect(of('wrong-needle:1', { seats, job: null })).toBeNull();
  });
  it('one not for this job is told of the stop that sews there, not of another’s', () => {
    const job = { id: 'j', cloth: 'canvas', stops: [stop(1, 'a', 1), stop(2, 'b', 2)] };
    const seats = [seat(1, { size: 100 }), seat(2, { thread: 'b' })];
    expect(of('wrong-needle:1', { job, seats })).toMatchObject({
      says: 'Position 1: 100/16 sharp is not for this job',
    });
    expect(of('wrong-needle:1', { job, seats })?.why).toMatch(/^Advised: 80\/12 .+\. \S.*\S$/);
    expect(of('wrong-needle:2', { job, seats })).toBeNull();
  });
  it('of a cloth or a thread that is not known nothing is said', () => {
    const seats = [seat(1, { size: 100 })];
    expect(
      of('wrong-needle:1', { seats, job: { id: 'j', cloth: 'moonstuff', stops: [stop(1, 'a')] } }),
    ).toBeNull();
    expect(
      of('wrong-needle:1', { seats, job: { id: 'j', cloth: 'canvas', stops: [stop(1, 'gone', 1)] } }),
    ).toBeNull();
  });
});

describe('bobbin and oil', () => {
  it('every reason to measure is given in a sentence, in one item', () => {
    expect(
      of('case-measured', { caseDue: ['dropped', 'not measured for 8 days'], breaksRose: 'Rose.' })?.why,
    ).toBe('The case: dropped. The case: not measured for 8 days. Rose.');
    expect(of('case-measured', { breaksRose: 'Rose.' })?.why).toBe('Rose.');
  });
  it('bars when their days or hours are up, and why', () => {
    const oil = { barsAt: '2026-06-01T08:00:00.000Z', sewnMsSinceBars: hour };
    expect(of('oil-bars', { oil })?.why).toContain('9 days ago');
    expect(of('oil-bars')).toBeNull();
  });
});

describe('what this job asks', () => {
  it('backing by the cloth, its layers counted; or judged by hand and why', () => {
    expect(of('backing', { job: { id: 'j', cloth: 'stretch knit', stops: [stop(1, 'a')] } })?.says).toMatch(
      /^Backing: (1 layer|\d layers)( of .+)?, covering the whole hoop$/,
    );
    const why = (cloth: string, threadId = 'a') =>
      of('backing', { job: { id: 'j', cloth, stops: [stop(1, threadId)] } })?.why;
    expect(why('moonstuff')).toBe('This cloth is not known to the advice: judge it by hand.');
    expect(why('')).toBe('The job names no cloth.');
    expect(why('canvas', 'gone')).toBe('This cloth is not known to the advice: judge it by hand.');
  });
  it('metallic where any stop is metallic, at its rule’s speed, or 700 where no rule can be asked', () => {
    const job = { id: 'j', cloth: 'canvas', stops: [stop(1, 'a'), stop(2, 'm')] };
    expect(of('metallic-speed', { job })?.says).toBe('Metallic: at most 700 st/min');
    expect(of('metallic-speed', { job: { ...job, cloth: 'moonstuff' } })?.says).toBe(
      'Metallic: at most 700 st/min',
    );
    expect(of('metallic')).toBeNull();
  });
});

describe('what somebody asked to have looked at', () => {
  const asked = {
    id: '0190c0de-0000-7000-8000-000000000001',
    at: '2026-06-09T15:00:00Z',
    head: 1,
    position: 4,
  };
  it('stands on the list with its words and since when, under a name that its tick can bear', () => {
    const key = `asked:${asked.id}`;
    expect(of(key, { asked: [{ ...asked, says: 'Look at the hook' }] })).toMatchObject({
      ...{ key, group: 'asked', says: 'Look at the hook', why: 'Reported on 9 Jun.', position: 4 },
    });
    const { shape } = entryKinds.check_done;
    const { pattern } = shape.properties.item;
    for (const name of [key, 'rising:1:9', 'thread:7', 'oil-hook']) expect(name).toMatch(new RegExp(pattern));
    for (const name of ['rising:1:9:2', 'Asked', 'thread:123', ''])
      expect(name).not.toMatch(new RegExp(pattern));
  });
});

describe('marks', () => {
  const mark = (more: Partial<CheckMark> = {}): CheckMark => ({
    key: 'hoop',
    jobId: 'j',
    at: '2026-06-10T09:00:00Z',
    state: 'done',
    why: null,
    ...more,
  });
  const when = { dayStart: '2026-06-10T00:00:00Z', jobId: 'j', jobSince: '2026-06-10T08:00:00Z' };
  it('only marks of the same item count, those at the very start too; a day’s item asks no job', () => {
    const item = { key: 'hoop', scope: 'job' as const };
    expect(markOf(item, [mark({ key: 'pins' })], when)).toBeNull();
    expect(markOf(item, [mark({ at: when.jobSince })], when)).not.toBeNull();
    expect(markOf({ ...item, scope: 'day' }, [mark({ jobId: 'other' })], when)).not.toBeNull();
    expect(markOf(item, [mark()], { ...when, jobSince: null })).not.toBeNull();
  });
  it('are made of entries', () => {
    const event = { id: 'e', at: 'now', jobId: null, data: { item: 'hoop', state: 'not_done', why: 'lost' } };
    expect(markFrom(event)).toEqual({
      id: 'e',
      key: 'hoop',
      jobId: null,
      at: 'now',
      state: 'not_done',
      why: 'lost',
    });
    expect(markFrom({ ...event, data: { item: 'hoop', state: 'done' } }).why).toBeNull();
  });
});

describe('what will be due', () => {
  const now = '2026-06-11T08:00:00.000Z';
  const due = (seats: Seat[], needleLife = defaultNeedleLife) =>
    upcoming({
      now,
      upkeep: defaultUpkeep,
      barsAt: now,
      caseAt: now,
      caseEveryDays: 3,
      seats,
      needleLife,
    }).filter(({ key }) => key.startsWith('needle'));
  it('a needle at its end is due today; one that used nothing, or is not there, is not', () => {
    expect(due([seat(1, { age: { sewingMs: 8 * hour } })])).toMatchObject([
      {
        at: now,
        title: 'Change the needle at position 1',
        says: expect.stringMatching(/^It has used 100 %/),
      },
    ]);
    expect(due([seat(1, { age: { sewingMs: 0 } }), seat(2, { age: null })])).toEqual([]);
    expect(due([seat(1)], { ...defaultNeedleLife, school: 'until-trouble' })).toEqual([]);
  });
  it('one fitted less than a day ago tells no rate, but one worn out is due all the same', () => {
    const young = (sewingMs: number): Seat => {
      const one = seat(1, { age: { sewingMs } });
      return { ...one, needle: { ...one.needle!, fittedAt: '2026-06-10T20:00:00.000Z' } };
    };
    expect(due([young(4 * hour)])).toEqual([]);
    expect(due([young(9 * hour)])).toHaveLength(1);
  });
  it('further ahead than 120 days is not said; at 120 it is', () => {
    // Ten days for a thirteenth of its life: twelve times ten more.
    const used = (share: number) => due([seat(1, { age: { sewingMs: 8 * hour * share } })]);
    expect(used(1 / 13)).toHaveLength(1);
    expect(used(1 / 13.2)).toEqual([]);
  });
  it('heads are named where there are several, the first one too', () => {
    const worn = { age: { sewingMs: 9 * hour } };
    expect(due([seat(1, worn), seat(1, { ...worn, head: 2 })]).map(({ title }) => title)).toEqual([
      'Change the needle at position 1, head 1',
      'Change the needle at position 1, head 2',
    ]);
  });
});

describe('what the job’s garment asks', () => {
  const job = (
    garment: NonNullable<CheckInput['job']>['garment'],
    cloth = 'canvas',
    stops = [stop(1, 'a')],
  ) => ({
    job: { id: 'j', cloth, garment, stops },
  });
  const told = (more: Partial<CheckInput>) => list(more).filter(({ key }) => key.startsWith('told'));

  it('the backing: how many layers and why, of what was said', () => {
    expect(of('backing', job({ backings: ['tear-away'], hoop: 'small' }))).toMatchObject({
      says: 'Backing: 1 layer of tear-away, covering the whole hoop',
      why: expect.stringMatching(/\S/),
    });
    expect(of('backing', job({ backings: ['tear-away', 'cut-away'], hoop: 'large' }))?.says).toBe(
      'Backing: 2 layers of tear-away and cut-away, covering the whole hoop',
    );
    const first = { ...stop(1, 'gone') };
    expect(of('backing', job({ hoop: 'large' }, 'canvas', [first, stop(2, 'a')]))?.says).toMatch(
      /^Backing: 2/,
    );
  });
  it('the backing where cloth is not known, or not said, or no thread is', () => {
    expect(of('backing', job({}, 'moonstuff'))?.why).toBe(
      'This cloth is not known to the advice: judge it by hand.',
    );
    expect(of('backing', job({}, ''))?.why).toBe('The job names no cloth.');
    expect(of('backing', job({}, 'canvas', []))?.says).toBe('Right backing, covering the whole hoop');
  });
  it('a cap frame is a cap, whatever cloth is on it; else a hoop', () => {
    expect(of('cap-order', job({ hoop: 'cap-frame' }))).not.toBeNull();
    expect(of('hoop', job({ hoop: 'cap-frame' }))).toBeNull();
    expect(of('cap-order', job({}, 'structured cap'))).not.toBeNull();
    expect(of('cap-order', job({ hoop: 'medium' }))).toBeNull();
    expect(of('hoop', job({ hoop: 'medium' }))).not.toBeNull();
  });
  it('what speaks against the garment is told, but for order and backing, which have lines of their own', () => {
    const large = job({ place: 'chest', widthMm: 130, heightMm: 130, hoop: 'small' });
    expect(told(large).map(({ key }) => key)).toEqual(['told-place', 'told-hoop']);
    expect(told(large)[0]).toMatchObject({ group: 'job', why: 'The job’s garment says so.' });
    expect(told(job({ hoop: 'large', backingLayers: 1 }))).toEqual([]);
    expect(told(job({ hoop: 'cap-frame' }))).toEqual([]);
    expect(told(job({}, 'moonstuff')).map(({ key }) => key)).toEqual(['told-cloth']);
  });
  it('a thread that is too thick for what it sews is told by its stop', () => {
    const letters = { ...stop(2, 'a'), element: 'lettering' as const };
    const small = {
      ...letters,
      measures: { by: 'typed' as const, parts: [{ element: 'lettering' as const, letterMm: 4 }] },
    };
    const weights = (stops: Stop[]) =>
      list(job({}, 'canvas', stops)).filter(({ key }) => key.startsWith('weight'));
    expect(weights([stop(1, 'a'), small])).toMatchObject([
      { key: 'weight:2', says: expect.stringMatching(/^Stop 2: .*60 wt/), group: 'job' },
    ]);
    expect(weights([stop(1, 'a'), { ...stop(2, 'gone') }])).toEqual([]);
  });
});

describe('what will be due, in order', () => {
  const now = '2026-06-11T08:00:00.000Z';
  const keys = (more: object) =>
    upcoming({
      ...{ now, upkeep: defaultUpkeep, barsAt: now, caseAt: now, caseEveryDays: 3, seats: [] },
      ...{ needleLife: defaultNeedleLife, ...more },
    }).map(({ key }) => key);
  it('by its day, then by its name', () => {
    expect(keys({})).toEqual(['case', 'oil-bars']);
    expect(keys({ caseEveryDays: 30 })).toEqual(['oil-bars', 'case']);
    expect(keys({ barsAt: null, caseAt: null })).toEqual(['case', 'oil-bars']);
    const worn = { age: { sewingMs: 9 * hour } };
    const seats = [seat(2, worn), seat(1, worn)];
    expect(keys({ seats, barsAt: null })).toEqual(['needle-n1-1', 'needle-n1-2', 'oil-bars', 'case']);
  });
  it('a needle fitted a day ago to the minute tells its rate', () => {
    const day = seat(1, { age: { sewingMs: 4 * hour } });
    day.needle!.fittedAt = '2026-06-10T08:00:00.000Z';
    expect(keys({ seats: [day] })).toContain('needle-n1-1');
    day.needle!.fittedAt = '2026-06-10T08:00:00.001Z';
    expect(keys({ seats: [day] })).not.toContain('needle-n1-1');
  });
});

describe('before the first stitch', () => {
  it('a stop whose thread is on no cone is told, by its thread or plainly', () => {
    const job = { id: 'j', cloth: 'canvas', stops: [stop(1, 'a'), stop(2, 'b'), stop(3, 'gone')] };
    expect(of('no-cone:2', { job })).toMatchObject({
      says: 'Stop 2: mount Thread b',
      group: 'job',
      scope: 'job',
    });
    expect(of('no-cone:3', { job })?.says).toBe('Stop 3: mount its thread');
    expect(of('no-cone:1', { job })).toBeNull();
  });
  it('the slowest stop’s limit, which is not metallic’s, is said with its reason', () => {
    const foam = {
      id: 'j',
      cloth: 'structured cap',
      stops: [stop(1, 'a'), { ...stop(2, 'b'), element: 'foam' as const }],
    };
    expect(of('speed', { job: foam })?.says).toBe('At most 650 st/min: stop 2, foam');
    expect(of('speed', { job: foam })?.why).toMatch(/\S/);
    expect(of('speed')).toBeNull();
    expect(of('speed', { job: { ...foam, stops: [stop(1, 'm')] } })).toBeNull();
  });
});
