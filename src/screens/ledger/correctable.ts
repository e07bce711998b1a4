import { faultKeys, faults } from '../../core/fault/faults.ts';
import { fieldOf, flagsOf, is, kindOf } from '../../core/ledger/about-kinds.ts';
import type { EntryData } from '../../core/ledger/entry.ts';
import type { Sewn } from '../../core/ledger/kinds/sewn.ts';
import { mostStitches } from '../../core/shape/most.ts';
import { readNeedleLabel, needleText, type NeedleSpec } from '../../core/needle/label.ts';
import { needleReasonKeys, needleReasons } from '../../core/needle/reasons.ts';
import type { FrameData } from '../../schemas/frame-data.ts';
import type { ShownEvent } from '../../parts/live/view.ts';

/** What a form of corrections is given. */
export interface Around {
  data: FrameData;
  /** Jobs that can be named, by id. */
  jobs: ReadonlyMap<string, string>;
}

/** Something of an entry that a person can put right. Its value is text, as an input has it. */
export interface Correctable {
  key: string;
  name: string;
  /** Null: this entry has no such thing. */
  of: (event: ShownEvent, around: Around) => string | null;
  input: 'text' | 'number' | 'time' | ((around: Around) => { value: string; name: string }[]);
  unit?: string;
  /** What the correction says; a refusal is thrown with its sentence. */
  change: (value: string, event: ShownEvent, around: Around) => EntryData['correction'];
}

const field = (name: string) => (event: ShownEvent) => {
  const value = fieldOf(event, name);
  return value === undefined ? null : String((value as string | null) ?? '');
};
const ofKind =
  (...kinds: ShownEvent['kind'][]) =>
  (event: ShownEvent) =>
    kinds.includes(event.kind);
const whole = (value: string, name: string, most: number): number => {
  const number = Number(value.replace(',', '.'));
  if (value.trim() === '' || !(number >= 0 && number <= most))
    throw new Error(`${name}: a number up to ${most}.`);
  return number;
};
/** What stands in a field one after the other, with commas or spaces between. */
const listed = (value: string): string[] => value.split(/[\s,]+/).filter(Boolean);
const two = (number: number) => String(number).padStart(2, '0');

/** An instant as a browser's field has it, in the browser's own zone, to the second. */
export function localTime(at: string): string {
  const date = new Date(at);
  return `${date.getFullYear()}-${two(date.getMonth() + 1)}-${two(date.getDate())}T${two(date.getHours())}:${two(date.getMinutes())}:${two(date.getSeconds())}`;
}

/** All that can be put right, in the order of the form. Whether an entry has it is asked of the entry. */
export const correctables: readonly Correctable[] = [
  {
    key: 'position',
    name: 'Position',
    of: (event) => (kindOf(event.kind).where === 'seat' ? String(event.position ?? '') : null),
    input: ({ data }) => choices(data.machine.positions),
    change: (value) => ({ position: Number(value) }),
  },
  {
    key: 'head',
    name: 'Head',
    of: (event, { data }) =>
      data.machine.heads > 1 && kindOf(event.kind).where === 'seat' ? String(event.head ?? '') : null,
    input: ({ data }) => choices(data.machine.heads),
    change: (value) => ({ head: Number(value) }),
  },
  {
    key: 'fault',
    name: 'Kind',
    of: (event) => (flagsOf(event.kind).breaks ? field('fault')(event) : null),
    input: () => [
      { value: '', name: 'not said' },
      ...faultKeys.map((value) => ({ value, name: faults[value].says })),
    ],
    change: (value) => ({ data: { fault: value || null } }),
  },
  {
    key: 'needle',
    name: 'Needle',
    of: (event) => (event.kind === 'needle_fitted' ? needleText(event.data.needle) : null),
    input: 'text',
    change: (value, _event, { data }) => ({ data: { needle: readNeedleLabel(value, data.letters).spec } }),
  },
  {
    key: 'reason',
    name: 'Why it was changed',
    of: (event) => (event.kind === 'needle_fitted' ? event.data.reason : null),
    input: () => needleReasonKeys.map((value) => ({ value, name: needleReasons[value].name })),
    change: (reason) => ({ data: { reason } }),
  },
  {
    key: 'thread',
    name: 'Thread',
    of: (event) => (event.kind === 'cone_mounted' ? event.data.threadId : null),
    input: ({ data }) => data.threads.map(({ id, code, name }) => ({ value: id, name: `${code} ${name}` })),
    // Another article: which cone of it is not known then.
    change: (threadId, _event, { data }) => ({
      data: { threadId, fibre: data.threads.find(({ id }) => id === threadId)?.fibre, coneId: null },
    }),
  },
  {
    key: 'cone',
    name: 'Cone',
    of: (event) => (event.kind === 'cone_mounted' ? (event.data.coneId ?? '') : null),
    input: ({ data }) => [
      { value: '', name: 'not named' },
      ...data.cones.map(({ id, batch }) => ({ value: id, name: batch })),
    ],
    change: (id, _event, { data }) => {
      const cone = data.cones.find((each) => each.id === id);
      const thread = data.threads.find((each) => each.id === cone?.threadId);
      return {
        data: { coneId: cone?.id ?? null, ...(thread && { threadId: thread.id, fibre: thread.fibre }) },
      };
    },
  },
  {
    key: 'grams',
    name: 'Reading',
    unit: 'g',
    of: (event) => (ofKind('case_measured', 'upper_gauged')(event) ? field('grams')(event) : null),
    input: 'number',
    change: (value) => ({ data: { grams: whole(value, 'Reading', 500) } }),
  },
  {
    key: 'speed',
    name: 'Speed',
    unit: 'st/min',
    of: (event) => (flagsOf(event.kind).sews ? field('speed')(event) : null),
    input: 'number',
    change: (value) => ({ data: { speed: Math.round(whole(value, 'Speed', 2000)) } }),
  },
  {
    key: 'stitches',
    name: 'Stitches, stop by stop',
    of: (event) =>
      is(event, 'sews') && event.data.stops.length > 0
        ? event.data.stops.map(({ stitches }) => stitches).join(', ')
        : null,
    input: 'text',
    change: (value, event) => {
      const stops = is(event, 'sews') ? event.data.stops : [];
      const counts = listed(value);
      if (counts.length !== stops.length)
        throw new Error(`Stitches: one number for each of its ${stops.length} stops, such as “6200, 1800”.`);
      return {
        data: {
          stops: stops.map((stop, index) => ({
            ...stop,
            stitches: Math.round(whole(counts[index]!, 'Stitches', mostStitches)),
          })),
        },
      };
    },
  },
  {
    key: 'heads',
    name: 'Heads that sewed',
    of: (event, { data }) =>
      flagsOf(event.kind).sews && data.machine.heads > 1
        ? (fieldOf(event, 'heads') as number[]).join(', ')
        : null,
    input: 'text',
    change: (value, _event, { data }) => {
      const heads = [...new Set(listed(value).map(Number))].sort((a, b) => a - b);
      const { heads: most } = data.machine;
      if (heads.length === 0 || heads.some((head) => !(Number.isInteger(head) && head >= 1 && head <= most)))
        throw new Error(`Heads that sewed: numbers from 1 to ${most}, such as “1, 2”.`);
      return { data: { heads } };
    },
  },
  {
    key: 'job',
    name: 'Job',
    of: (event) => (flagsOf(event.kind).sews || flagsOf(event.kind).stops ? (event.jobId ?? '') : null),
    input: ({ jobs }) => [
      { value: '', name: 'no job' },
      ...[...jobs].map(([value, name]) => ({ value, name })),
    ],
    change: (value) => ({ jobId: value || null }),
  },
  {
    key: 'words',
    name: 'Words',
    of: (event) => (event.kind === 'stop' ? event.data.why : event.kind === 'note' ? event.data.text : null),
    input: 'text',
    change: (value, event) => ({ data: event.kind === 'note' ? { text: value } : { why: value } }),
  },
  {
    key: 'operator',
    name: 'Who',
    of: (event, { data }) => (data.operators.length > 0 ? (event.operatorId ?? '') : null),
    input: ({ data }) => [
      { value: '', name: 'nobody named' },
      ...data.operators.map(({ id, name }) => ({ value: id, name })),
    ],
    change: (value) => ({ operatorId: value || null }),
  },
  {
    key: 'at',
    name: 'When',
    of: ({ at }) => localTime(at),
    input: 'time',
    change: (value) => {
      const at = new Date(value);
      if (Number.isNaN(at.getTime())) throw new Error('When: give a day and a time.');
      if (at.getTime() > Date.now() + 60_000) throw new Error('When: this time is still to come.');
      return { at: at.toISOString() };
    },
  },
];

const choices = (count: number) =>
  Array.from({ length: count }, (_, index) => ({ value: String(index + 1), name: String(index + 1) }));

/** Minutes lost are said by the entry that ended the stop: that one is corrected. */
export const minutesOf = (event: ShownEvent): string | null =>
  flagsOf(event.kind).losesTime && event.closedBy && event.lostMs !== null
    ? String(Number((event.lostMs / 60_000).toFixed(1)))
    : null;

/** The correction of several things at once; null: nothing is different. */
export function correctionOf(
  values: ReadonlyMap<string, string>,
  event: ShownEvent,
  around: Around,
): EntryData['correction'] | null {
  const changed = correctables.filter(
    ({ key, of }) => values.has(key) && values.get(key) !== of(event, around),
  );
  if (changed.length === 0) return null;
  return changed
    .map(({ key, change }) => change(values.get(key)!, event, around))
    .reduce(
      (sum, next) => ({
        ...sum,
        ...next,
        ...((sum.data || next.data) && { data: { ...sum.data, ...next.data } }),
      }),
      {},
    );
}

/** What a correction says, in words. */
export function correctionSays(
  { void: taken, data = {}, ...rest }: EntryData['correction'],
  { threadName, personName, moment }: Record<'threadName' | 'personName' | 'moment', (of: string) => string>,
): string {
  const parts: string[] = [];
  if (taken !== undefined) parts.push(taken ? 'taken back' : 'put back');
  if (rest.head !== undefined) parts.push(`head is ${rest.head}`);
  if (rest.position !== undefined) parts.push(`position is ${rest.position}`);
  if (rest.operatorId !== undefined)
    parts.push(rest.operatorId ? `it was ${personName(rest.operatorId)}` : 'nobody named');
  if (rest.at !== undefined) parts.push(`it was at ${moment(rest.at)}`);
  if (rest.jobId !== undefined) parts.push(rest.jobId ? 'another job' : 'no job');
  for (const [name, value] of Object.entries(data)) {
    const says = fieldSays[name]?.(value, threadName);
    if (says) parts.push(says);
  }
  return (parts.join(', ') || 'corrected') + (rest.why ? ` (${rest.why})` : '');
}

const fieldSays: Record<string, (value: unknown, threadName: (id: string) => string) => string> = {
  fault: (value) => `it was: ${faults[value as keyof typeof faults]?.says ?? 'not said'}`,
  fragments: (value) => (value === 'missing' ? 'a fragment is missing' : 'all fragments found'),
  isApart: () => 'another break than the one beside it',
  threadId: (value, threadName) => `cone is ${threadName(String(value))}`,
  over: () => 'came after the other one',
  feedId: () => 'the machine told the same stop',
  needle: (value) => `needle is ${needleText(value as NeedleSpec)}`,
  reason: (value) =>
    `changed because: ${needleReasons[value as keyof typeof needleReasons]?.name ?? 'not said'}`,
  grams: (value) => `reading is ${String(value)} g`,
  speed: (value) => `speed was ${String(value)} st/min`,
  heads: (value) => `heads ${(value as number[]).join(', ')}`,
  lostMs: (value) => `${Number((Number(value) / 60_000).toFixed(1))} min lost`,
  why: (value) => `“${String(value)}”`,
  text: (value) => `“${String(value)}”`,
  stops: (value) =>
    `its stops: ${(value as Sewn['stops']).map(({ stop, position, stitches }) => `${stop} at position ${position}, ${stitches} st`).join('; ')}`,
};
