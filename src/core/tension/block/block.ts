import { median, medianAbsoluteDeviation } from 'simple-statistics';
import { Refusal } from '../../base/refusal.ts';
import { middleOf } from '../targets.ts';

/** One column of a test block seen from below, widths in mm from left to right: top thread, bobbin, top thread. */
export interface BlockColumn {
  position: number;
  left: number;
  bobbin: number;
  right: number;
  /** How much the bobbin's share varies along the column (standard deviation of shares), when it was measured. */
  unevenness?: number | null;
  /** Its edges were moved by hand on the photo. */
  corrected?: boolean;
}

/** How much of the width the bobbin should show. Practitioners disagree; common practice, no published source. */
export const shareSchools = {
  third: { name: 'a third', from: 0.27, to: 0.4, basis: 'memory' },
  'forty-fifty': { name: '40 to 50 %', from: 0.4, to: 0.5, basis: 'practice' },
  half: { name: 'half, a quarter top each side', from: 0.45, to: 0.55, basis: 'practice' },
} as const;
export type ShareSchool = keyof typeof shareSchools;

/** Where to begin. Practitioners disagree; common practice, no published source. */
export const startSchools = {
  'bobbin-first': { name: 'bobbin first: the case into its range, then single knobs' },
  'top-first': { name: 'top first: the knobs; the case last, and only if all show the same fault' },
} as const;
export type StartSchool = keyof typeof startSchools;

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

/** One thing to do. */
export type BlockMove =
  { part: 'case'; way: 'tighten' | 'loosen' } | { part: 'knob'; position: number; way: 'tighten' | 'loosen' };

export interface BlockVerdict {
  columns: ColumnReading[];
  /** Median share, and how far it lies outside the band (0: inside; above: too much bobbin). */
  share: number;
  off: number;
  /** What all positions have in common that the case must mend, as a change of share; 0: nothing. */
  common: number;
  moves: BlockMove[];
  /** One sentence. */
  says: string;
  /** Sentences on what no knob mends: off centre, uneven. */
  also: string[];
}

/** Left and right may differ by this part of the width before the needle or the hooping is suspected: from memory. */
const centreLimit = 0.15;
const unevenLimit = 0.07;

/**
 * Reads a test block. All positions off the same way: the bobbin side. One position off: that position's knob (common
 * practice, no published source). The common shift is the one that brings the most positions into the band, the
 * smallest such; the others need their knobs: no smaller number of moves brings all into the band. With the bobbin stripe too wide,
 * top is tight or bobbin loose; too narrow, top is loose or bobbin tight. Throws BlockEmpty, ColumnOdd, ColumnTwice.
 */
export function readBlock(
  columns: readonly BlockColumn[],
  school: ShareSchool,
  start: StartSchool,
): BlockVerdict {
  if (columns.length === 0)
    throw new Refusal('BlockEmpty', 'No column was read. Measure at least one column of the test block.');
  const seen = new Set<number>();
  for (const { position, left, bobbin, right } of columns) {
    if (seen.has(position))
      throw new Refusal('ColumnTwice', `Column ${position} is there twice. Leave one out.`);
    seen.add(position);
    if (![left, bobbin, right].every((width) => width >= 0 && width <= 60) || left + bobbin + right <= 0)
      throw new Refusal(
        'ColumnOdd',
        `Column ${position}: widths must be 0 to 60 mm, and not all 0. Measure it again.`,
      );
  }
  const band = shareSchools[school];
  const shares = columns.map(({ left, bobbin, right }) => bobbin / (left + bobbin + right));
  const common = columns.length < 2 ? 0 : commonShift(shares, band, start);
  const read = columns.map(({ position, left, bobbin, right, unevenness }, index): ColumnReading => {
    const share = shares[index]!;
    const then = share + common;
    return {
      position,
      share,
      offset: (left - right) / (left + bobbin + right),
      is: then > band.to + 1e-9 ? 'too-much' : then < band.from - 1e-9 ? 'too-little' : 'right',
      offCentre: Math.abs(left - right) / (left + bobbin + right) > centreLimit,
      uneven: (unevenness ?? 0) > unevenLimit,
    };
  });
  const knobs = read
    .filter((column) => column.is !== 'right')
    .map(({ position, is }): BlockMove => ({
      part: 'knob',
      position,
      way: is === 'too-much' ? 'loosen' : 'tighten',
    }));
  const screw: BlockMove[] = common === 0 ? [] : [{ part: 'case', way: common < 0 ? 'tighten' : 'loosen' }];
  const moves = start === 'top-first' && knobs.length > 0 ? [...knobs, ...screw] : [...screw, ...knobs];
  const share = median([...shares]);
  return {
    columns: read,
    share,
    off: share > band.to ? share - band.to : share < band.from ? share - band.from : 0,
    common,
    moves,
    says: says(read, common, knobs.length, columns.length),
    also: alsoOf(read),
  };
}

/** How far the shares scatter about their median, robustly: what the block's single positions are judged against. */
export const scatterOf = (shares: readonly number[]) => 1.4826 * medianAbsoluteDeviation([...shares]);

/**
 * The change of share, for all positions alike, that leaves the fewest outside the band; 0 when no change leaves at
 * least two fewer (a move of the case must save two of the knobs'), the nearest to the middle of the band among equals.
 * Top first: the case is touched only when more than half the positions are off the same way.
 */
function commonShift(
  shares: readonly number[],
  band: { from: number; to: number },
  start: StartSchool,
): number {
  const outside = (shift: number) =>
    shares.filter((share) => share + shift > band.to + 1e-9 || share + shift < band.from - 1e-9).length;
  const now = outside(0);
  if (start === 'top-first') {
    const tooMuch = shares.filter((share) => share > band.to).length;
    const tooLittle = shares.filter((share) => share < band.from).length;
    if (Math.max(tooMuch, tooLittle) <= shares.length / 2) return 0;
  }
  // The count changes only where a share meets an end of the band; between two such shifts it is the same.
  const ends = shares.flatMap((share) => [band.from - share, band.to - share]).sort((a, b) => a - b);
  const middles = ends.slice(1).map((end, index) => (end + ends[index]!) / 2);
  const least = Math.min(...[...ends, ...middles].map(outside));
  if (least > now - 2) return 0;
  const best = [...ends, ...middles].filter((shift) => outside(shift) === least);
  const centre = middleOf(band);
  // Of the shifts that do it, the one that brings those it brings in nearest to the middle.
  const into = (shift: number) => {
    const within = shares.filter(
      (share) => share + shift <= band.to + 1e-9 && share + shift >= band.from - 1e-9,
    );
    return Math.abs(median([...within]) + shift - centre);
  };
  return best.reduce((one, other) => (into(other) < into(one) - 1e-12 ? other : one));
}

const numbers = new Intl.ListFormat('en-GB', { type: 'conjunction' });

function says(read: readonly ColumnReading[], common: number, knobs: number, count: number): string {
  const list = (is: ColumnReading['is']) =>
    read.filter((column) => column.is === is).map((column) => String(column.position));
  const singles = [
    ...(list('too-much').length > 0
      ? [`${positions(list('too-much'))} too much bobbin: loosen ${knobWord(list('too-much'))} a little`]
      : []),
    ...(list('too-little').length > 0
      ? [
          `${positions(list('too-little'))} too little bobbin: tighten ${knobWord(list('too-little'))} a little`,
        ]
      : []),
  ].join('; ');
  if (common === 0) {
    if (knobs === 0) return count === 1 ? 'The column is right.' : `All ${count} columns are right.`;
    return `${singles}. The others are right: leave the case alone.`;
  }
  const who = knobs === 0 ? `All ${count} show` : `${count - knobs} of ${count} show`;
  const case_ = `${who} too ${common < 0 ? 'much' : 'little'} bobbin: ${common < 0 ? 'tighten' : 'loosen'} the case`;
  return knobs === 0 ? `${case_}, leave the knobs alone.` : `${case_}. Then ${singles}.`;
}

const positions = (list: readonly string[]) =>
  `${list.length === 1 ? 'position' : 'positions'} ${numbers.format(list)} ${list.length === 1 ? 'shows' : 'show'}`;
const knobWord = (list: readonly string[]) => (list.length === 1 ? 'its knob' : 'their knobs');

function alsoOf(read: readonly ColumnReading[]): string[] {
  const off = read.filter((column) => column.offCentre).map((column) => String(column.position));
  const uneven = read.filter((column) => column.uneven).map((column) => String(column.position));
  return [
    ...(off.length > 0
      ? [
          `Off centre: ${numbers.format(off)}. No knob mends that: look at the hooping, the needle’s angle, or a damaged part.`,
        ]
      : []),
    ...(uneven.length > 0
      ? [
          `Uneven along the column: ${numbers.format(uneven)}. Look for a swollen or bent bobbin side, a dropped case, lint under the spring, old thread.`,
        ]
      : []),
  ];
}
