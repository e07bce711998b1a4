import { causeKeys, causeOf, type Cause } from '../../trouble/causes.ts';
import { stepKeys, stepOf, type Step } from '../../trouble/steps/index.ts';

/** What closed traces tell: how often each cause was found, and what each step took. */
export interface TraceCounts {
  /** Closed traces. */
  traces: number;
  /** By cause, how often it was what it was. */
  causes: Readonly<Partial<Record<Cause, number>>>;
  /** By step: how often it was done with its minutes known, and their sum. */
  steps: Readonly<Partial<Record<Step, { count: number; minutes: number }>>>;
}

export const noTraces: TraceCounts = { traces: 0, causes: {}, steps: {} };

/** The starting odds are worth so many traces, spread as the records say. From memory. */
export const priorTraces = 25;
/** A step's starting minutes are worth so many times of doing it. From memory. */
export const priorTimes = 4;
/** What other machines of the workshop found counts so much beside this machine's own. From memory. */
const elsewhere = 0.4;

export interface Learnt {
  odds: Readonly<Record<Cause, number>>;
  minutes: Readonly<Record<Step, number>>;
  /** Traces of this machine, and of the workshop's others. */
  from: { here: number; others: number };
}

/**
 * Odds and minutes with what was found: the mean of a Dirichlet for the causes, whose starting weights are the records' odds
 * brought to `priorTraces`, and of a gamma for each step's minutes (shape `priorTimes`). Others of the workshop stand behind
 * the machine with less weight. With no traces: the records'. Textbook (Gelman et al., Bayesian Data Analysis, from memory).
 */
export function learnt(here: TraceCounts, others: TraceCounts): Learnt {
  const sum = causeKeys.reduce((total, cause) => total + causeOf(cause).odds, 0);
  const odds = causeKeys.map((cause) => {
    const prior = (causeOf(cause).odds / sum) * priorTraces;
    return [cause, prior + (here.causes[cause] ?? 0) + elsewhere * (others.causes[cause] ?? 0)] as const;
  });
  const minutes = stepKeys.map((step) => {
    const own = here.steps[step] ?? { count: 0, minutes: 0 };
    const far = others.steps[step] ?? { count: 0, minutes: 0 };
    const count = priorTimes + own.count + elsewhere * far.count;
    const total = priorTimes * stepOf(step).minutes + own.minutes + elsewhere * far.minutes;
    return [step, total / count] as const;
  });
  return {
    odds: Object.fromEntries(odds) as Record<Cause, number>,
    minutes: Object.fromEntries(minutes) as Record<Step, number>,
    from: { here: here.traces, others: others.traces },
  };
}

/** "learnt from 14 traces here and 3 elsewhere", or that nothing is learnt yet. */
export function learntText({ from }: Pick<Learnt, 'from'>): string {
  if (from.here + from.others === 0) return 'Odds and minutes as at the start: nothing is learnt here yet.';
  const traces = (count: number) => `${count} ${count === 1 ? 'trace' : 'traces'}`;
  return `Odds and minutes learnt from ${traces(from.here)} here${from.others ? ` and ${traces(from.others)} on the workshop’s other machines` : ''}.`;
}
