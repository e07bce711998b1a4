import { needleText, readNeedleLabel } from '../../needle/label.ts';
import { UserError } from '../../base/user-error.ts';
import type { PlanPosition, PlanProblem } from '../../../engines/planner/index.ts';
import { blockAt, positionsOf, rangeText, type Block, type Scheme } from '../blocks/scheme.ts';

const named = (block: Block) => `“${block.name}” (${rangeText(block)})`;

/**
 * Throws a Refusal that says what is wrong with a scheme on a head of so many positions, and what to do, for the first fault found:
 * `SchemeEmpty`, `SchemeNameless`, `SchemeRange`, `SchemeThreads`, `SchemeNoNeedle`, `SchemeNeedleUnknown`, `SchemeOverlap`.
 */
export function checkScheme({ blocks }: Scheme, positions: number): void {
  if (blocks.length === 0)
    throw new UserError(
      'SchemeEmpty',
      'The scheme has no block. Lay down one at least, with its positions and its needle.',
    );
  for (const block of blocks) {
    if (block.name.trim() === '')
      throw new UserError(
        'SchemeNameless',
        `The block on ${rangeText(block)} has no name. Say what it is for.`,
      );
    if (block.from > block.to || block.from < 1 || block.to > positions)
      throw new UserError(
        'SchemeRange',
        `${named(block)} does not lie on positions 1 to ${positions}. Write its first and its last position, the lower one first.`,
      );
    if (block.threads.length !== positionsOf(block).length)
      throw new UserError(
        'SchemeThreads',
        `${named(block)} has ${positionsOf(block).length} positions and ${block.threads.length} colours. Name one for each, or leave it open.`,
      );
    if (block.needle === null && block.use === 'work')
      throw new UserError(
        'SchemeNoNeedle',
        `${named(block)} has no needle. Choose the one that its work needs.`,
      );
    if (block.needle !== null && !isNeedle(block.needle))
      throw new UserError(
        'SchemeNeedleUnknown',
        `${block.needle} in ${named(block)} is no needle that is known. Write it as on its pack, 75/11 sharp for instance.`,
      );
  }
  const inOrder = [...blocks].sort((a, b) => a.from - b.from);
  inOrder.forEach((block, index) => {
    const before = inOrder[index - 1];
    if (before && before.to >= block.from)
      throw new UserError(
        'SchemeOverlap',
        `${named(before)} and ${named(block)} overlap on position ${block.from}. Move the border between them.`,
      );
  });
}

function isNeedle(text: string): boolean {
  try {
    return needleText(readNeedleLabel(text).spec) === text;
  } catch (error) {
    if (error instanceof UserError) return false;
    throw error;
  }
}

/** What to know of a scheme that is not wrong: positions out of order or in no block, and threads that no block serves. A sentence each. */
export function remarksOn(
  { blocks }: Scheme,
  positions: readonly Pick<PlanPosition, 'position' | 'use'>[],
  { jobs, classes }: Pick<PlanProblem, 'jobs' | 'classes'>,
  threadName: (id: string) => string,
): string[] {
  const out = positions.flatMap(({ position, use }) => {
    const block = blockAt(blocks, position);
    return block && use === 'out-of-order'
      ? [`Position ${position} is out of order: ${named(block)} has one position fewer until it is mended.`]
      : [];
  });
  const none = positions.filter(({ position }) => !blockAt(blocks, position)).map(({ position }) => position);
  const unserved = new Map<string, { jobs: Set<string>; needles: Set<string> }>();
  for (const job of jobs)
    for (const { thread, needles } of job.requests) {
      const isServed = blocks.some(
        ({ needle, weight, use }) =>
          (use === 'odd' || weight === null || weight === classes[thread]) &&
          (needle === null || needles.some((acceptable) => acceptable.needle === needle)),
      );
      if (isServed) continue;
      const known = unserved.get(thread) ?? { jobs: new Set(), needles: new Set() };
      known.jobs.add(job.name);
      if (needles[0]) known.needles.add(needles[0].needle);
      unserved.set(thread, known);
    }
  return [
    ...out,
    ...(none.length > 0
      ? [
          `Position${none.length > 1 ? 's' : ''} ${none.join(', ')} ${none.length > 1 ? 'are' : 'is'} in no block: anything may sit there.`,
        ]
      : []),
    ...[...unserved].map(
      ([thread, known]) =>
        `No block serves ${threadName(thread)} of ${someOf([...known.jobs])}: it wants ${[...known.needles].slice(0, 2).join(' or ')}.`,
    ),
  ];
}

const someOf = (names: readonly string[]) =>
  names.length <= 2 ? names.join(' and ') : `${names[0]} and ${names.length - 1} others`;
