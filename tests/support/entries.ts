import { v7 as uuid7 } from 'uuid';
import type { Entry, EntryData, EntryKind } from '../../src/core/ledger/entry.ts';

export const machineId = '00000000-0000-7000-8000-0000000000aa';
export const needle = (point: 'sharp' | 'light-ball' = 'sharp', sizeMetric: 75 | 65 = 75) =>
  ({ system: 'DBxK5', sizeMetric, point, coating: 'plain', eye: 'standard', blade: 'standard' }) as const;

let minutes = 0;

/** An entry with what a test does not care about filled in; each is a minute after the one before. */
export function entry<K extends EntryKind>(kind: K, data: EntryData[K], rest: Partial<Entry> = {}): Entry {
  const at = new Date(Date.UTC(2026, 10, 1) + ++minutes * 60_000).toISOString();
  return {
    id: uuid7({ msecs: Date.parse(rest.at ?? at) }),
    machineId,
    kind,
    at,
    head: null,
    position: null,
    operatorId: null,
    jobId: null,
    corrects: null,
    data,
    ...rest,
  } as unknown as Entry;
}

/** A finished piece on head 1: stitches by position. */
export const piece = (sewn: Record<number, number>, rest: Partial<Entry> = {}, heads = [1], speed = 1000) =>
  entry(
    'piece_finished',
    {
      heads,
      speed,
      stops: Object.entries(sewn).map(([position, stitches], index) => ({
        stop: index + 1,
        position: Number(position),
        stitches,
      })),
    },
    rest,
  );

export const at = (head: number, position: number) => ({ head, position });
