import { ageReached, kaplanMeier, type Survival } from '../life/kaplan-meier.ts';
import type { Life } from '../life/lives.ts';
import { logRank } from '../life/log-rank.ts';
import { ageRule, costAt, type AgeRule, type ChangeCosts } from '../life/replace.ts';
import { goodAt, weibullFit, type WeibullFit } from '../life/weibull.ts';
import type { Answer, CurvePoint } from './words/answer.ts';
import {
  ageUnits,
  needleGroups,
  type AgeUnit,
  type NeedleAsked,
  type NeedleGroup,
} from './words/needle-groups.ts';
import { aboutStitches, daysOf, figure, howMany, whenThere, withRange } from './words/words.ts';

export interface NeedlesAsked {
  lives: readonly NeedleAsked[];
  costs: ChangeCosts;
  /** The rule that is kept now, stitches; null: none. */
  kept: number | null;
  from: string;
  to: string;
  by: NeedleGroup;
  /** What ages are counted in. */
  unit: AgeUnit;
}

/** Ends by trouble before a rule is proposed. */
export const leastForRule = 8;
/** From this shape of their law on needles are said to wear, though the lives may not show it for sure. From memory. */
const leastWear = 1.3;
/** Curves drawn beside the one of all needles. */
const mostCurves = 4;

export const lifeOf = ({ stitches, ended }: NeedleAsked): Life => ({ span: stitches, ended });

/** How long needles last, and at what age changing them costs least. */
export function needlesAnswer({ lives, costs, kept, from, to, by, unit }: NeedlesAsked): Answer {
  const tried = lives.filter((life) => ageUnits[unit].of(life) > 0);
  const spanOf = (life: NeedleAsked): Life => ({ span: ageUnits[unit].of(life), ended: life.ended });
  const all = tried.map(spanOf);
  const ended = all.filter((life) => life.ended).length;
  // Of all machines: a rule is one machine's, and is not made from others' needles.
  const isOfAll = by === 'machine';
  const rests = `${howMany(all.length, 'needle')}${isOfAll ? ' of all machines' : ''}, ${ended} ended by trouble`;
  const groups = groupsOf(tried, by, spanOf);
  const table = {
    columns: ['needles', 'ended by trouble', `age, ${ageUnits[unit].says}`, 'still good', 'low', 'high'],
    rows: [] as (string | number)[][],
  };
  if (all.length === 0)
    return {
      ...{ says: nothingText(unit), more: [], rests, chart: null, steps: [], table },
      missing: 'Needles fitted and pieces finished from now on are counted.',
    };
  const curve = kaplanMeier(all);
  const curves = [{ name: 'all needles', lives: all }, ...groups].map(({ name, lives: some }) => {
    const points = name === 'all needles' ? curve : kaplanMeier(some);
    const endedOfThem = some.filter((life) => life.ended).length;
    for (const { age, share, low, high } of points)
      table.rows.push([name, endedOfThem, age, share, low, high]);
    return { name, points: stepsOf(points) };
  });
  const fit = weibullFit(all);
  const inStitches = unit === 'stitches';
  const rule = fit && inStitches && !isOfAll && ended >= leastForRule ? ageRule(fit, all, costs) : null;
  const now = inStitches && !isOfAll ? kept : null;
  const chart = { is: 'survival' as const, curves, rule: rule?.age ?? null, now, unit: ageUnits[unit].unit };
  return {
    says: isOfAll ? `Of all machines: ${lower(lastText(curve, fit, unit))}` : lastText(curve, fit, unit),
    more: [...ruleText(rule, fit, costs, kept), ...groupText(groups, by)],
    rests,
    missing: ended < leastForRule && !isOfAll ? missingText(ended, daysOf({ from, to })) : null,
    chart,
    steps: rule && fit ? [ruleStep(rule, fit)] : [],
    table,
  };
}

/** Groups with something to compare: the largest, each with an end by trouble and three lives at least. */
function groupsOf(
  lives: readonly NeedleAsked[],
  by: NeedleGroup,
  spanOf: (life: NeedleAsked) => Life,
): { name: string; lives: Life[] }[] {
  const groups = new Map<string, Life[]>();
  for (const life of lives) {
    const name = needleGroups[by].of(life);
    const group = groups.get(name) ?? [];
    group.push(spanOf(life));
    groups.set(name, group);
  }
  return [...groups]
    .map(([name, some]) => ({ name, lives: some }))
    .filter(({ lives: some }) => some.length >= 3 && some.some((life) => life.ended))
    .sort((a, b) => b.lives.length - a.lives.length || (a.name < b.name ? -1 : 1))
    .slice(0, mostCurves);
}

/** Steps drawn of a curve at most, along and down: finer than a screen shows. */
const mostSteps = 300;

/** A curve as it is drawn: steps that are too fine to be seen are left out, the last is kept. */
function stepsOf(curve: readonly Survival[]): CurvePoint[] {
  const width = (curve.at(-1)?.age ?? 0) / mostSteps;
  const steps: CurvePoint[] = [{ at: 0, value: 1, low: 1, high: 1 }];
  curve.forEach(({ age, share, low, high }, index) => {
    const last = steps.at(-1)!;
    const isSeen = curve.length <= mostSteps || age - last.at >= width || last.value - share >= 1 / mostSteps;
    if (isSeen || index === curve.length - 1) steps.push({ at: age, value: share, low, high });
  });
  return steps;
}

const lower = (sentence: string) => sentence.charAt(0).toLowerCase() + sentence.slice(1);

const nothingText = (unit: AgeUnit) =>
  unit === 'metallicHours' ? 'No needle has sewn metallic thread here.' : 'No needle has sewn here yet.';

/** Half of them; or, where not so many have given trouble, how many are still good at the age to which a good part came. */
function lastText(curve: readonly Survival[], fit: WeibullFit | null, unit: AgeUnit): string {
  const { text, says } = ageUnits[unit];
  const half = ageReached(curve);
  if (half.age !== null)
    return `Half of the needles give trouble before ${withRange(half.age, half.low ?? half.age, half.high, text)} ${says}.`;
  const watched = curve.findLast(({ atRisk }) => atRisk >= Math.max(2, curve[0]!.atRisk / 5)) ?? curve[0]!;
  if (!fit && watched.share === 1)
    return `None of the needles has given trouble, up to ${text(watched.age)} ${says}.`;
  const hundred = (share: number) => (100 * share).toFixed(0);
  return `After ${text(watched.age)} ${says} ${withRange(watched.share, watched.low, watched.high, hundred)} in 100 needles are still good.`;
}

function ruleText(
  rule: AgeRule | null,
  fit: WeibullFit | null,
  costs: ChangeCosts,
  kept: number | null,
): string[] {
  if (!rule || !fit) return [];
  const minutes = (value: number) => `${figure(value)} min`;
  const now =
    kept === null
      ? ''
      : ` The rule now, ${aboutStitches(kept)}, costs ${minutes(costAt(fit, costs, kept))}; by then ${(100 * (1 - goodAt(fit, kept))).toFixed(0)} in 100 would have given trouble.`;
  if (rule.age === null) {
    const why =
      fit.shapeRange.low > 1 || fit.shape > leastWear
        ? `A planned change (${minutes(costs.planned)}) costs too much against the trouble it spares (${minutes(costs.trouble)})`
        : 'An old needle gives no more trouble than a new one, as far as these show';
    return [
      `${why}: running them until they give trouble costs least, ${minutes(rule.untilTrouble)} per 100,000 stitches.${now}`,
    ];
  }
  const range =
    rule.high === null
      ? `${aboutStitches(rule.low)}, or none at all, would also fit`
      : `${aboutStitches(rule.low)}–${aboutStitches(rule.high)}`;
  return [
    `Changing at ${aboutStitches(rule.age)} stitches (${range}) costs least: ${minutes(rule.cost)} per 100,000 stitches, ${minutes(rule.untilTrouble)} when they run until they give trouble.${now}`,
  ];
}

/** Whether the groups last differently, and which longest. */
function groupText(groups: { name: string; lives: Life[] }[], by: NeedleGroup): string[] {
  if (groups.length < 2) return [];
  const { p, ended, expected } = logRank(groups.map(({ lives }) => lives));
  const what = needleGroups[by].name;
  if (p >= 0.05) return [`By ${what} no difference shows that chance would not make.`];
  const often = groups.map(({ name }, index) => ({
    name,
    times: ended[index]! / Math.max(1e-9, expected[index]!),
  }));
  often.sort((a, b) => a.times - b.times);
  return [
    `By ${what} they last differently (p ${p < 0.001 ? 'under 0.001' : p.toFixed(3)}): ${often[0]!.name} the longest, ${often.at(-1)!.name} the shortest.`,
  ];
}

function missingText(ended: number, days: number): string {
  const missing = leastForRule - ended;
  const when = whenThere(missing, ended, days);
  return `For a rule ${leastForRule} needles must have ended by trouble; ${missing} ${missing === 1 ? 'is' : 'are'} missing${when ? `, at today’s pace ${when}` : ''}. Say why a needle goes when you change it.`;
}

function ruleStep(rule: AgeRule, fit: WeibullFit) {
  const stitches = rule.age === null ? null : Math.round(rule.age / 1000) * 1000;
  return {
    ...{
      does: 'rule' as const,
      stitches,
      low: Math.round(rule.low),
      high: rule.high === null ? null : Math.round(rule.high),
    },
    ended: fit.ended,
    says:
      stitches === null
        ? 'Make it the rule: until it gives trouble'
        : `Make it the rule: change at ${aboutStitches(stitches)} stitches`,
  };
}
