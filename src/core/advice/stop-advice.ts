import { partsOf, type WhatIsSewn, type StopPart } from '../element/measures.ts';
import { backingsOf, type Garment } from '../garment/garment.ts';
import { garmentOf } from '../garment/from-words.ts';
import { hoopOf } from '../garment/hoops.ts';
import type { NeedleSpec } from '../needle/label.ts';
import type { Fibre } from '../thread/fibres.ts';
import { memoized } from '../base/memoize.ts';
import { advise, judge, type Advice, type RankedNeedle, type Reason } from './advise.ts';
import type { Conflict } from './conflicts.ts';
import { fillIn } from './fill-in.ts';
import type { Question } from './question.ts';
import type { Schools } from './schools.ts';

/** A job as far as the advice for its stops depends on it. */
export interface JobToAdvise {
  /** In the operator's own words. */
  cloth: string;
  garment?: Garment | undefined;
  schools?: Partial<Schools> | null | undefined;
}

interface StopThread {
  weightNo: number;
  tex: number;
  fibre: Fibre;
}

/** A needle this many points behind the best is not acceptable. */
export const acceptablePoints = 9;

/**
 * The cloth to ask with where a job names none that is known: no rule names it, so needles follow the thread alone. Who asks so says so.
 */
export const byThreadAlone = 'woven-light';

/** One thing that a stop sews, with what was asked of it and the answer. */
export interface PartAdvice {
  part: StopPart;
  question: Question;
  advice: Advice;
}

/** What is advised for a stop as a whole: one needle and one thread sew all of its parts. */
export interface StopAdvice {
  parts: readonly PartAdvice[];
  /** The needle that does best for the part it suits least. */
  best: RankedNeedle;
  /** All needles that some part's advice names, best for the whole first. */
  needles: readonly RankedNeedle[];
  /** Points that a needle lies behind the best, for the part it suits least; 0 or more. */
  behind: (needle: NeedleSpec) => number;
  /** Not more than {@link acceptablePoints} behind for any part. */
  accepts: (needle: NeedleSpec) => boolean;
  /** The slowest part's limit; null: the machine's own. */
  speed: Advice['speed'];
  /** Parts for which another thread weight is advised than is planned. */
  planned: readonly Reason[];
  cautions: readonly Reason[];
  conflicts: readonly Conflict[];
  /** What was taken for granted because it was not said. */
  assumed: readonly string[];
}

/**
 * The whole question of each part of a stop, from all that its job says; `fallback`: the cloth to ask with where the job names none that is
 * known. Null: there is none.
 */
export function questionsOf(
  job: JobToAdvise,
  stop: WhatIsSewn,
  thread: StopThread | null,
  workshop: Partial<Schools>,
  fallback: Question['cloth'] | null = null,
): { part: StopPart; question: Question }[] | null {
  const { garment } = garmentOf(job);
  const cloth = garment.cloth ?? fallback;
  if (!cloth) return null;
  return partsOf(stop).map((part) => ({
    part,
    question: fillIn(
      {
        cloth,
        layers: garment.layers ?? 1,
        seams: garment.seams ?? false,
        backings: backingsOf(garment),
        hoop: hoopSizeOf(garment),
        ...(garment.priority && { priority: garment.priority }),
        element: part.element,
        letterMm: part.element === 'lettering' ? (part.letterMm ?? null) : null,
        strokeMm: part.strokeMm ?? null,
        thread,
      },
      { ...workshop, ...job.schools },
    ),
  }));
}

function hoopSizeOf({ hoop, hoopWidthMm, hoopHeightMm }: Garment): Question['hoop'] {
  const longer = Math.max(hoopWidthMm ?? 0, hoopHeightMm ?? 0);
  return hoop ?? (longer > 0 ? hoopOf(longer) : 'medium');
}

type Asked = [
  job: JobToAdvise,
  stop: WhatIsSewn,
  thread: StopThread | null,
  workshop: Partial<Schools>,
  fallback?: Question['cloth'] | null,
];

/** Answers that are kept: a few megabytes at most. */
const mostRemembered = 2000;

/**
 * The one advice for a stop: the job, Check, the plan, Run, Pair and the logo reader ask it with the same job. Null where the cloth
 * is not known to the advice and there is no `fallback`.
 */
export const adviseStop = memoized(mostRemembered, adviseAfresh, keyOf);

/** All that an answer hangs on, and nothing else: jobs and threads are asked about again and again, whole lists of them. */
function keyOf(...[job, { element, measures }, thread, workshop, fallback]: Asked): string {
  const { cloth, garment, schools } = job;
  const threadKey = thread && [thread.weightNo, thread.tex, thread.fibre];
  return JSON.stringify([cloth, garment, schools, element, measures, threadKey, workshop, fallback]);
}

function adviseAfresh(...[job, stop, thread, workshop, fallback = null]: Asked): StopAdvice | null {
  const asked = questionsOf(job, stop, thread, workshop, fallback);
  if (!asked) return null;
  const parts = asked.map(({ part, question }) => ({ part, question, advice: advise(question) }));
  const points = asked.map(({ question }) => judge(question));
  const most = parts.map(({ advice }, index) => points[index]!(advice.needles[0]!.spec));
  const behind = (needle: NeedleSpec) =>
    Math.max(0, ...points.map((pointsOf, index) => most[index]! - pointsOf(needle)));
  const named = new Map(
    parts.flatMap(({ advice }) => advice.needles.map((needle) => [needle.text, needle] as const)),
  );
  const needles =
    parts.length === 1
      ? parts[0]!.advice.needles
      : [...named.values()].sort((a, b) => behind(a.spec) - behind(b.spec));
  return {
    parts,
    best: needles[0]!,
    needles,
    behind,
    accepts: (needle) => behind(needle) <= acceptablePoints,
    speed: slowestOf(parts.map(({ advice }) => advice.speed)),
    planned: unique(parts.flatMap(({ advice }) => advice.planned)),
    cautions: unique(parts.flatMap(({ advice }) => advice.cautions)),
    conflicts: [
      ...new Map(
        parts.flatMap(({ advice }) => advice.conflicts).map((conflict) => [conflict.says, conflict]),
      ).values(),
    ],
    assumed: assumedOf(job, stop),
  };
}

/** The lowest of some speed limits; null: there is none. */
export const slowestOf = <T extends { limit: number }>(limits: readonly (T | null)[]): T | null =>
  limits.reduce((slowest, next) => (next && (!slowest || next.limit < slowest.limit) ? next : slowest), null);

const unique = (reasons: readonly Reason[]) => [
  ...new Map(reasons.map((reason) => [`${reason.rule} ${reason.says}`, reason])).values(),
];

/** What the job leaves open and the advice takes for granted. */
function assumedOf(job: JobToAdvise, stop: WhatIsSewn): string[] {
  const { garment, fromWords } = garmentOf(job);
  return [
    ...(fromWords.includes('cloth') ? ['the cloth by the job’s words'] : []),
    ...(garment.layers === undefined ? ['one layer'] : []),
    ...(garment.seams === undefined ? ['no seam'] : []),
    ...(garment.hoop === undefined && garment.hoopWidthMm === undefined ? ['a medium hoop'] : []),
    ...(partsOf(stop).some((part) => part.element === 'lettering' && part.letterMm === undefined)
      ? ['letters of 6.5 mm or more']
      : []),
    ...(partsOf(stop).some((part) => part.element === 'satin' && part.strokeMm === undefined)
      ? ['columns of 0.9 mm or more']
      : []),
  ];
}
