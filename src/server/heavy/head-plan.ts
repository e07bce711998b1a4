import {
  defaultMinutes,
  type PlanAsked,
  type PlanOutcome,
  type PlanJob,
  type PlanPosition,
  type ShareAsked,
  type ShareOutcome,
  type ShareProblem,
} from '../../engines/planner/index.ts';
import type { HeadPlanQuestion, ShareOutQuestion } from '../../schemas/plan/plan.ts';
import { invalid, ProblemError } from '../base/problem.ts';
import { inThread, type HeavyFor } from './heavy-work.ts';

/** A thread answers within 10 s; one that does not is ended. */
const longestMs = 20_000;

/** What the thread (head-plan-worker.ts) is given. */
export type PlanTask =
  | { does: 'plan'; asked: PlanAsked }
  | { does: 'share'; problem: ShareProblem; asked: Pick<ShareAsked, 'lateness' | 'spanWeight'> };
export type PlanResult<Outcome> = { outcome: Outcome } | { refused: string; name: string };

/** Plans what was sent; what was left out is filled in. */
export async function planInThread(question: HeadPlanQuestion, whom: HeavyFor) {
  const outcome = await workedOut<PlanOutcome>({ does: 'plan', asked: askedFrom(question) }, whom);
  return { order: outcome.jobs.map((job) => job.job), ...outcome };
}

/** Shares the jobs that were sent out over the machines. */
export function shareInThread(question: ShareOutQuestion, whom: HeavyFor): Promise<ShareOutcome> {
  const machines = question.machines.map((machine) => ({
    id: machine.id,
    name: machine.name ?? machine.id,
    positions: positionsFrom(machine.positions),
    jobs: jobsFrom(machine.jobs),
  }));
  const ids = (jobs: readonly PlanJob[]) => jobs.map((job) => job.id).join('\n');
  const odd = machines.find((machine) => ids(machine.jobs) !== ids(machines[0]!.jobs));
  if (odd)
    throw invalid(
      `${odd.name} tells other jobs than ${machines[0]!.name}. Name the same jobs in the same order.`,
    );
  const problem: ShareProblem = {
    machines,
    classes: question.classes as Record<string, string>,
    minutes: question.minutes ?? defaultMinutes,
    stays: (question.stays ?? {}) as Record<string, string>,
  };
  const { spanWeight } = question;
  const asked = { ...lateness(question), ...(spanWeight !== undefined && { spanWeight }) };
  return workedOut({ does: 'share', problem, asked }, whom);
}

async function workedOut<Outcome>(task: PlanTask, whom: HeavyFor): Promise<Outcome> {
  const result = await inThread<PlanResult<Outcome>>('head-plan-worker.mjs', task, whom, longestMs);
  if ('refused' in result)
    throw new ProblemError(422, 'Not accepted', result.refused, undefined, `urn:vivid-eye:${result.name}`);
  return result.outcome;
}

export function askedFrom(question: HeadPlanQuestion): PlanAsked {
  return {
    problem: {
      positions: positionsFrom(question.positions),
      jobs: jobsFrom(question.jobs),
      classes: question.classes as Record<string, string>,
      minutes: question.minutes ?? defaultMinutes,
      ...(question.breaking !== undefined && { breaking: question.breaking }),
    },
    freeOrder: question.freeOrder ?? false,
    frozen: question.frozen ?? 0,
    seed: question.seed ?? 1,
    ...lateness(question),
  };
}

const lateness = ({ latePerMinute }: { latePerMinute?: number | undefined }) =>
  latePerMinute === undefined ? {} : { lateness: { perMinute: latePerMinute } };

const positionsFrom = (positions: HeadPlanQuestion['positions']): PlanPosition[] =>
  positions.map((position) => ({ use: 'free' as const, sewn: 0, ...position }));

const jobsFrom = (jobs: HeadPlanQuestion['jobs']): PlanJob[] =>
  jobs.map((job) => ({
    sewMinutes: 0,
    due: null,
    ...job,
    name: job.name ?? job.id,
    requests: job.requests.map((request) => ({
      stitches: 0,
      at: null,
      ...request,
      needles: request.needles.map((needle) => ({ penalty: 0, ...needle })),
    })),
  }));
