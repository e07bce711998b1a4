import { chance, type Chance } from '../../../src/core/base/chance.ts';
import {
  readBlock,
  shareSchools,
  type BlockColumn,
  type ShareSchool,
} from '../../../src/core/tension/block/block.ts';
import { normal } from '../normal.ts';

/** A made-up test block with what is wrong with it. */
export interface MadeBlock {
  columns: BlockColumn[];
  /** The case is off: 1 too much bobbin, −1 too little, 0 right. */
  side: -1 | 0 | 1;
  /** Positions whose knob is off. */
  knobs: number[];
}

const sign = (luck: Chance) => (luck.next() < 0.5 ? -1 : 1);

/** Worlds that blocks are made in; the third is for judging alone. */
const worlds = {
  /** Shares add up: a shift of the case, a shift of a knob, a normal error of the reading. */
  second(luck: Chance, school: ShareSchool): MadeBlock {
    const { from, to } = shareSchools[school];
    const count = 4 + Math.floor(luck.next() * 12);
    const side = luck.next() < 0.45 ? sign(luck) : 0;
    const shift = side * luck.between(0.1, 0.3);
    const spread = luck.between(0.008, 0.03);
    const knobs: number[] = [];
    const columns = Array.from({ length: count }, (_, index): BlockColumn => {
      const isOff = luck.next() < 0.1;
      if (isOff) knobs.push(index + 1);
      const own = isOff ? sign(luck) * luck.between(0.12, 0.3) : 0;
      const error = spread * normal(luck);
      const sound = luck.between(from + 0.02, to - 0.02);
      return column(index + 1, sound + shift + own + error, spread);
    });
    return { columns, side, knobs };
  },
  /**
   * Tensions multiply: the share is that of the bobbin's pull against the top's, each knob a little off by nature, a few far off; errors
   * with long tails, and of unknown size.
   */
  third(luck: Chance, school: ShareSchool): MadeBlock {
    const { from, to } = shareSchools[school];
    const middle = (from + to) / 2;
    const count = 3 + Math.floor(luck.next() * 13);
    const side = luck.next() < 0.4 ? sign(luck) : 0;
    const odds = (share: number) => Math.log(share / (1 - share));
    const shift = side * luck.between(0.6, 1.4);
    const spread = luck.between(0.005, 0.02);
    const knobs: number[] = [];
    const many = luck.next() < 0.15 ? 0.3 : 0.07;
    const columns = Array.from({ length: count }, (_, index): BlockColumn => {
      const isOff = luck.next() < many;
      if (isOff) knobs.push(index + 1);
      const own = isOff ? sign(luck) * luck.between(0.7, 1.6) : luck.between(-0.12, 0.12);
      const error = spread * -Math.log(1 - luck.next()) * sign(luck);
      return column(index + 1, 1 / (1 + Math.exp(-(odds(middle) + shift + own))) + error);
    });
    return { columns, side, knobs };
  },
} as const;
export type BlockWorld = keyof typeof worlds;

function column(position: number, wanted: number, spread?: number): BlockColumn {
  const share = Math.min(0.95, Math.max(0.02, wanted));
  const top = (10 * (1 - share)) / 2;
  return { position, left: top, bobbin: 10 * share, right: top, ...(spread !== undefined && { spread }) };
}

/** How blocks of a world were read: the side named wrongly, and the knobs' precision and recall. */
export function blocksRead(
  world: BlockWorld,
  school: ShareSchool,
  count: number,
  firstSeed = 1,
): { sideWrong: number; precision: number; recall: number } {
  let [sideWrong, named, right, off] = [0, 0, 0, 0];
  for (let seed = firstSeed; seed < firstSeed + count; seed++) {
    const made = worlds[world](chance(seed * 17 + 3), school);
    // As it is read before the case was gauged: what all have in common, and who is off besides.
    const { columns, common } = readBlock(made.columns, school, 'bobbin-first');
    const side = -Math.sign(common);
    sideWrong += Number(side !== made.side) / count;
    const knobs = columns.flatMap(({ is, position }) => (is === 'right' ? [] : [position]));
    named += knobs.length;
    right += knobs.filter((position) => made.knobs.includes(position)).length;
    off += made.knobs.length;
  }
  return { sideWrong, precision: right / named, recall: right / off };
}
