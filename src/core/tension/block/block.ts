import { median, medianAbsoluteDeviation } from 'simple-statistics';
import { chanceWithin } from '../case/belief/normal.ts';
import { UserError } from '../../base/user-error.ts';
import { aimOf } from '../targets.ts';
import { standingOf, type KnownCase, type Standing } from './known-case.ts';
import { explain } from './explain.ts';
import type { BlockMove, BlockVerdict, ColumnReading } from './verdict.ts';
import { wordsOf } from './words.ts';

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

/** A column is called off by itself from this chance on that its share lies outside the band. From memory. */
const surelyOff = 0.8;

/**
 * How a column's share follows the tensions: the logarithm of its odds rises by so much with the logarithm of upper over bobbin tension. With the case at 45 g for 27.5 all
 * columns show 1 of 10 where 45 in 100 are right, at 15 g nearly all bobbin (9 of 10): 4.1 and 4.0. Common practice, no published source; learnt from nothing here yet.
 */
const balanceSlope = 4;
const odds = (share: number) => {
  const inside = Math.min(0.97, Math.max(0.03, share));
  return Math.log(inside / (1 - inside));
};

/**
 * Reads a test block together with what is known of the case that sewed it (null: nothing). With the bobbin stripe too wide, top is tight or
 * bobbin loose; too narrow, top is loose or bobbin tight. The case known to be right: what a column shows is its knob's, also where all show the same.
 * The case known to be off: the case first. Not known: what all have in common is weighed against single positions, each share with how far it may be off
 * ({@link explain}); where all have something in common nothing is turned before the case was gauged (bobbin first), or the tops are turned (top first).
 * Columns uneven along their length nearly everywhere: drag, and nothing is turned. Common practice, no published source.
 * Throws BlockEmpty, ColumnOdd, ColumnTwice.
 */
export function readBlock(
  columns: readonly BlockColumn[],
  school: ShareSchool,
  start: StartSchool,
  known: KnownCase | null = null,
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
  const standing = known ? standingOf(known) : 'unknown';
  // One column alone does not tell what all have in common.
  const common = columns.length > 1 && explained.caseChance > 0.5 ? -explained.shift : 0;
  const byItself =
    standing === 'right' ||
    columns.length === 1 ||
    (common !== 0 && start === 'top-first' && standing === 'unknown');
  /** A column's share once what all have in common is mended. */
  const mended = (share: number) => (byItself ? share : share + common);
  const read = columns.map((column, index): ColumnReading => {
    const share = shares[index]!;
    const outside = 1 - chanceWithin(band.from, band.to, share, spreadOf(column));
    const isOff =
      columns.length === 1
        ? share > band.to || share < band.from
        : byItself
          ? outside > surelyOff
          : explained.knobs[index]! > 0.5;
    const { position, left, bobbin, right, unevenness } = column;
    return {
      position,
      share,
      offset: (left - right) / (left + bobbin + right),
      is: !isOff ? 'right' : mended(share) > aimOf(band) ? 'too-much' : 'too-little',
      offCentre: Math.abs(left - right) / (left + bobbin + right) > centreLimit,
      uneven: (unevenness ?? 0) > unevenLimit,
    };
  });
  const target = odds(aimOf(band));
  const knobs = read
    .filter((column) => column.is !== 'right')
    .map(({ position, share, is }): BlockMove => ({
      part: 'knob',
      position,
      way: is === 'too-much' ? 'loosen' : 'tighten',
      times: Math.exp((target - odds(mended(share))) / balanceSlope),
    }));
  const share = median([...shares]);
  const verdict = {
    columns: read,
    share,
    off: share > band.to ? share - band.to : share < band.from ? share - band.from : 0,
    common,
    caseChance: explained.caseChance,
    ...whatNext(read, knobs, { standing, common, start }),
  };
  return { ...verdict, ...wordsOf(verdict, { band, known, standing }) };
}

/** Part of the columns that are uneven from which on it is drag, and no knob. From memory. */
const mostly = 0.5;

function whatNext(
  read: readonly ColumnReading[],
  knobs: BlockMove[],
  { standing, common, start }: { standing: Standing; common: number; start: StartSchool },
): Pick<BlockVerdict, 'next' | 'moves'> {
  if (read.filter(({ uneven }) => uneven).length > mostly * read.length) return { next: 'look', moves: [] };
  if (standing === 'loose' || standing === 'tight')
    return {
      next: 'turn',
      moves: [
        { part: 'case', way: standing === 'loose' ? 'tighten' : 'loosen' },
        ...(common === 0 ? [] : knobs),
      ],
    };
  if (standing === 'unknown' && common !== 0 && start === 'bobbin-first')
    return { next: 'gauge-case', moves: [] };
  return knobs.length > 0 ? { next: 'turn', moves: knobs } : { next: 'nothing', moves: [] };
}

/** How far the shares scatter about their median, robustly: what the block's single positions are judged against. */
export const scatterOf = (shares: readonly number[]) => 1.4826 * medianAbsoluteDeviation([...shares]);
