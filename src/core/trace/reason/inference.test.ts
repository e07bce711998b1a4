import { inferences } from 'bayesjs';
import { describe, expect, test } from 'vitest';
import { chance } from '../../base/chance.ts';
import { finderOf, smallSpec, type SmallSpec } from '../../../../tests/support/small-finders.ts';
import { initialStates } from './backwards.ts';
import { chanceOfCauses, normal, posterior, sameAgain, type Answered } from './finder.ts';

/**
 * Every world by itself: which causes are at work, and for each repair done which of them it takes away. The chance of the
 * answers in each world is multiplied up, and worlds that end alike are added: how they end, and how they began (with `held`
 * as the chance of what came after, where something is left). No step of the app's own arithmetic is used.
 */
function byEnumeration(spec: SmallSpec, answered: Answered, held = 1): { ends: Worlds; began: Worlds } {
  const { odds, pair, together, sewing } = spec;
  const sum = odds.reduce((total, each) => total + each, 0);
  const worlds: { causes: number[]; weight: number }[] = odds.map((each, cause) => ({
    causes: [cause],
    weight: each / sum,
  }));
  if (pair > 0)
    for (let a = 0; a < odds.length; a++)
      for (let b = a + 1; b < odds.length; b++)
        worlds.push({
          causes: [a, b],
          weight: (pair * (odds[a]! / sum) * odds[b]! * together[a]![b]!) / sum,
        });
  const shows = (causes: readonly number[], out: readonly number[]) => {
    let quiet = 1 - sewing.otherStop;
    for (const cause of causes) quiet *= 1 - sewing.showsAgain * (1 - (out[cause] ?? 0));
    return 1 - quiet;
  };
  const ends: Worlds = new Map();
  const began: Worlds = new Map();
  const count = (worlds: Worlds, causes: readonly number[], weight: number) =>
    worlds.set(causes.join(), (worlds.get(causes.join()) ?? 0) + weight);
  let first: readonly number[] = [];
  const live = (causes: readonly number[], weight: number, at: number): void => {
    if (at === answered.length) {
      count(ends, causes, weight);
      count(began, first, causes.length > 0 ? weight * held : weight);
      return;
    }
    const [index, answer] = answered[at]!;
    const step = spec.steps[index]!;
    const before = answered.slice(0, at).find(([other]) => other === index);
    if (step.kind === 'look') {
      const { chance: with_, mended } = step.answers[answer]!;
      const of = causes.length
        ? causes.reduce((total, cause) => total + with_[cause]!, 0) / causes.length
        : mended;
      const anew = before ? (1 - sameAgain) * of + (before[1] === answer ? sameAgain : 0) : of;
      live(causes, weight * anew, at + 1);
    } else if (step.kind === 'swap') {
      const breaks = shows(causes, step.out);
      live(causes, weight * (answer === 1 ? breaks : 1 - breaks), at + 1);
    } else {
      const mends = new Map(step.mends);
      for (let taken = 0; taken < 2 ** causes.length; taken++) {
        let way = weight;
        const left = causes.filter((cause, bit) => {
          const isTaken = (taken >> bit) % 2 === 1;
          way *= isTaken ? (mends.get(cause) ?? 0) : 1 - (mends.get(cause) ?? 0);
          return !isTaken;
        });
        const stops = shows(left, []);
        live(left, way * (answer === 1 ? stops : 1 - stops), at + 1);
      }
    }
  };
  for (const { causes, weight } of worlds) {
    first = causes;
    live(causes, weight, 0);
  }
  return { ends: shared(ends), began: shared(began) };
}

/** A weight for each set of causes. */
type Worlds = Map<string, number>;

/** Weights that add up to 1. */
function shared(worlds: Worlds): Worlds {
  const all = [...worlds.values()].reduce((total, weight) => total + weight, 0);
  return new Map([...worlds].map(([key, weight]) => [key, weight / all]));
}

/** A random row of answers, each step once at most; with `twice` a look or a repair may come a second time. */
function randomAnswers(seed: number, spec: SmallSpec, { twice = false } = {}): Answered {
  const draw = chance(seed);
  const usable = spec.steps.flatMap(({ kind }, index) =>
    twice && kind !== 'swap' ? [index, index] : [index],
  );
  const order = usable.map((index) => ({ index, by: draw.next() })).sort((a, b) => a.by - b.by);
  return order.slice(0, 1 + Math.floor(draw.next() * order.length)).map(({ index }) => {
    const step = spec.steps[index]!;
    const count = step.kind === 'look' ? step.answers.length : 2;
    // No noise at all makes some answers impossible: those would be no evidence.
    return [index, Math.floor(draw.next() * count)] as const;
  });
}

describe('the posterior is exact', () => {
  test('what is at work now, and what was at the beginning, equal the enumeration of every world on 1,000 random models, to 1e-9', () => {
    let worst = 0;
    for (let seed = 1; seed <= 1000; seed++) {
      const spec = smallSpec(seed, { causes: [3, 6], steps: [3, 6], pairs: seed % 3 > 0 });
      // Every other one with looks made again.
      const answered = randomAnswers(seed, spec, { twice: seed % 2 > 0 });
      const held = seed % 5 > 0 ? 1 : 0.01;
      const { ends, began } = byEnumeration(spec, answered, held);
      const finder = finderOf(spec);
      const belief = posterior(finder, answered);
      const first = initialStates(finder, answered, held);
      finder.states.forEach((state, index) => {
        worst = Math.max(
          worst,
          Math.abs(belief[index]! - (ends.get(state.join()) ?? 0)),
          Math.abs(first[index]! - (began.get(state.join()) ?? 0)),
        );
      });
    }
    expect(worst).toBeLessThan(1e-9);
  });

  test('looks and swaps with one cause equal the package bayesjs, a network of one cause and its answers', () => {
    for (let seed = 1; seed <= 60; seed++) {
      const spec = smallSpec(seed, { causes: [3, 5], steps: [3, 5], pairs: false });
      const finder = finderOf(spec);
      const usable = spec.steps.flatMap((step, index) => (step.kind === 'repair' ? [] : [index]));
      const answered = randomAnswers(seed, spec).filter(([step]) => usable.includes(step));
      if (answered.length === 0) continue;
      const names = spec.odds.map((_, cause) => `c${cause}`);
      const sum = spec.odds.reduce((total, each) => total + each, 0);
      const network = Object.fromEntries([
        [
          'cause',
          {
            id: 'cause',
            states: names,
            parents: [],
            cpt: Object.fromEntries(names.map((name, cause) => [name, spec.odds[cause]! / sum])),
          },
        ],
        ...answered.map(([step]) => [
          `s${step}`,
          {
            id: `s${step}`,
            states: finder.steps[step]!.answers.map((_, answer) => `a${answer}`),
            parents: ['cause'],
            cpt: names.map((name, cause) => ({
              when: { cause: name },
              then: Object.fromEntries(
                finder.steps[step]!.answers.map(({ stays }, answer) => [`a${answer}`, stays[cause + 1]!]),
              ),
            })),
          },
        ]),
      ]);
      const given = Object.fromEntries(answered.map(([step, answer]) => [`s${step}`, `a${answer}`]));
      const chances = chanceOfCauses(finder, posterior(finder, answered), names.length);
      names.forEach((name, cause) => {
        const theirs = inferences.enumeration.infer(network, { cause: name }, given);
        // The package rounds what it gives to eight places.
        expect(chances[cause]).toBeCloseTo(theirs, 6);
      });
    }
  });

  test('answers that nothing explains are said, not divided by', () => {
    expect(() => normal(new Float64Array(4))).toThrow('No state explains');
  });
});
