import type { NeedleAsked } from './words/needle-groups.ts';

/**
 * Many needles, column by column: an answer for fifteen thousand is a sixth as long so, and as much sooner made and read. `kind`, `cloth` and `thread`
 * (and `machine`) are places in the lists of words.
 */
export interface NeedleColumns {
  kinds: string[];
  cloths: string[];
  threads: { says: string; metallic: boolean }[];
  machines: string[];
  /** Left out: all are of the first machine. */
  machine?: number[] | undefined;
  kind: number[];
  cloth: number[];
  thread: number[];
  head: number[];
  position: number[];
  stitches: number[];
  sewingMs: number[];
  metallicMs: number[];
  /** How each went: a place in {@link outcomes}. */
  went: number[];
}

/** Still in; taken out for another reason; ended by trouble. */
export const outcomes = ['in', 'out', 'trouble'] as const;
const hourMs = 3_600_000;

/** The same, needle by needle. All columns are as long as `stitches`. */
export function needlesFrom(columns: NeedleColumns): NeedleAsked[] {
  return columns.stitches.map((stitches, index) => {
    const { says: thread, metallic } = columns.threads[columns.thread[index]!]!;
    const how = outcomes[columns.went[index]!]!;
    return {
      ...{ head: columns.head[index]!, position: columns.position[index]!, stitches, thread, metallic },
      needle: columns.kinds[columns.kind[index]!]!,
      cloth: columns.cloths[columns.cloth[index]!]!,
      machine: columns.machines[columns.machine?.[index] ?? 0]!,
      hours: columns.sewingMs[index]! / hourMs,
      metallicHours: columns.metallicMs[index]! / hourMs,
      out: how !== 'in',
      ended: how === 'trouble',
    };
  });
}

/** The needles of several machines in one, the machines' in their order. Each of `parts` is of one machine. */
export function needlesOfMachines(parts: readonly NeedleColumns[]): NeedleColumns {
  const all: NeedleColumns & { machine: number[] } = {
    ...{ kinds: [], cloths: [], threads: [], machines: [], machine: [], kind: [], cloth: [], thread: [] },
    ...{ head: [], position: [], stitches: [], sewingMs: [], metallicMs: [], went: [] },
  };
  for (const part of parts) {
    // Words may stand twice in the lists: they are compared as words, not by their places.
    const [kinds, cloths, threads] = [all.kinds.length, all.cloths.length, all.threads.length];
    const machine = all.machines.push(part.machines[0]!) - 1;
    all.kinds.push(...part.kinds);
    all.cloths.push(...part.cloths);
    all.threads.push(...part.threads);
    for (const [index, stitches] of part.stitches.entries()) {
      all.machine.push(machine);
      all.kind.push(part.kind[index]! + kinds);
      all.cloth.push(part.cloth[index]! + cloths);
      all.thread.push(part.thread[index]! + threads);
      all.stitches.push(stitches);
      for (const column of ['head', 'position', 'sewingMs', 'metallicMs', 'went'] as const)
        all[column].push(part[column][index]!);
    }
  }
  return all;
}
