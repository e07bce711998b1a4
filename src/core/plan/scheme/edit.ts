import { positionsOf, type Block, type Scheme } from '../blocks/scheme.ts';

/** The weight class of a thread, by its id; nothing for one that is not known. */
type ClassOf = Readonly<Record<string, string>>;

/** Block `at` with some of its fields changed; threads that its new weight does not bear give their positions up. Valid: 0 ≤ at < blocks. */
export function withBlock(scheme: Scheme, at: number, change: Partial<Block>, classes: ClassOf): Scheme {
  return {
    blocks: scheme.blocks.map((block, index) =>
      index === at ? fitted({ ...block, ...change }, classes) : block,
    ),
  };
}

/**
 * The border behind block `at` moved: `to` becomes its last position, and the next block begins behind it. What lives on a position
 * that changes hands stays there if the other block bears its weight. Each block keeps a position at least: beyond that nothing is moved.
 */
export function withBorder({ blocks }: Scheme, at: number, to: number, classes: ClassOf): Scheme {
  const [left, right] = [blocks[at], blocks[at + 1]];
  if (!left || !right) return { blocks };
  const last = Math.min(right.to - 1, Math.max(left.from, to));
  const threadAt = (position: number) => {
    const owner = [left, right].find((block) => position >= block.from && position <= block.to);
    return owner ? (owner.threads[position - owner.from] ?? null) : null;
  };
  const resized = (block: Block, from: number, end: number) =>
    fitted({ ...block, from, to: end, threads: positionsOf({ from, to: end }).map(threadAt) }, classes);
  return {
    blocks: blocks.map((block, index) => {
      if (index === at) return resized(block, left.from, last);
      return index === at + 1 ? resized(block, last + 1, right.to) : block;
    }),
  };
}

/** Block `at` cut in two behind `position`: both go on as it was, to be told apart. Valid: from ≤ position < to. */
export function split({ blocks }: Scheme, at: number, position: number): Scheme {
  const block = blocks[at];
  if (!block || position < block.from || position >= block.to) return { blocks };
  const first = position - block.from + 1;
  const halves = [
    { ...block, to: position, threads: block.threads.slice(0, first) },
    { ...block, from: position + 1, threads: block.threads.slice(first), name: `${block.name}, second half` },
  ];
  return { blocks: [...blocks.slice(0, at), ...halves, ...blocks.slice(at + 1)] };
}

/** Block `at` given up: the one before it has its positions, or the one behind. The only block stays. */
export function withoutBlock({ blocks }: Scheme, at: number, classes: ClassOf): Scheme {
  const gone = blocks[at];
  const heir = at > 0 ? at - 1 : 1;
  const takes = blocks[heir];
  if (!gone || !takes) return { blocks };
  const [first, second] = at > 0 ? [takes, gone] : [gone, takes];
  const between = Array.from({ length: second.from - first.to - 1 }, () => null);
  const whole = fitted(
    { ...takes, from: first.from, to: second.to, threads: [...first.threads, ...between, ...second.threads] },
    classes,
  );
  return {
    blocks: blocks.map((block, index) => (index === heir ? whole : block)).filter((_, index) => index !== at),
  };
}

/** What lives on a block is of its weight class. */
function fitted(block: Block, classes: ClassOf): Block {
  const { weight, threads } = block;
  if (weight === null) return block;
  return {
    ...block,
    threads: threads.map((thread) => (thread !== null && classes[thread] !== weight ? null : thread)),
  };
}
