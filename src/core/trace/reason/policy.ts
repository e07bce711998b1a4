import { afterAnswer, massOf, type Belief, type Finder, type FinderAnswer } from './finder.ts';

/**
 * Which step next: decision-theoretic troubleshooting. Repairs in the order of chance over cost where nothing is looked at
 * (the p/c order: optimal where each repair mends its own single cause), and steps looked ahead by what each of their answers
 * would make of that order, as deep as `depth`.
 * Source: Heckerman, Breese and Rommelse, “Decision-theoretic troubleshooting”, Communications of the ACM 38(3), 1995.
 */

/** A step with what it is expected to take from here until it sews again, in minutes. */
export interface Ranked {
  step: number;
  minutes: number;
}

export interface Search {
  /** Steps looked ahead before the p/c order takes over. */
  depth: number;
  /** At each depth only so many of the steps that looked best one level shallower are looked into further. */
  width: number;
  /** Below the first step only so many of the best are thought of. */
  breadth: number;
}

/** As the screens use it: two deep over the five best, twelve thought of after each. */
export const usualSearch: Search = { depth: 2, width: 5, breadth: 12 };

/**
 * The steps still open, the best first, each with the minutes expected with it first and the best afterwards. Deterministic;
 * equal ones in their given order. Empty where none is open.
 */
export function rank(
  finder: Finder,
  belief: Belief,
  open: readonly number[],
  search: Search = usualSearch,
): Ranked[] {
  const mass = massOf(belief);
  if (!(mass > 0)) return [];
  return rankAt(finder, belief, { open, candidates: open }, search.depth, search).map(
    ({ step, minutes }) => ({
      step,
      minutes: minutes / mass,
    }),
  );
}

/** What is searched in: the steps that may be done, and those of them worth looking at one by one. */
interface Options {
  open: readonly number[];
  /** The p/c order has all of `open`; only these are looked ahead with. */
  candidates: readonly number[];
}

/** Values are in minutes times the belief's mass, so that answers simply add up. */
function valueOf(finder: Finder, belief: Belief, options: Options, depth: number, search: Search): number {
  const mass = massOf(belief);
  if (mass < negligible) return mass * finder.technician;
  if (depth === 0 || mass < rare) return inOrder(finder, belief, options.open);
  const best = rankAt(finder, belief, options, depth, search)[0];
  return Math.min(mass * finder.technician, best?.minutes ?? Infinity);
}

/** What comes less often than this is not looked ahead in further: the p/c order speaks for it. */
const rare = 0.01;

/** What is rarer than this is not looked into: it gets the technician's price. */
const negligible = 1e-6;

function rankAt(finder: Finder, belief: Belief, options: Options, depth: number, search: Search): Ranked[] {
  const stepAt = (depthLeft: number, candidates: readonly number[]) => (step: number) => ({
    step,
    minutes: withFirst(finder, belief, { ...options, candidates }, step, depthLeft, search),
  });
  const shallow = options.candidates.map(stepAt(1, options.candidates)).sort(byMinutes);
  if (depth <= 1) return shallow;
  const likely = shallow.slice(0, search.breadth).map(({ step }) => step);
  // One level deep, looks seem better than they are: the best repairs are looked into whatever their place.
  const repairs = likely.filter((step) => finder.steps[step]!.answers.some(({ ends }) => ends)).slice(0, 2);
  const chosen = new Set([...likely.slice(0, search.width), ...repairs]);
  const deep = [...chosen].map(stepAt(depth, likely)).sort(byMinutes);
  return [...deep, ...shallow.filter(({ step }) => !chosen.has(step))];
}

const byMinutes = (a: Ranked, b: Ranked) => a.minutes - b.minutes || a.step - b.step;

/** The minutes with this step first. */
function withFirst(
  finder: Finder,
  belief: Belief,
  { open, candidates }: Options,
  step: number,
  depth: number,
  search: Search,
): number {
  const { cost, answers } = finder.steps[step]!;
  const isOther = (other: number) => other !== step;
  const rest = { open: open.filter(isOther), candidates: candidates.filter(isOther) };
  let minutes = cost * massOf(belief);
  // What only seems mended comes back, and is then as if the repair had changed nothing.
  let back: Belief | null = null;
  for (const answer of answers.filter(({ ends }) => ends)) {
    back = afterAnswer(belief, answer);
    back[0] = 0;
    minutes += massOf(back) * finder.comesBack;
  }
  for (const answer of answers.filter(({ ends }) => !ends)) {
    const after = afterAnswer(belief, answer);
    if (back) for (let state = 1; state < after.length; state++) after[state] = after[state]! + back[state]!;
    minutes += valueOf(finder, after, opened(rest, answer), depth - 1, search);
  }
  return minutes;
}

/** What an answer opens may be done from then on, and is always looked at. */
function opened({ open, candidates }: Options, { opens }: FinderAnswer): Options {
  if (!opens) return { open, candidates };
  const more = opens.filter((step) => !open.includes(step));
  return { open: [...open, ...more], candidates: [...candidates, ...more] };
}

/**
 * Repairs one after another, each time the one with the most chance to end it for its cost, until the technician is cheaper;
 * the minutes of that, times the belief's mass. A step that no answer ends is passed over.
 */
export function inOrder(finder: Finder, belief: Belief, open: readonly number[]): number {
  const repairs = preparedOf(finder).filter(({ needs }) => needs.every((step) => open.includes(step)));
  const { technician, comesBack } = finder;
  const now = belief.slice();
  let mass = massOf(now);
  const enough = mass * rest;
  let minutes = 0;
  // After each repair one may still call: the cheapest place to do so is remembered.
  let best = mass * technician;
  while (repairs.length > 0 && mass > enough) {
    let chosen = 0;
    let mended = 0;
    let cost = 0;
    let worth = -1;
    for (let index = 0; index < repairs.length; index++) {
      const repair = repairs[index]!;
      const ends = mendedBy(now, repair);
      // With the least that it can take it is no better: what it takes need not be worked out.
      if (ends <= worth * (repair.first?.cost ?? repair.cost)) continue;
      const takes = costOf(now, mass, repair);
      if (ends / takes > worth) {
        worth = ends / takes;
        mended = ends;
        cost = takes;
        chosen = index;
      }
    }
    // What ends it this seldom costs more than the technician it saves; later ones are rarer still.
    if (worth * technician < mass / 2) break;
    const repair = repairs[chosen]!;
    repairs[chosen] = repairs.at(-1)!;
    repairs.pop();
    minutes += cost * mass + dot(now, repair.comesBack) * comesBack;
    goOn(now, repair.left);
    mass = Math.max(0, mass - mended);
    best = Math.min(best, minutes + mass * technician);
  }
  return best;
}

/** Of what a p/c order began with, so little is left to the technician without looking further. */
const rest = 0.003;

function dot(belief: Belief, chances: Float64Array): number {
  let sum = 0;
  for (let state = 0; state < belief.length; state++) sum += belief[state]! * chances[state]!;
  return sum;
}

/** A repair made ready for the p/c order: what it mends, state by state, and what is left when it does not. */
interface Prepared {
  /** Steps that must be open: the repair, or the look that opens it. */
  needs: readonly number[];
  cost: number;
  /** For a locked repair: the look's cost, and in each state the chance that the look opens it. */
  first: { cost: number; opens: Float64Array } | null;
  /** The states that it may mend, and for each the chance that it is mended and sews. */
  mended: Int32Array;
  mends: Float64Array;
  /** What goes on after it: shown at once, or only when it comes back; mended, and stopped by something else. */
  left: FinderAnswer;
  /** In each state the chance that it only seems mended. */
  comesBack: Float64Array;
}

const known = new WeakMap<Finder, readonly Prepared[]>();

/** A finder's repairs; a locked one once with each look that opens it, as one. Worked out once for a finder. */
function preparedOf(finder: Finder): readonly Prepared[] {
  const before = known.get(finder);
  if (before) return before;
  const ready = [...finder.steps.keys()].flatMap((step) => {
    const repair = preparedRepair(finder, step);
    return repair ? [repair, ...withLooks(finder, step, repair)] : [];
  });
  known.set(finder, ready);
  return ready;
}

function preparedRepair({ steps, states }: Finder, step: number): Prepared | null {
  const { cost, answers } = steps[step]!;
  const ending = answers.find(({ ends }) => ends);
  const same = answers.find(({ ends }) => !ends);
  if (!ending || !same) return null;
  const toSound = [{ from: 0, weight: ending.stays[0]! }, ...ending.moves.filter(({ to }) => to === 0)];
  const mended = Int32Array.from(toSound, ({ from }) => from);
  const mends = Float64Array.from(toSound, ({ weight }) => weight);
  const left = merged([same, ending], states.length);
  const comesBack = Float64Array.from(states, (_, state) => (state === 0 ? 0 : ending.stays[state]!));
  for (const { from, to, weight } of ending.moves) if (to !== 0) comesBack[from] = comesBack[from]! + weight;
  return { needs: [step], cost, first: null, mended, mends, left, comesBack };
}

/** Two answers as one, without what ends it truly mended. */
function merged(answers: readonly FinderAnswer[], count: number): FinderAnswer {
  const stays = new Float64Array(count);
  const moves = new Map<number, { from: number; to: number; weight: number }>();
  for (const answer of answers) {
    for (let state = answer.ends ? 1 : 0; state < count; state++)
      stays[state] = stays[state]! + answer.stays[state]!;
    for (const { from, to, weight } of answer.moves) {
      if (answer.ends && to === 0) continue;
      const key = from * count + to;
      const before = moves.get(key);
      if (before) before.weight += weight;
      else moves.set(key, { from, to, weight });
    }
  }
  return { key: 'left', ends: false, stays, moves: [...moves.values()] };
}

/** The repair together with each look that opens it: it is done only where the look tells so. */
function withLooks({ steps, locked }: Finder, step: number, repair: Prepared): Prepared[] {
  if (!locked?.has(step)) return [];
  return steps.flatMap(({ cost, answers }, look): Prepared[] => {
    const opening = answers.filter((answer) => answer.opens?.includes(step));
    if (opening.length === 0) return [];
    const opens = opening[0]!.stays.map((_, state) =>
      opening.reduce((sum, answer) => sum + answer.stays[state]!, 0),
    );
    return [
      {
        needs: [look],
        cost: repair.cost,
        first: { cost, opens },
        mended: repair.mended,
        mends: repair.mends.map((chance, index) => chance * opens[repair.mended[index]!]!),
        left: {
          ...repair.left,
          stays: repair.left.stays.map((chance, state) => 1 - opens[state]! * (1 - chance)),
          moves: repair.left.moves.map((move) => ({ ...move, weight: move.weight * opens[move.from]! })),
        },
        comesBack: repair.comesBack.map((chance, state) => opens[state]! * chance),
      },
    ];
  });
}

function costOf(belief: Belief, mass: number, { cost, first }: Prepared): number {
  if (!first) return cost;
  let opened = 0;
  for (let state = 0; state < belief.length; state++) opened += belief[state]! * first.opens[state]!;
  return first.cost + (cost * opened) / mass;
}

/** The mass that a repair ends and truly mends. */
function mendedBy(belief: Belief, { mended, mends }: Prepared): number {
  let mass = 0;
  for (let index = 0; index < mended.length; index++) mass += belief[mended[index]!]! * mends[index]!;
  return mass;
}

/** The belief after what goes on, written over it: the p/c order is walked so often that each copy would tell. */
function goOn(belief: Belief, { stays, moves }: FinderAnswer): void {
  const moved = moves.map(({ from, weight }) => belief[from]! * weight);
  for (let state = 0; state < belief.length; state++) belief[state] = belief[state]! * stays[state]!;
  for (let index = 0; index < moved.length; index++) {
    const { to } = moves[index]!;
    belief[to] = belief[to]! + moved[index]!;
  }
}
