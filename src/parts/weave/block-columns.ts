import type { Block } from '../../core/plan/blocks/scheme.ts';

/** The columns that a block takes under the rail, as a CSS grid line: `order` are the positions from left to right. */
export function blockColumns({ from, to }: Pick<Block, 'from' | 'to'>, order: readonly number[]): string {
  const [left, right] = [order.indexOf(from), order.indexOf(to)].sort((a, b) => a - b);
  return `${left! + 1} / ${right! + 2}`;
}
