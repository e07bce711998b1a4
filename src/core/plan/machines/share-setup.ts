import type { ChangeMinutes, ShareProblem } from '../../../engines/planner/index.ts';
import { problemOf, type PlanSetup, type SetupContext } from '../asked/setup.ts';

/** A machine as it stands, with what its plan says of its positions. */
export interface MachineToShare {
  id: string;
  name: string;
  machine: SetupContext['machine'];
  seats: SetupContext['seats'];
  running: SetupContext['running'];
  uses: PlanSetup['uses'];
}

/**
 * The sharing problem of jobs over machines as they stand. A position that was keyed into a job's stop counts for no
 * machine here: which one it was meant for is not known. `stays`: see share-out.ts.
 */
export function shareProblemOf(
  machines: readonly MachineToShare[],
  jobs: readonly string[],
  context: Omit<SetupContext, 'machine' | 'seats' | 'running'>,
  minutes: ChangeMinutes,
  stays: Readonly<Record<string, string>>,
): ShareProblem {
  const problems = machines.map(({ machine, seats, running, uses }) =>
    problemOf(
      { order: [...jobs], uses, wishes: {}, frozen: 0, minutes },
      {
        ...context,
        jobs: context.jobs.map((job) => ({
          ...job,
          stops: job.stops.map((stop) => ({ ...stop, position: null })),
        })),
        machine,
        seats,
        running,
      },
    ),
  );
  return {
    machines: machines.map(({ id, name }, index) => ({
      id,
      name,
      positions: problems[index]!.positions,
      jobs: problems[index]!.jobs,
    })),
    classes: problems[0]?.classes ?? {},
    minutes,
    stays,
  };
}
