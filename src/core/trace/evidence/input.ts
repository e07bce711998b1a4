import { millisecondsInDay } from 'date-fns/constants';
import type { Seat } from '../../ledger/head-now.ts';
import type { NeedleLife } from '../../needle/life.ts';
import { isKind, stitchesAt, stitchesOn, type RunEvent } from '../../run/run-event.ts';
import type { Band } from '../../tension/targets.ts';
import { symptomOfFault } from '../../trouble/symptoms.ts';

/** What the ledger and the record of the job know of the place that breaks. Instants are ISO 8601. */
export interface EvidenceInput {
  head: number;
  position: number;
  heads: number;
  /** As far back as they are known, in any order. */
  events: readonly RunEvent[];
  seats: readonly Seat[];
  needleLife: NeedleLife;
  /** The needle of this position against what the running job's advice asks for: what differs, in words; null: it fits, or it is not known. */
  unfit: string | null;
  /** What this workshop calls right at the case gauge; left out: 25 to 30 g. */
  band?: Band;
  /** A bobbin case by its id, in words; left out: cases are not named. */
  caseName?: (id: string) => string;
  /** When the trace was begun: what was put in since is no cause of it; null: it begins now. */
  begunAt: string | null;
  now: string;
}

export type BreakTold = Extract<RunEvent, { kind: 'break' }>;

/** The breaks that a trace is about: a bobbin that ran out is none. Oldest first. */
export function breaksIn({ events }: Pick<EvidenceInput, 'events'>): BreakTold[] {
  return events
    .filter((event): event is BreakTold => isKind(event, 'break'))
    .filter(({ data }) => data.fault === null || symptomOfFault(data.fault) !== null)
    .sort((a, b) => Date.parse(a.at) - Date.parse(b.at));
}

/** Stitches that a seat sewed between two instants (the later one included). */
export function sewnBetween(
  { events }: Pick<EvidenceInput, 'events'>,
  head: number,
  position: number,
  from: string,
  to: string,
): number {
  return within(events, from, to).reduce((sum, event) => sum + stitchesAt(event, head, position), 0);
}

/** Stitches of every position of a head together. */
export function sewnOnHead(
  { events }: Pick<EvidenceInput, 'events'>,
  head: number,
  from: string,
  to: string,
): number {
  return within(events, from, to).reduce((sum, event) => sum + stitchesOn(event, head), 0);
}

function within(events: readonly RunEvent[], from: string, to: string): RunEvent[] {
  const [first, last] = [Date.parse(from), Date.parse(to)];
  return events.filter(({ at }) => Date.parse(at) > first && Date.parse(at) <= last);
}

/** The instant before the oldest event that is known; evidence counts from there. */
export function knownSince({ events, now }: Pick<EvidenceInput, 'events' | 'now'>): string {
  const oldest = events.reduce((least, { at }) => Math.min(least, Date.parse(at)), Date.parse(now));
  return new Date(oldest - 1).toISOString();
}

/** Stitches between breaks from which on a row of them is over. From memory. */
const rowEnds = 20_000;

/** The present row of breaks of this seat: those since the last long stretch without one. Oldest first. */
export function presentRow(input: Pick<EvidenceInput, 'events' | 'head' | 'position' | 'now'>): BreakTold[] {
  const here = breaksIn(input).filter(
    ({ head, position }) => head === input.head && position === input.position,
  );
  let start = 0;
  for (let index = 1; index < here.length; index++)
    if (sewnBetween(input, input.head, input.position, here[index - 1]!.at, here[index]!.at) > rowEnds)
      start = index;
  return here.slice(start);
}

/** The input with what several kinds of evidence go by, worked out once. */
export interface Evidence extends EvidenceInput {
  /** Every break that a trace may be about, oldest first; those of this seat's present row. */
  breaks: BreakTold[];
  row: BreakTold[];
  /** A day before the row's first break, or where what is known begins: what was sewn from there on the row is held against. */
  from: string;
}

export function evidenceOf(input: EvidenceInput): Evidence {
  const row = presentRow(input);
  const known = knownSince(input);
  const dayBefore = row[0] ? new Date(Date.parse(row[0].at) - millisecondsInDay).toISOString() : known;
  return { ...input, breaks: breaksIn(input), row, from: dayBefore > known ? dayBefore : known };
}

/** The newest of some events; null where there are none. */
export const newestOf = <E extends { at: string }>(events: readonly E[]): E | null =>
  events.reduce<E | null>(
    (newest, event) => (!newest || Date.parse(event.at) > Date.parse(newest.at) ? event : newest),
    null,
  );

export const whole = (value: number) => Math.round(value).toLocaleString('en-GB');
export const percent = (share: number) =>
  share > 0 && share < 0.01 ? 'under 1 %' : `${Math.round(share * 100)} %`;
