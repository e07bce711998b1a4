import { median, medianAbsoluteDeviation } from 'simple-statistics';
import { UserError } from '../../base/user-error.ts';
import { aimOf, type Band } from '../targets.ts';
import { explain } from './explain.ts';

/** One column of a test block seen from below, widths in mm from left to right: top thread, bobbin, top thread. */
export interface BlockColumn {
  position: number;
  left: number;
  bobbin: number;
  right: number;
  /** How much the bobbin's share varies along the column (standard deviation of shares), when it was measured. */
  unevenness?: number | null;
  /** How far its share may be off, one standard deviation; left out: as widths are read by eye, and by how uneven it is. */
  spread?: number | null;
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

/**
 * Where to begin, and with it how likely the case is thought off before a block is seen. Practitioners disagree; common practice, no
 * published source; the chances are from memory.
 */
export const startSchools = {
  'bobbin-first': { name: 'bobbin first: the case into its range, then single knobs', caseOff: 0.45 },
  'top-first': {
    name: 'top first: the knobs; the case last, and only if all show the same fault',
    caseOff: 0.3,
  },
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
  /** Chance that the case is off. */
  caseChance: number;
  moves: BlockMove[];
  /** What would tell case and knobs apart, where both explain it; null: one of them does. */
  test: string | null;
  /** One sentence. */
  says: string;
  /** Sentences on what no knob mends: off centre, uneven. */
  also: string[];
}

/** Left and right may differ by this part of the width before the needle or the hooping is suspected: from memory. */
const centreLimit = 0.15;
const unevenLimit = 0.07;

/** How far a share may be off that was read by eye or from an even photo. From memory. */
const byEye = 0.02;
/** A photo's share is the median of this many bands along the column. */
const bands = 24;

/** How far a column's share may be off: as it is told, or by how uneven it is along its length (the standard error of a median, 1.25 times a mean's). */
const spreadOf = ({ spread, unevenness }: BlockColumn) =>
  Math.max(0.005, spread ?? Math.hypot(byEye, (1.25 * (unevenness ?? 0)) / Math.sqrt(bands)));

/** Both explanations stand while neither has more than this chance. From memory. */
const stands = 0.9;

/**
 * Reads a test block. All positions off the same way: the bobbin side. One position off: that position's knob (common
 * practice, no published source). What is likelier is weighed by a mixture of a shift that all have in common and of single positions,
 * each share with how far it may be off ({@link explain}); where both explanations stand, the test that tells them apart is
 * given. The sentence is made from the moves. With the bobbin stripe too wide,
 * top is tight or bobbin loose; too narrow, top is loose or bobbin tight. Throws BlockEmpty, ColumnOdd, ColumnTwice.
 */
export function readBlock(
  columns: readonly BlockColumn[],
  school: ShareSchool,
  start: StartSchool,
): BlockVerdict {
  if (columns.length === 0)
    throw new UserError('BlockEmpty', 'No column was read. Measure at least one column of the test block.');
  const seen = new Set<number>();
  for (const { position, left, bobbin, right } of columns) {
    if (seen.has(position))
      throw new UserError('ColumnTwice', `Position ${position} is there twice. Leave one out.`);
    seen.add(position);
    if (![left, bobbin, right].every((width) => width >= 0 && width <= 60) || left + bobbin + right <= 0)
      throw new UserError(
        'ColumnOdd',
        `Position ${position}: widths must be 0 to 60 mm, and not all 0. Measure it again.`,
      );
  }
  const band = shareSchools[school];
  const shares = columns.map(({ left, bobbin, right }) => bobbin / (left + bobbin + right));
  const explained = explain(
    shares.map((share, index) => ({ share, spread: spreadOf(columns[index]!) })),
    band,
    startSchools[start].caseOff,
  );
  // One column alone does not tell case from knob: nothing is said of the case.
  const common = columns.length > 1 && explained.caseChance > 0.5 ? -explained.shift : 0;
  const read = columns.map(({ position, left, bobbin, right, unevenness }, index): ColumnReading => {
    const share = shares[index]!;
    const then = share + common;
    const isOff = columns.length === 1 ? then > band.to || then < band.from : explained.knobs[index]! > 0.5;
    return {
      position,
      share,
      offset: (left - right) / (left + bobbin + right),
      is: !isOff ? 'right' : then > aimOf(band) ? 'too-much' : 'too-little',
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
  const moves = start === 'top-first' ? [...knobs, ...screw] : [...screw, ...knobs];
  const share = median([...shares]);
  return {
    columns: read,
    share,
    off: share > band.to ? share - band.to : share < band.from ? share - band.from : 0,
    common,
    caseChance: explained.caseChance,
    moves,
    test: testOf(read, knobs.length + screw.length > 0 ? explained.caseChance : null),
    says: saysOf(moves, read, band),
    also: alsoOf(read),
  };
}

/** The test that tells case and knobs apart, where both stand: the position farthest off, and the one nearest the middle of all. */
function testOf(read: readonly ColumnReading[], caseChance: number | null): string | null {
  if (caseChance === null) return null;
  if (read.length === 1)
    return 'One column does not tell the case from the knob: sew the block with its neighbours too.';
  if (caseChance > stands || caseChance < 1 - stands) return null;
  const middle = median(read.map(({ share }) => share));
  const byDistance = [...read].sort((a, b) => Math.abs(b.share - middle) - Math.abs(a.share - middle));
  const pair = [byDistance[0]!.position, byDistance.at(-1)!.position].sort((a, b) => a - b);
  return `It may be the case or the knobs: sew ${pair[0]} and ${pair[1]} again with the spare case. If both change alike, it is the case.`;
}

/** How far the shares scatter about their median, robustly: what the block's single positions are judged against. */
export const scatterOf = (shares: readonly number[]) => 1.4826 * medianAbsoluteDeviation([...shares]);

const numbers = new Intl.ListFormat('en-GB', { type: 'conjunction' });

/** The moves in words, in their order, and what is right and left alone. */
function saysOf(moves: readonly BlockMove[], read: readonly ColumnReading[], band: Band): string {
  const count = read.length;
  const knobs = moves.filter((move) => move.part === 'knob');
  const screw = moves.find((move) => move.part === 'case');
  const list = (way: BlockMove['way']) =>
    knobs.filter((move) => move.way === way).map(({ position }) => String(position));
  const singles = (['loosen', 'tighten'] as const)
    .filter((way) => list(way).length > 0)
    .map(
      (way) =>
        `${positions(list(way))} too ${way === 'loosen' ? 'much' : 'little'} bobbin: ${way} ${knobWord(list(way))} a little`,
    )
    .join('; ');
  if (!screw) {
    if (knobs.length === 0) return count === 1 ? 'The column is right.' : `All ${count} columns are right.`;
    const others =
      count === 1
        ? ''
        : knobs.length === count
          ? ' Leave the case alone.'
          : ' The others are right: leave the case alone.';
    return `${singles}.${others}`;
  }
  // Those that show it themselves: one that lies in the band as it is shows nothing, though the case is off.
  const shown = read.filter(
    ({ share, is }) => is === 'right' && (screw.way === 'tighten' ? share > band.to : share < band.from),
  ).length;
  const who = shown === count ? `All ${count}` : shown === 0 ? 'All together' : `${shown} of ${count}`;
  const case_ = `${who} show too ${screw.way === 'tighten' ? 'much' : 'little'} bobbin: ${screw.way} the case`;
  if (knobs.length === 0) return `${case_}, leave the knobs alone.`;
  return moves[0] === screw ? `${case_}. Then ${singles}.` : `${singles}. Then ${lowered(case_)}.`;
}

const lowered = (text: string) => text.charAt(0).toLowerCase() + text.slice(1);

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
