/** What a block of positions is for. */
export const blockUses = {
  work: { name: 'a kind of work', says: 'its needle and thread weight stay; breaking it has a price' },
  odd: { name: 'tracing and odd colours', says: 'whatever comes once: any thread, any needle, no price' },
} as const;
export type BlockUse = keyof typeof blockUses;

/** A block of neighbouring positions, as it is drawn on the wall chart. */
export interface Block {
  name: string;
  use: BlockUse;
  /** First and last position, `from` ≤ `to`. */
  from: number;
  to: number;
  /** The needle of all its positions, as {@link needleText}; null: not said yet. */
  needle: string | null;
  /** Weight class of its threads, see weight-classes.ts; null: any. */
  weight: string | null;
  /** Thread that lives on each position, in the order of the positions; null: open to any colour of the block. */
  threads: readonly (string | null)[];
  /** Why it is there, in words. */
  reason: string;
}

/** Who lives where on a head: blocks in the order of their positions. */
export interface Scheme {
  blocks: readonly Block[];
}

/** Positions of a block, first to last. */
export const positionsOf = ({ from, to }: Pick<Block, 'from' | 'to'>): number[] =>
  Array.from({ length: Math.max(0, to - from + 1) }, (_, index) => from + index);

/** The block that a position is of; undefined: none. */
export const blockAt = <B extends Pick<Block, 'from' | 'to'>>(
  blocks: readonly B[],
  position: number,
): B | undefined => blocks.find(({ from, to }) => position >= from && position <= to);

/** What a scheme would have on one position. Null needle: not said. Null thread: open. */
export interface Home {
  position: number;
  block: Block;
  needle: string | null;
  thread: string | null;
}

/** What lives on every position that some block has, by position. */
export const homesOf = ({ blocks }: Scheme): Home[] =>
  blocks
    .flatMap((block) =>
      positionsOf(block).map((position, index) => ({
        position,
        block,
        needle: block.needle,
        thread: block.threads[index] ?? null,
      })),
    )
    .sort((a, b) => a.position - b.position);

/** Positions `9`, or `9 to 12`. */
export const rangeText = ({ from, to }: Pick<Block, 'from' | 'to'>) =>
  from === to ? `${from}` : `${from} to ${to}`;
