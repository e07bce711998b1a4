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

/** How many sizes `to` is above `from`; 0 where it is not. */
const between = (from: number, to: number) => all.filter((size) => size > from && size <= to).length;

/** A limit weighs as two wishes of its strength: no wish of a thread's outvotes a cloth that pushes the blade aside. */
const limitWeight = 2;

/**
 * Points that a blade one size stouter than asked for loses, or one thinner than the thread wishes; two sizes lose four times as many.
 * From memory.
 */
const stouterWeight = 3;
const thinnerWeight = 4;

/**
 * What every size is worth to the rules that speak, weightiest first: wishes as {@link votes}, less what the limits it breaks
 * weigh, less what it is thinner than the weightiest wish, and stouter than both that and the limits ask. A lower limit takes from
 * the sizes below it and gives to those above, so one limit more never makes the best size thinner.
 */
export function sizeVotes(rules: readonly Rule[]): Vote<NeedleMetric>[] {
  const wished = new Map(votes(rules, (rule) => rule.wants.size).map((vote) => [vote.value, vote]));
  const wish = [...wished.values()].sort((a, b) => b.weight - a.weight)[0]?.value ?? all[0]!;
  const asked = Math.max(wish, ...rules.map(({ wants }) => wants.atLeast ?? 0));
  const limits = rules.filter(({ wants }) => wants.atLeast !== undefined || wants.atMost !== undefined);
  return all
    .map((value) => {
      const { weight = 0, rules: wishing = [] } = wished.get(value) ?? {};
      const broken = limits.filter(({ wants }) => breaks(wants, value));
      return {
        value,
        weight:
          weight -
          broken.reduce((sum, { strength }) => sum + limitWeight * strength ** 2, 0) -
          stouterWeight * between(asked, value) ** 2 -
          thinnerWeight * between(value, wish) ** 2,
        rules: [...wishing, ...limits.filter((rule) => !broken.includes(rule) && !wishing.includes(rule))],
      };
    })
    .sort((a, b) => b.weight - a.weight);
}
