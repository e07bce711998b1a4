/** A point of a curve with its interval, 95 in 100. */
export interface CurvePoint {
  at: number;
  value: number;
  low: number;
  high: number;
}

export interface Bar {
  name: string;
  value: number;
  /** Both null: a count, which has no interval. */
  low: number | null;
  high: number | null;
  /** What the sentence speaks of. */
  isMarked: boolean;
  /** What it rests on, in words. */
  rests: string;
}

/** What one seat of a head comes to. */
export interface SeatBar extends Omit<Bar, 'name' | 'low' | 'high'> {
  head: number;
  position: number;
  low: number;
  high: number;
}

/** What is drawn with an answer: one shape for each way of looking. */
export type Chart =
  | {
      is: 'survival';
      curves: { name: string; points: CurvePoint[] }[];
      rule: number | null;
      now: number | null;
      /** Of ages. */
      unit: 'st' | 'h';
    }
  /** `dashed`, `full`: what the line at `common` and the marked bars are. */
  | { is: 'bars'; unit: string; bars: Bar[]; common: number | null; dashed?: string; full?: string }
  /** By position, to stand under the head's own. `unit` of the values; `common`: of the whole machine. */
  | { is: 'rail'; unit: string; seats: SeatBar[]; common: number }
  | { is: 'sum'; days: string[]; sum: number[]; expected: number[]; changes: number[]; name: string }
  | {
      is: 'costs';
      points: { age: number; cost: number }[];
      best: number | null;
      now: number | null;
      untilTrouble: number;
    };

/** What can be done about it, for the screen to offer. */
export type NextStep =
  | { does: 'rule'; says: string; stitches: number | null; low: number; high: number | null; ended: number }
  | { does: 'trace'; says: string; head: number; position: number }
  | { does: 'check'; says: string; item: string; head: number; position: number }
  | { does: 'look'; says: string; href: 'check' | 'head' | 'bench' | 'jobs' };

/** What is drawn, as a file. */
export interface Table {
  columns: string[];
  rows: (string | number | null)[][];
}

/** Days in which something changed, and where (head and position null: the whole machine): what was done then stands beside it. */
export interface ChangeWindow {
  name: string;
  from: string;
  to: string;
  head: number | null;
  position: number | null;
}

/** One answer: a sentence with its number and interval, what it rests on, and what to do. */
export interface Answer {
  says: string;
  more: string[];
  /** "212 needles, 31 ended by trouble". */
  rests: string;
  /** What is missing to say more, and when it will be there; null: nothing. */
  missing: string | null;
  chart: Chart | null;
  steps: NextStep[];
  table: Table;
  /** Changes that were dated, the surest first. */
  dated?: ChangeWindow[];
}
