import type { NeedleSpec } from '../needle/label.ts';
import type { TraceVerdict } from '../tension/trace-verdicts.ts';
import type { Fault } from './faults.ts';

/**
 * One line of the ledger: something that happened at a machine. Never edited, never deleted.
 *
 * `id` is a UUIDv7 made by the writer, so the same entry sent twice is stored once. `at` is the device's
 * time (ISO 8601, UTC). `head` and `position` are null where the entry is about the whole machine.
 */
interface EntryBase {
  id: string;
  machineId: string;
  head: number | null;
  position: number | null;
  at: string;
  operatorId: string | null;
  jobId: string | null;
  /** For a correction: the entry it corrects. */
  corrects: string | null;
  /** The device's time, where it lay so far ahead that `at` is the server's instead. Added by the server. */
  claimedAt?: string;
}

export const needleReasons = {
  worn: 'worn',
  broke: 'broke',
  burr: 'burr',
  wrong_size: 'wrong size',
  job_needs: 'job needs it',
  other: 'other reason',
} as const;
export type NeedleReason = keyof typeof needleReasons;

export const fibres = ['polyester', 'rayon', 'silk', 'cotton', 'nylon', 'metallic'] as const;
export type Fibre = (typeof fibres)[number];

/** What each kind of entry carries. */
export interface EntryData {
  /** `fault` is null between the first touch and the second. `fragments` only with a broken needle. */
  break: {
    fault: Fault | null;
    fragments?: 'all_found' | 'missing';
    stop?: number;
    stitch?: number;
    /** Written by the machine's feed. */
    by?: 'feed';
    /** The feed's entry about this same stop, taken back for this one. */
    feedId?: string;
  };
  /** The machine stopped for no fault: the clock of minutes lost runs all the same. */
  stop: { why: string; by?: 'feed'; feedId?: string };
  /** Ends the stop or break `closes`. */
  sewing_again: { closes: string };
  /** `over`: the needle that the writer saw in the seat (its entry; null: none). Two over the same one are a clash. */
  needle_fitted: { needle: NeedleSpec; reason: NeedleReason; over?: string | null };
  cone_mounted: { threadId: string; coneId: string | null; fibre: Fibre; over?: string | null };
  job_started: Record<string, never>;
  /** One run of the design: every head of `heads` sewed one piece. `speed` in stitches/min. */
  piece_finished: {
    heads: number[];
    speed: number;
    stops: { stop: number; position: number; stitches: number }[];
    by?: 'feed';
  };
  piece_held: { breakId: string; why: string };
  /** Ends the hold `closes`. */
  piece_released: { closes: string; why: string };
  /** Bobbin case at the gauge, on the case gauge's scale. Left out: which case, which bobbin thread, how, how steady. */
  case_measured: {
    grams: number;
    caseId?: string | null;
    bobbinKindId?: string | null;
    by?: 'case-gauge' | 'plate' | 'drop';
    /** What the gauge through the needle plate itself showed, when it was read there. */
    plateGrams?: number;
    spread?: number;
    verdict?: TraceVerdict;
  };
  /** The case's screw, turns to the right (left below 0). */
  screw_turned: { caseId: string; turns: number; bobbinKindId?: string | null };
  case_dropped: { caseId: string };
  /** The underside of a test block, widths in mm. */
  block_read: {
    /** `corrected`: edges moved by hand on the photo. */
    columns: {
      position: number;
      left: number;
      bobbin: number;
      right: number;
      unevenness?: number | null;
      corrected?: boolean;
    }[];
    caseId?: string | null;
  };
  /** A position's upper tension at the thread gauge, grams. */
  upper_gauged: { grams: number };
  /** An item of the Check list said done, or not done and why. `says`: its words on that day. */
  check_done: { item: string; says: string; state: 'done' | 'not_done'; why?: string };
  /** Stitches sewn that made no piece: it was stopped in the middle, or spoiled and is sewn again. As in piece_finished. */
  part_sewn: {
    heads: number[];
    speed: number;
    stops: { stop: number; position: number; stitches: number }[];
    outcome: 'paused' | 'spoiled';
  };
  /** A shift begins or ends; `note` is for who comes next. */
  shift: { is: 'begun' | 'ended'; note?: string };
  note: { text: string };
  /** Replaces what it names in the corrected entry; `void` takes the whole entry back (or puts it back). */
  correction: {
    void?: boolean;
    head?: number | null;
    position?: number | null;
    jobId?: string | null;
    at?: string;
    data?: Record<string, unknown>;
    why?: string;
  };
}

export type EntryKind = keyof EntryData;
export type EntryOf<K extends EntryKind> = EntryBase & { kind: K; data: EntryData[K] };
export type Entry = { [K in EntryKind]: EntryOf<K> }[EntryKind];

/** An entry as it counts after its corrections. */
export type EffectiveEntry = Exclude<Entry, { kind: 'correction' }> & { void: boolean; corrections: number };

/** The ledger's order: by the device's time, then by id. Two entries never compare equal. */
export function inLedgerOrder(a: { at: string; id: string }, b: { at: string; id: string }): number {
  const byTime = Date.parse(a.at) - Date.parse(b.at);
  if (byTime !== 0) return byTime;
  return a.id < b.id ? -1 : a.id > b.id ? 1 : 0;
}
