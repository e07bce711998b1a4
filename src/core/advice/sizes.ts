import { needleSizes, type NeedleMetric } from '../units/needle-size.ts';
import type { Rule, Wants } from './rule.ts';
import { votes, type Vote } from './votes.ts';

const all = needleSizes.map((size) => size.metric);

const breaks = ({ atLeast, atMost }: Wants, size: NeedleMetric): boolean =>
  (atLeast !== undefined && size < atLeast) || (atMost !== undefined && size > atMost);

/** Every size that a rule can live with, best first; undefined: it says nothing of size. */
export function sizesFor(wants: Wants): readonly NeedleMetric[] | undefined {
  const { size, atLeast, atMost } = wants;
  if (atLeast === undefined && atMost === undefined) return size;
  const others = all.filter((metric) => !breaks(wants, metric) && !size?.includes(metric));
  return [...(size ?? []), ...(atLeast === undefined ? others.reverse() : others)];
}

/** A limit weighs as two wishes of its strength: no wish of a thread's outvotes a cloth that pushes the blade aside. */
const limitWeight = 2;

/**
 * What every size is worth to the rules that speak, weightiest first: wishes as {@link votes}, less what the limits it breaks
 * weigh. A lower limit takes from the sizes below it alone, so one limit more never makes the best size thinner.
 */
export function sizeVotes(rules: readonly Rule[]): Vote<NeedleMetric>[] {
  const wished = new Map(votes(rules, (rule) => rule.wants.size).map((vote) => [vote.value, vote]));
  const limits = rules.filter(({ wants }) => wants.atLeast !== undefined || wants.atMost !== undefined);
  return all
    .map((value) => {
      const { weight = 0, rules: wishing = [] } = wished.get(value) ?? {};
      const broken = limits.filter(({ wants }) => breaks(wants, value));
      return {
        value,
        weight: weight - broken.reduce((sum, { strength }) => sum + limitWeight * strength ** 2, 0),
        rules: [...wishing, ...limits.filter((rule) => !broken.includes(rule) && !wishing.includes(rule))],
      };
    })
    .sort((a, b) => b.weight - a.weight);
}
