import { parentPort, workerData } from 'node:worker_threads';
import { runPlan, shareOut } from '../../engines/planner/index.ts';
import { UserError } from '../../core/base/user-error.ts';
import type { PlanResult, PlanTask } from './head-plan.ts';

/** A thread that works out one plan, answers, and ends. Built as an entry of its own (astro.config.ts). */
const withinMs = 10_000;

function work(task: PlanTask): PlanResult<unknown> {
  const began = performance.now();
  const spent = () => (performance.now() - began) / withinMs;
  const goOn = () => spent() < 1;
  try {
    return {
      outcome:
        task.does === 'plan'
          ? runPlan(task.asked, { goOn, spent })
          : shareOut(task.problem, { ...task.asked, goOn, spent }),
    };
  } catch (error) {
    if (error instanceof UserError) return { refused: error.message, name: error.name };
    throw error;
  }
}

parentPort?.postMessage(work(workerData as PlanTask));
