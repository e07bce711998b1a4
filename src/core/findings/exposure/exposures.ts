import { countsAgainstPosition } from '../../fault/faults.ts';
import { is } from '../../ledger/about-kinds.ts';
import type { EffectiveEntry } from '../../ledger/entry.ts';
import { seatAt, type HeadNow, type SeatNeedle } from '../../ledger/head-now.ts';
import { needleText } from '../../needle/label.ts';
import type { NeedleAge } from '../../needle/life.ts';
import type { NeedleReason } from '../../needle/reasons.ts';

/** What one seat sewed in a part of a day for one job with one needle and one thread, with one person at the machine, and how often it broke. */
export interface SewnCell {
  day: string;
  /** Which part of the day (UTC), of {@link blockHours} hours each: 0 is from midnight. */
  block: number;
  head: number;
  position: number;
  jobId: string;
  needleEntry: string;
  threadId: string;
  /** Who had last written at the machine, a shift ago at most: a feed's pieces bear no name. */
  operatorId: string;
  /** What kind of needle that is, in words; empty: none, or not known. */
  needleKind: string;
  /** Stitches of the needle before the first ones here. */
  needleAge: number;
  stitches: number;
  sewingMs: number;
  /** Stops of the top thread or the needle. */
  breaks: number;
}

/** Stops of one kind on one day at one place, with the time they took. Head and position 0: of the whole machine. */
export interface StopCell {
  day: string;
  head: number;
  position: number;
  jobId: string;
  kind: string;
  /** Empty: not said. */
  fault: string;
  stops: number;
  lostMs: number;
}

/** A fitted needle from its first stitch to its last, or as far as it has come. */
export interface NeedleLifeSpan {
  entryId: string;
  head: number;
  position: number;
  needle: SeatNeedle['spec'];
  fittedAt: string;
  age: NeedleAge;
  ended: { at: string; by: string; reason: NeedleReason; fault: string | null } | null;
}

/** What a stretch of the ledger adds up to. */
export interface Exposures {
  cells: Map<string, SewnCell>;
  stops: Map<string, StopCell>;
  lives: Map<string, NeedleLifeSpan>;
  /** By seat, its last stop with nothing sewn since: a needle changed then was changed for it. */
  atStop: Map<string, { at: string; fault: string }>;
  /** Who wrote last at the machine. */
  person: { id: string; at: string } | null;
}

export const noExposures = (): Exposures => ({
  ...{ cells: new Map(), stops: new Map(), lives: new Map(), atStop: new Map(), person: null },
});

/** No job, no needle, no thread, nobody on record. */
export const nobody = '00000000-0000-0000-0000-000000000000';
/** A stop before which a needle was changed later than this was not what it was changed for, ms. */
export const stopHolds = 12 * 3_600_000;
/** Hours of one part of the day. */
export const blockHours = 3;

const seatKey = (head: number, position: number) => `${head}.${position}`;

/**
 * Adds one entry, in ledger order and not taken back, to what a stretch of the ledger adds up to (in place). `before`: the
 * heads just before it. `lostMs`: how long a stop took, 0 while it is open. `counts`: false before the stretch begins, where only the
 * last stops are followed.
 */
export function addExposure(
  into: Exposures,
  before: HeadNow,
  entry: EffectiveEntry,
  { lostMs, counts = true }: { lostMs: number; counts?: boolean },
): void {
  if (entry.void) return;
  if (entry.operatorId && (is(entry, 'sews') || is(entry, 'losesTime') || is(entry, 'fits')))
    into.person = { id: entry.operatorId, at: entry.at };
  if (is(entry, 'sews')) addSewn(into, before, entry, counts);
  if (is(entry, 'losesTime')) addStop(into, before, entry, lostMs, counts);
  if (entry.kind === 'needle_fitted') endLife(into, before, entry, counts);
}

function addSewn(into: Exposures, before: HeadNow, entry: EffectiveEntry, counts: boolean): void {
  if (!is(entry, 'sews')) return;
  const { heads, speed, stops } = entry.data;
  for (const head of heads)
    for (const { position, stitches } of stops) {
      into.atStop.delete(seatKey(head, position));
      if (!counts) continue;
      const cell = cellAt(into, before, entry, { head, position });
      cell.stitches += stitches;
      cell.sewingMs += Math.round((stitches * 60_000) / speed);
    }
}

function addStop(
  into: Exposures,
  before: HeadNow,
  entry: EffectiveEntry,
  lostMs: number,
  counts: boolean,
): void {
  const [head, position] = [entry.head ?? 0, entry.position ?? 0];
  const fault = is(entry, 'breaks') ? (entry.data.fault ?? null) : null;
  const isBreak = is(entry, 'breaks') && head > 0 && position > 0;
  if (isBreak) into.atStop.set(seatKey(head, position), { at: entry.at, fault: fault ?? '' });
  if (!counts) return;
  const at = {
    ...{ day: entry.at.slice(0, 10), head, position, jobId: entry.jobId ?? nobody },
    ...{ kind: entry.kind, fault: fault ?? '' },
  };
  const stop = kept(into.stops, Object.values(at).join('|'), () => ({ ...at, stops: 0, lostMs: 0 }));
  stop.stops += 1;
  stop.lostMs += lostMs;
  if (isBreak && countsAgainstPosition(fault)) cellAt(into, before, entry, { head, position }).breaks += 1;
}

function cellAt(
  into: Exposures,
  before: HeadNow,
  { at, jobId, operatorId }: EffectiveEntry,
  { head, position }: { head: number; position: number },
): SewnCell {
  const seat = seatAt(before, head, position);
  const key = {
    ...{ day: at.slice(0, 10), block: Math.floor(Number(at.slice(11, 13)) / blockHours) },
    ...{ head, position, jobId: jobId ?? nobody },
    ...{ needleEntry: seat?.needle?.entryId ?? nobody, threadId: seat?.cone?.threadId ?? nobody },
    operatorId: operatorId ?? lastPerson(into, at),
  };
  return kept(into.cells, Object.values(key).join('|'), () => ({
    ...{ ...key, stitches: 0, sewingMs: 0, breaks: 0 },
    needleKind: seat?.needle ? needleText(seat.needle.spec) : '',
    needleAge: seat?.needle ? seat.needle.age.stitches : 0,
  }));
}

/** Who wrote last, if that was within a shift. */
const lastPerson = ({ person }: Exposures, at: string) =>
  person && Date.parse(at) - Date.parse(person.at) <= stopHolds ? person.id : nobody;

function endLife(into: Exposures, before: HeadNow, entry: EffectiveEntry, counts: boolean): void {
  if (entry.kind !== 'needle_fitted') return;
  const [head, position] = [entry.head ?? 0, entry.position ?? 0];
  const seat = seatKey(head, position);
  const stop = into.atStop.get(seat);
  into.atStop.delete(seat);
  const needle = seatAt(before, head, position)?.needle;
  if (!counts || !needle) return;
  const isAtStop = stop && Date.parse(entry.at) - Date.parse(stop.at) <= stopHolds;
  into.lives.set(needle.entryId, {
    ...lifeOf(head, position, needle),
    ended: { at: entry.at, by: entry.id, reason: entry.data.reason, fault: isAtStop ? stop.fault : null },
  });
}

const lifeOf = (head: number, position: number, needle: SeatNeedle): NeedleLifeSpan => ({
  ...{ entryId: needle.entryId, head, position, needle: needle.spec, fittedAt: needle.fittedAt },
  ...{ age: needle.age, ended: null },
});

/** The lives of the needles that are in, as far as they have come. */
export const livesNow = ({ seats }: HeadNow): NeedleLifeSpan[] =>
  seats.flatMap(({ head, position, needle }) => (needle ? [lifeOf(head, position, needle)] : []));

function kept<Value>(map: Map<string, Value>, key: string, make: () => Value): Value {
  let value = map.get(key);
  if (value === undefined) map.set(key, (value = make()));
  return value;
}
