import { isMetallic } from '../thread/fibres.ts';
import type { ThreadBody } from '../thread/diameter.ts';
import { eyeBandFor, eyeFit, type EyeFit } from '../needle/eye.ts';
import { needleText, type NeedleSpec } from '../needle/label.ts';
import type { NeedleCoating, NeedleEye, NeedlePoint } from '../needle/letters.ts';
import { coverOf, usualSpacingMm, type Cover } from '../thread/cover.ts';
import type { NeedleMetric } from '../units/needle-size.ts';
import { conflictsAmong, type Conflict } from './conflicts.ts';
import { needleRules } from './needle-rules.ts';
import type { Question } from './question.ts';
import { speaks, type Rule } from './rule.ts';
import { schoolText } from './schools.ts';
import { sewingRules } from './sewing-rules.ts';
import { sizesFor, sizeVotes } from './sizes.ts';
import { votes, type Vote } from './votes.ts';

/** A rule in an answer: its words, how strong, and which school it follows (null: none). */
export interface Reason {
  rule: string;
  says: string;
  strength: number;
  basis: Rule['basis'];
  school: string | null;
}

export interface RankedNeedle {
  spec: NeedleSpec;
  text: string;
  score: number;
  fit: EyeFit | null;
  reasons: Reason[];
  /** Rules that this needle does not follow. */
  against: Reason[];
}

export interface Advice {
  needles: RankedNeedle[];
  /** How sure the first needle is: clear (nothing speaks against it), likely, or open (a conflict). */
  sure: 'clear' | 'likely' | 'open';
  /** Thread weight for the element, best first. */
  weights: { weightNo: number; reasons: Reason[] }[];
  /** Stitches per minute at most; null: the machine's own. */
  speed: { limit: number; ifBreaks: readonly [number, number] | null; reasons: Reason[] } | null;
  backingLayers: { layers: number; reasons: Reason[] };
  cautions: Reason[];
  /** Those of the cautions that say why another thread weight is advised than is planned. */
  planned: Reason[];
  conflicts: Conflict[];
  /** Cover of fills and columns at the usual spacing, when a thread is given. */
  cover: (Cover & { spacingMm: number }) | null;
}

export const needleCaution =
  'Before hands go to the needle: machine stopped, power off or emergency stop, as the machine’s manual says. Old needles go into the closed sharps container.';

/**
 * Which needle, thread weight, speed and backing suit one element on one cloth. The rules are data
 * (needle-rules.ts, sewing-rules.ts); nothing here names a cloth or a needle. Without a thread in the question the
 * needle is chosen for the weight advised first.
 */
export function advise(question: Question): Advice {
  const weights = weightsFor(question);
  const first = weights[0]?.weightNo ?? 40;
  const asked: Question = question.thread
    ? question
    : { ...question, thread: { weightNo: first, tex: 1000 / first, fibre: 'polyester' } };
  const rules = [...needleRules, ...sewingRules].filter((rule) => speaks(rule, asked));
  const conflicts = conflictsAmong(rules, asked);
  const planned = planConflict(question, weights);
  const needles = rankNeedles(rules, asked);
  const speeds = rules.filter((rule) => rule.wants.speed !== undefined);
  const slowest = speeds.sort((a, b) => a.wants.speed! - b.wants.speed!)[0];
  const layers = votes(rules, (rule) =>
    rule.wants.backingLayers === undefined ? undefined : [rule.wants.backingLayers],
  )[0];
  return {
    needles,
    sure: conflicts.length > 0 ? 'open' : needles[0] && needles[0].against.length === 0 ? 'clear' : 'likely',
    weights,
    speed: slowest
      ? {
          limit: slowest.wants.speed!,
          ifBreaks: slowest.wants.speedIfBreaks ?? null,
          reasons: speeds.map(reasonOf),
        }
      : null,
    backingLayers: {
      layers: layers?.value ?? 1,
      reasons: layers?.rules.map(reasonOf) ?? [],
    },
    cautions: [
      ...planned,
      ...rules
        .filter((rule) => rule.wants.caution)
        .map((rule) => ({ ...reasonOf(rule), says: rule.wants.caution! })),
    ],
    planned,
    conflicts,
    cover:
      question.thread && question.element !== 'run'
        ? { ...coverOf(question.thread, usualSpacingMm), spacingMm: usualSpacingMm }
        : null,
  };
}

function weightsFor(question: Question): Advice['weights'] {
  const rules = sewingRules.filter((rule) => rule.wants.weight && speaks(rule, question));
  const found = votes(rules, (rule) => rule.wants.weight);
  // What only a much weaker rule asks for is no real choice.
  return found
    .filter(({ weight }) => weight >= found[0]!.weight / 2)
    .map(({ value, rules: asking }) => ({ weightNo: value, reasons: asking.map(reasonOf) }));
}

/** A planned thread that is finer than advised leaves a fill open; one that is thicker closes small letters. */
function planConflict({ thread, element }: Question, weights: Advice['weights']): Reason[] {
  const best = weights[0];
  if (!thread || !best || isMetallic(thread.fibre)) return [];
  if (weights.some(({ weightNo }) => Math.abs(weightNo - thread.weightNo) / weightNo < 0.2)) return [];
  const finer = thread.weightNo > best.weightNo;
  const { open, closesAt } = coverOf(thread, usualSpacingMm);
  const says =
    finer && element !== 'lettering' && element !== 'run' && open > 0.03
      ? `In ${thread.weightNo} wt the cloth shows through: about ${Math.round(open * 100)} % stays open at a spacing of ${usualSpacingMm.toFixed(2)} mm. Set it to ${closesAt.value.toFixed(2)} mm, or sew it in ${best.weightNo} wt.`
      : `${thread.weightNo} wt is planned, ${best.weightNo} wt is advised: ${best.reasons[0]!.says}`;
  return [{ ...best.reasons[0]!, says }];
}

/** Needles that an answer names at most. */
const mostRanked = 5;

const none = <Value>(value: Value): Vote<Value> => ({ value, weight: 0, rules: [] });

/** Candidates are the best-voted values of each property, combined; the eye's fit has its say too. */
function rankNeedles(rules: readonly Rule[], { thread }: Question): RankedNeedle[] {
  const eye = votes<NeedleEye>(rules, (rule) => rule.wants.eye)[0] ?? none<NeedleEye>('standard');
  const withEye = ({ value, weight }: Vote<NeedleMetric>) =>
    weight + (thread ? eyeScore(eyeFit({ sizeMetric: value, eye: eye.value }, thread), thread) : 0);
  const sizes = sizeVotes(rules).sort((a, b) => withEye(b) - withEye(a));
  const points = votes<NeedlePoint>(rules, (rule) => rule.wants.point);
  const coatings = votes<NeedleCoating>(rules, (rule) => rule.wants.coating);
  const found: { spec: NeedleSpec; score: number; fit: EyeFit | null; given: Rule[] }[] = [];
  for (const size of sizes.slice(0, 4)) {
    for (const point of points.slice(0, 3)) {
      for (const coating of [...coatings, none<NeedleCoating>('plain')].slice(0, 2)) {
        const spec: NeedleSpec = {
          system: 'DBxK5',
          sizeMetric: size.value,
          point: point.value,
          coating: coating.value,
          eye: eye.value,
          blade: 'standard',
        };
        const fit = thread ? eyeFit(spec, thread) : null;
        found.push({
          spec,
          score:
            size.weight +
            point.weight +
            eye.weight +
            coating.weight +
            (fit && thread ? eyeScore(fit, thread) : 0),
          fit,
          given: [size, point, eye, coating].flatMap((vote) => vote.rules),
        });
      }
    }
  }
  return found
    .sort((a, b) => b.score - a.score)
    .slice(0, mostRanked)
    .map(({ spec, score, fit, given }) => ({
      spec,
      text: needleText(spec),
      score,
      fit,
      reasons: strongestFirst(given),
      against: strongestFirst(rules.filter((rule) => rule.strength >= 2 && isAgainst(rule, spec))),
    }));
}

/**
 * How well any needle does for a question, in the points that `advise` ranks by: for needles that lie on the shelf or
 * sit on the head but would not be the first choice.
 */
export function judge(question: Question): (spec: NeedleSpec) => number {
  const first = weightsFor(question)[0]?.weightNo ?? 40;
  const thread = question.thread ?? { weightNo: first, tex: 1000 / first, fibre: 'polyester' as const };
  const rules = [...needleRules, ...sewingRules].filter((rule) => speaks(rule, { ...question, thread }));
  const tables = [
    weightsOf(sizeVotes(rules), (spec) => spec.sizeMetric),
    weightsOf(
      votes(rules, (rule) => rule.wants.point),
      (spec) => spec.point,
    ),
    weightsOf(
      votes(rules, (rule) => rule.wants.eye),
      (spec) => spec.eye,
    ),
    weightsOf(
      votes(rules, (rule) => rule.wants.coating),
      (spec) => spec.coating,
    ),
  ];
  return (spec) =>
    tables.reduce((sum, points) => sum + points(spec), 0) + eyeScore(eyeFit(spec, thread), thread);
}

function weightsOf<Value>(
  found: readonly Vote<Value>[],
  of: (spec: NeedleSpec) => Value,
): (spec: NeedleSpec) => number {
  const weights = new Map(found.map(({ value, weight }) => [value, weight]));
  return (spec) => weights.get(of(spec)) ?? 0;
}

/** Outside the comfortable band a needle loses as much as a usual rule weighs; a tight eye loses more. */
function eyeScore(fit: EyeFit, { fibre }: ThreadBody): number {
  const off = Math.abs(fit.fill.value - eyeBandFor(fibre).best);
  return -off * 10 - (fit.verdict === 'tight' ? 12 : 0) - Math.abs(fit.outside) * 25;
}

/** A rule whose first and other choices all exclude this needle. */
function isAgainst({ wants }: Rule, spec: NeedleSpec): boolean {
  return (
    sizesFor(wants)?.includes(spec.sizeMetric) === false ||
    (wants.point !== undefined && !wants.point.includes(spec.point)) ||
    (wants.eye !== undefined && !wants.eye.includes(spec.eye)) ||
    (wants.coating !== undefined && !wants.coating.includes(spec.coating))
  );
}

function strongestFirst(rules: readonly Rule[]): Reason[] {
  return [...new Set(rules)].sort((a, b) => b.strength - a.strength).map(reasonOf);
}

function reasonOf({ id, because, strength, basis, school }: Rule): Reason {
  return {
    rule: id,
    says: because,
    strength,
    basis,
    school: school ? schoolText(school.topic, school.choice) : null,
  };
}
