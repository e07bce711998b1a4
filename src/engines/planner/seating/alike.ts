import type { Model } from '../model/model.ts';

/** Options with one needle, of each request and each that may follow it: from `first` of [from * requests + to] on. */
export interface Alike {
  first: Int32Array;
  out: Int32Array;
  into: Int32Array;
}

/** Null where locks and wishes part options of one needle, or where a new needle is the quicker way. */
export function alikeOf({ nodes, start, code, lanes, kept, renewed }: Model): Alike | null {
  if (lanes > 1 || kept.some((minutes, how) => minutes > renewed[how]!)) return null;
  const first = new Int32Array(nodes.length ** 2 + 1);
  const out: number[] = [];
  const into: number[] = [];
  for (let from = 0; from < nodes.length; from++)
    for (let to = 0; to < nodes.length; to++) {
      for (let a = start[from]!; a < start[from + 1]!; a++)
        for (let b = start[to]!; b < start[to + 1]!; b++)
          if (code[a] === code[b]) {
            out.push(a);
            into.push(b);
          }
      first[from * nodes.length + to + 1] = out.length;
    }
  return { first, out: Int32Array.from(out), into: Int32Array.from(into) };
}
