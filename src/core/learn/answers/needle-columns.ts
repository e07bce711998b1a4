import type { NeedleAsked } from './needle-groups.ts';

/**
 * Many needles, column by column: an answer for fifteen thousand is a sixth as long so, and as much sooner made and read. `kind`, `cloth` and `thread`
 * are places in the lists of words.
 */
export interface NeedleColumns {
  kinds: string[];
  cloths: string[];
  threads: { says: string; metallic: boolean }[];
  kind: number[];
  cloth: number[];
  thread: number[];
  head: number[];
  position: number[];
  stitches: number[];
  sewingMs: number[];
  metallicMs: number[];
  /** How each went: a place in {@link went}. */
  went: number[];
}

/** Still in; taken out for another reason; ended by trouble. */
export const went = ['in', 'out', 'trouble'] as const;
const hourMs = 3_600_000;

/** The same, needle by needle. All columns are as long as `stitches`. */
export function needlesFrom(columns: NeedleColumns): NeedleAsked[] {
  return columns.stitches.map((stitches, index) => {
    const { says: thread, metallic } = columns.threads[columns.thread[index]!]!;
    const how = went[columns.went[index]!]!;
    return {
      ...{ head: columns.head[index]!, position: columns.position[index]!, stitches, thread, metallic },
      needle: columns.kinds[columns.kind[index]!]!,
      cloth: columns.cloths[columns.cloth[index]!]!,
      hours: columns.sewingMs[index]! / hourMs,
      metallicHours: columns.metallicMs[index]! / hourMs,
      out: how !== 'in',
      ended: how === 'trouble',
    };
  });
}
