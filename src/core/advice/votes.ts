import type { Rule } from './rule.ts';

/** A value that rules asked for, with the rules that did. `weight` adds up their strengths, squared. */
export interface Vote<Value> {
  value: Value;
  weight: number;
  rules: Rule[];
}

/** A rule's later choices count for less than its first. */
const laterChoice = 0.55;

/** From this strength on a rule is not outvoted by weaker ones, however many they are. */
const notOutvoted = 3;

/**
 * What the rules ask for, weightiest first. Strengths are squared, so that several of taste do not outvote one
 * without which the work fails; and what only weaker rules ask for stays behind what a strong one asks for instead.
 */
export function votes<Value>(
  rules: readonly Rule[],
  wanted: (rule: Rule) => readonly Value[] | undefined,
): Vote<Value>[] {
  const found = new Map<Value, Vote<Value>>();
  for (const rule of rules) {
    wanted(rule)?.forEach((value, index) => {
      const vote = found.get(value) ?? { value, weight: 0, rules: [] };
      vote.weight += rule.strength ** 2 * laterChoice ** index;
      vote.rules.push(rule);
      found.set(value, vote);
    });
  }
  const all = [...found.values()];
  return all
    .map((vote) => {
      const own = Math.max(...vote.rules.map((rule) => rule.strength));
      const over = rules.filter(
        (rule) =>
          rule.strength >= notOutvoted && rule.strength > own && wanted(rule)?.includes(vote.value) === false,
      );
      const most = over.map((rule) => Math.max(...wanted(rule)!.map((value) => found.get(value)!.weight)));
      return { ...vote, weight: Math.min(vote.weight, ...most.map((weight) => weight - 1)) };
    })
    .sort((a, b) => b.weight - a.weight);
}
