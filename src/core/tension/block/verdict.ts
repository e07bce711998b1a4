/** A column of a test block as it was judged. */
export interface ColumnReading {
  position: number;
  /** Bobbin's part of the width, 0 to 1. */
  share: number;
  /** Left less right top thread over the width: 0 in the middle. */
  offset: number;
  /** Against the band once the common shift is taken off. */
  is: 'right' | 'too-much' | 'too-little';
  offCentre: boolean;
  uneven: boolean;
}

/** One thing to do. `times`: so many times as tight as now the upper thread should be. */
export type BlockMove =
  | { part: 'case'; way: 'tighten' | 'loosen' }
  | { part: 'knob'; position: number; way: 'tighten' | 'loosen'; times: number };

export interface BlockVerdict {
  columns: ColumnReading[];
  /** Median share, and how far it lies outside the band (0: inside; above: too much bobbin). */
  share: number;
  off: number;
  /** What all positions have in common, as a change of share that would mend it; 0: nothing. */
  common: number;
  /** Chance that something is off that all positions have in common. */
  caseChance: number;
  /** What comes next: turn what `moves` names, gauge the case before anything is turned, look for drag, or nothing. */
  next: 'turn' | 'gauge-case' | 'look' | 'nothing';
  /** What to turn, in order; empty unless it is to be turned. */
  moves: BlockMove[];
  /** What would tell case and knobs apart, where both explain it; null: one of them does. */
  test: string | null;
  /** One sentence or two. */
  says: string;
  /** Sentences on what no knob mends: off centre, uneven. */
  also: string[];
}
