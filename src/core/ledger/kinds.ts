import { needleText } from '../needle/label.ts';
import { turnWords } from '../tension/screw.ts';
import { traceVerdicts } from '../tension/trace-verdicts.ts';
import { needleReasons, type EntryKind, type EntryOf } from './entry.ts';
import { faults } from './faults.ts';
import { foldConeMounted, foldJobStarted, foldNeedleFitted, foldPieceFinished } from './folds.ts';
import type { HeadNow } from './head.ts';

/** What a kind of entry is called, what it needs, how it is told, and what it does to the head. */
export interface KindOfEntry<K extends EntryKind> {
  name: string;
  /** `seat`: head and position are required. `machine`: both are null. `either`: position may be given. */
  where: 'seat' | 'machine' | 'either';
  /** The entry must name a job. */
  needsJob?: true;
  /** The kinds of entry that this one ends, by `data.closes`. */
  closes?: readonly EntryKind[];
  /** Needs an ending: until then it is open, and its time to the ending is the time lost. */
  opens?: true;
  /** The rest of the sentence after "Position 7:", in the operator's words. `thread` names a thread by id. */
  says: (entry: EntryOf<K>, thread: (id: string) => string) => string;
  fold?: (head: HeadNow, entry: EntryOf<K>) => HeadNow;
}

/** Every kind of entry, in one place. Adding one touches this table and {@link EntryData}. */
export const entryKinds: { [K in EntryKind]: KindOfEntry<K> } = {
  break: {
    name: 'Break',
    where: 'seat',
    opens: true,
    says: ({ data }) =>
      (data.fault ? faults[data.fault].says : 'break, kind not said') +
      (data.fragments === 'missing' ? ', fragment missing' : data.fragments ? ', all fragments found' : ''),
  },
  stop: { name: 'Stop', where: 'either', opens: true, says: ({ data }) => data.why },
  sewing_again: {
    name: 'Sewing again',
    where: 'either',
    closes: ['break', 'stop'],
    says: () => 'sewing again',
  },
  needle_fitted: {
    name: 'Needle',
    where: 'seat',
    says: ({ data }) => `needle ${needleText(data.needle)}, ${needleReasons[data.reason]}`,
    fold: foldNeedleFitted,
  },
  cone_mounted: {
    name: 'Cone',
    where: 'seat',
    says: ({ data }, thread) => `cone ${thread(data.threadId)}`,
    fold: foldConeMounted,
  },
  job_started: { name: 'Job', where: 'machine', says: () => 'job put on the machine', fold: foldJobStarted },
  piece_finished: {
    name: 'Piece',
    where: 'machine',
    needsJob: true,
    says: ({ data }) => {
      const stitches = data.stops.reduce((sum, stop) => sum + stop.stitches, 0);
      const pieces = data.heads.length;
      return `${pieces === 1 ? 'piece' : `${pieces} pieces`}, ${stitches.toLocaleString('en-GB')} st${pieces === 1 ? '' : ' each'}`;
    },
    fold: foldPieceFinished,
  },
  part_sewn: {
    name: 'Part of a piece',
    where: 'machine',
    needsJob: true,
    says: ({ data }) => {
      const stitches = data.stops.reduce((sum, stop) => sum + stop.stitches, 0);
      return `${data.outcome === 'paused' ? 'stopped in the middle' : 'piece spoiled, sewn again'}, ${stitches.toLocaleString('en-GB')} st`;
    },
    fold: foldPieceFinished,
  },
  check_done: {
    name: 'Check',
    where: 'either',
    says: ({ data }) =>
      data.state === 'done'
        ? `checked: ${data.says}`
        : `not checked: ${data.says}${data.why ? ` (${data.why})` : ''}`,
  },
  shift: {
    name: 'Shift',
    where: 'machine',
    says: ({ data }) => `shift ${data.is}${data.note ? `: ${data.note}` : ''}`,
  },
  piece_held: {
    name: 'Piece held',
    where: 'either',
    opens: true,
    says: ({ data }) => `piece on hold: ${data.why}`,
  },
  piece_released: {
    name: 'Piece released',
    where: 'either',
    closes: ['piece_held'],
    says: ({ data }) => `piece released: ${data.why}`,
  },
  case_measured: {
    name: 'Gauge',
    where: 'machine',
    says: ({ data }) =>
      `bobbin case reads ${Number(data.grams.toFixed(1))} g${data.verdict && data.verdict !== 'steady' ? `, ${traceVerdicts[data.verdict].says}` : ''}`,
  },
  screw_turned: {
    name: 'Case screw',
    where: 'machine',
    says: ({ data }) => `case screw ${turnWords(data.turns * 8)}`,
  },
  case_dropped: { name: 'Case dropped', where: 'machine', says: () => 'bobbin case dropped' },
  block_read: {
    name: 'Test block',
    where: 'machine',
    says: ({ data }) =>
      `test block read, ${data.columns.length} ${data.columns.length === 1 ? 'column' : 'columns'}`,
  },
  upper_gauged: {
    name: 'Upper tension',
    where: 'seat',
    says: ({ data }) => `upper tension reads ${Number(data.grams.toFixed(1))} g`,
  },
  note: { name: 'Note', where: 'either', says: ({ data }) => data.text },
  correction: {
    name: 'Correction',
    where: 'either',
    says: ({ data }) => (data.void ? 'taken back' : `corrected${data.why ? `: ${data.why}` : ''}`),
  },
};

/**
 * An entry in the operator's words, without its place: "shred", "needle 75/11 sharp, worn". `thread` gives the
 * name of a thread by its id. Takes any record that has an entry's kind and data.
 */
export function entrySays(entry: { kind: string; data: unknown }, thread: (id: string) => string): string {
  const says = entryKinds[entry.kind as EntryKind].says as (
    entry: unknown,
    thread: (id: string) => string,
  ) => string;
  return says(entry, thread);
}

export const entryKindKeys = Object.keys(entryKinds) as EntryKind[];

/** Kinds that change the head: only these are read again when a late entry or a correction makes a new fold necessary. */
export const foldingKinds = entryKindKeys.filter((kind) => entryKinds[kind].fold);

/** Kinds that belong to a bobbin case: its life is these. */
export const benchKinds = [
  'case_measured',
  'screw_turned',
  'case_dropped',
  'block_read',
] as const satisfies EntryKind[];
