import type { Finder, FinderAnswer, FinderStep, Move } from './finder.ts';

/** How sewing the section again behaves. */
export interface Sewing {
  /** Chance that a cause at work shows again in the section: some faults do not show every time. */
  showsAgain: number;
  /** Chance that something else stops it, with no cause at work. */
  otherStop: number;
}

/** Every cause by itself, and the pairs: states, and their chances before anything is seen. */
export interface Possible {
  states: number[][];
  prior: Float64Array;
}

/**
 * States and their prior: the empty one, each cause by itself by its odds, pairs by the product of their odds times `pair`
 * times how much likelier they come together (`together`, 1 where nothing is said).
 */
export function possible(
  odds: readonly number[],
  pair: number,
  together: (a: number, b: number) => number,
): Possible {
  const sum = odds.reduce((total, each) => total + each, 0);
  const chance = odds.map((each) => each / sum);
  const states: number[][] = [[], ...odds.map((_, cause) => [cause])];
  const weights = [0, ...chance];
  if (pair > 0)
    for (let a = 0; a < odds.length; a++)
      for (let b = a + 1; b < odds.length; b++) {
        const weight = pair * chance[a]! * chance[b]! * together(a, b);
        if (weight === 0) continue;
        states.push([a, b]);
        weights.push(weight);
      }
  const all = weights.reduce((total, weight) => total + weight, 0);
  return { states, prior: Float64Array.from(weights, (weight) => weight / all) };
}

/** Chance that the section shows it again: `out` is each cause's chance to be out of the way, one for each cause at work. */
const shows = (out: readonly number[], { showsAgain, otherStop }: Sewing) =>
  1 - (1 - otherStop) * out.reduce((none, each) => none * (1 - showsAgain * (1 - each)), 1);

/** One answer of a look: its chance with each cause, and with none. */
export interface LookAnswer {
  key: string;
  chance: readonly number[];
  mended: number;
}

/**
 * A look. Of several causes at work it shows one of those that it can tell at all (`canTell`; left out: all of them), each as
 * likely; where it can tell none of them, its answer is as with any.
 */
export function look(
  key: string,
  cost: number,
  states: Finder['states'],
  answers: readonly LookAnswer[],
  canTell?: (cause: number) => boolean,
): FinderStep {
  return {
    key,
    cost,
    answers: answers.map((answer) => ({
      key: answer.key,
      ends: false,
      stays: Float64Array.from(states, (state) => {
        if (state.length === 0) return answer.mended;
        const told = canTell ? state.filter(canTell) : state;
        const causes = told.length > 0 ? told : state;
        return causes.reduce((sum, cause) => sum + answer.chance[cause]!, 0) / causes.length;
      }),
      moves: [],
    })),
  };
}

/** A look whose answer is given without looking with chance `slips`: then it is as it would be with nothing wrong. */
export function carelessly(step: FinderStep, slips: number): FinderStep {
  return {
    ...step,
    answers: step.answers.map((answer) => ({
      ...answer,
      stays: answer.stays.map((chance) => (1 - slips) * chance + slips * answer.stays[0]!),
    })),
  };
}

/** Sewing the section with some causes out of the way for this once: `out` is each cause's chance of that, 1 where it is exchanged. */
export function swap(
  key: string,
  cost: number,
  states: Finder['states'],
  out: readonly number[],
  sewing: Sewing,
): FinderStep {
  const breaks = Float64Array.from(states, (state) =>
    shows(
      state.map((cause) => out[cause]!),
      sewing,
    ),
  );
  return {
    key,
    cost,
    isOnce: true,
    answers: [
      { key: 'well', ends: false, stays: breaks.map((chance) => 1 - chance), moves: [] },
      { key: 'breaks', ends: false, stays: breaks, moves: [] },
    ],
  };
}

/**
 * A repair: each cause is taken away by itself with its chance in `mends`, then the section is sewn. Exact: a state of two
 * causes may come out as either of them, as both or as none.
 */
export function repair(
  key: string,
  cost: number,
  states: Finder['states'],
  mends: ReadonlyMap<number, number>,
  sewing: Sewing,
): FinderStep {
  const numberOf = new Map(states.map((state, index) => [state.join(','), index]));
  const ways = states.flatMap((state, from) =>
    leftOver(state, mends).map(({ left, chance }) => ({
      from,
      // A single cause that is left of a pair is always a state.
      to: numberOf.get(left.join(','))!,
      chance,
      shows: shows(
        left.map(() => 0),
        sewing,
      ),
    })),
  );
  const answer = (name: string, ends: boolean, of: (way: (typeof ways)[number]) => number): FinderAnswer => {
    const stays = new Float64Array(states.length);
    const moves: Move[] = [];
    for (const way of ways)
      if (way.from === way.to) stays[way.from] = stays[way.from]! + of(way);
      else if (of(way) > 0) moves.push({ from: way.from, to: way.to, weight: of(way) });
    return { key: name, ends, stays, moves };
  };
  return {
    key,
    cost,
    answers: [
      answer('sews', true, (way) => way.chance * (1 - way.shows)),
      answer('same', false, (way) => way.chance * way.shows),
    ],
  };
}

/** A step whose answer is told wrongly with chance `slips`: another of its answers, each as likely. */
export function withSlips(step: FinderStep, slips: number): FinderStep {
  const { answers } = step;
  const each = slips / (answers.length - 1);
  return {
    ...step,
    answers: answers.map((told) => ({
      ...told,
      stays: told.stays.map((_, state) =>
        answers.reduce((sum, meant) => sum + meant.stays[state]! * (meant === told ? 1 - slips : each), 0),
      ),
      moves: answers.flatMap((meant) =>
        meant.moves.map((move) => ({ ...move, weight: move.weight * (meant === told ? 1 - slips : each) })),
      ),
    })),
  };
}

/** What may be left of a state after a repair, each with its chance. */
function leftOver(
  state: readonly number[],
  mends: ReadonlyMap<number, number>,
): { left: number[]; chance: number }[] {
  return state.reduce<{ left: number[]; chance: number }[]>(
    (ways, cause) => {
      const mended = mends.get(cause) ?? 0;
      return ways.flatMap(({ left, chance }) => [
        ...(mended > 0 ? [{ left, chance: chance * mended }] : []),
        ...(mended < 1 ? [{ left: [...left, cause], chance: chance * (1 - mended) }] : []),
      ]);
    },
    [{ left: [], chance: 1 }],
  );
}
