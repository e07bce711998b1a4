import { gaugeSpread } from './belief/scale.ts';
import type { EventOfCase } from './life.ts';
import type { CaseStep } from './belief/screw.ts';

/** A turn with its answer: turns to the right (left below 0), and the readings before and after, grams. */
export interface LoggedTurn {
  turns: number;
  before: number;
  after: number;
}

/** What can be wrong with a case by its readings. */
export const caseFaults = {
  'no-answer': {
    says: 'The screw no longer answers: the spring is worn or lint holds it up. Clean under the spring; if that does not help, retire the case.',
  },
  'slips-back': {
    says: 'The reading slips back though nobody turned the screw: it does not hold. Mark where it stands, and retire the case if it moves.',
  },
  wanders: {
    says: 'The reading goes on and on the same way though nobody turned the screw: lint under the spring, or a screw that does not hold. Clean first and pull again; mark where the screw stands.',
  },
  gauges: { says: 'Check the zero of both gauges and pull each way again.' },
  fell: {
    says: 'Since it fell it reads otherwise than before: it is likely bent. Look at its rim, pull slowly (stiff once a turn?), try the spare before the screw.',
  },
} as const satisfies Record<string, { says: string }>;
export interface CaseFault {
  name: keyof typeof caseFaults;
  says: string;
}
const fault = (name: keyof typeof caseFaults): CaseFault => ({ name, says: caseFaults[name].says });

export interface CaseHealth {
  /** Turns with the readings around them, for the screw's slope. */
  logged: LoggedTurn[];
  /** What is wrong with the case, in sentences; empty: nothing known. */
  faults: CaseFault[];
}

/** Turned so far in all, a case must have answered: turns. From memory. */
const enough = 0.25;
/** A spring that answers less is worn: grams a turn. From memory. */
const wornSlope = 15;

/**
 * Reads a case's history: the turns with their responses, and two faults. *No longer answers*: a quarter turn and more
 * in all, and even the top of what the slope may be is below 15 g a turn. *Slips back*: after a turn that was
 * answered, later readings without any turn fall back by more than the gauge's noise and half the answer. *Wanders*: three readings and
 * more without a turn go the same way, by more than the gauge's noise; either way.
 */
export function caseHealth(steps: readonly CaseStep[], noise = gaugeSpread): CaseHealth {
  const logged: LoggedTurn[] = [];
  const faults: CaseHealth['faults'] = [];
  let before: number | null = null;
  let turned = 0;
  let answered: { from: number; to: number } | null = null;
  let slips = false;
  for (const step of steps) {
    if (step.is === 'turn') {
      turned += step.turns;
      continue;
    }
    const { grams } = step;
    if (before !== null && turned !== 0) {
      logged.push({ turns: turned, before, after: grams });
      const isAnswered = Math.abs(grams - before) > 3 * noise;
      answered = isAnswered ? { from: before, to: grams } : null;
      slips = false;
    } else if (answered) {
      const back = (answered.to - grams) * Math.sign(answered.to - answered.from);
      slips = back > Math.max(3 * noise, Math.abs(answered.to - answered.from) / 2);
    }
    before = grams;
    turned = 0;
  }
  const all = logged.reduce((sum, turn) => sum + Math.abs(turn.turns), 0);
  const slope = slopeOf(logged, noise);
  if (all >= enough && slope && slope.value + 2 * slope.sd < wornSlope) faults.push(fault('no-answer'));
  if (slips) faults.push(fault('slips-back'));
  else if (wanders(steps, noise)) faults.push(fault('wanders'));
  return { logged, faults };
}

/** Whether the readings since the last turn go on the same way, and not by one alone. */
function wanders(steps: readonly CaseStep[], noise: number): boolean {
  const lastTurn = steps.findLastIndex((step) => step.is === 'turn' && step.turns !== 0);
  const readings = steps
    .slice(lastTurn + 1)
    .flatMap((step) => (step.is === 'reading' ? [step.grams] : []))
    .slice(-6);
  const [first, beforeLast, last] = [readings[0], readings.at(-2), readings.at(-1)];
  if (readings.length < 3 || first === undefined || beforeLast === undefined || last === undefined)
    return false;
  const way = Math.sign(last - first);
  const goesOn = readings.slice(1).every((grams, index) => way * (grams - readings[index]!) > -noise / 2);
  return goesOn && Math.abs(last - first) > 4 * noise && way * (beforeLast - first) > 2 * noise;
}

/** A reading since a fall that is off from the one before it by more than this is another case's. From memory. */
const otherSinceFall = 0.2;

/** What a fall did: the first reading since against the last one before, with the same bobbin thread and the screw untouched. */
export function sinceFall(life: readonly EventOfCase[], bobbinKindId: string | null): CaseFault[] {
  const at = life.findLastIndex(({ kind }) => kind === 'case_dropped');
  const readings = (events: readonly EventOfCase[]) =>
    events.flatMap((event) =>
      event.kind === 'case_measured' && (event.data.bobbinKindId ?? null) === bobbinKindId
        ? [event.data.grams]
        : [],
    );
  if (at < 0 || life.slice(at).some(({ kind }) => kind === 'screw_turned')) return [];
  const [before, after] = [readings(life.slice(0, at)).at(-1), readings(life.slice(at)).at(-1)];
  return before !== undefined && after !== undefined && Math.abs(Math.log(after / before)) > otherSinceFall
    ? [fault('fell')]
    : [];
}

/** Least squares through the origin, g per turn, with its standard deviation; null without a turn. */
function slopeOf(logged: readonly LoggedTurn[], noise: number): { value: number; sd: number } | null {
  const squares = logged.reduce((sum, turn) => sum + turn.turns ** 2, 0);
  if (squares === 0) return null;
  return {
    value: logged.reduce((sum, turn) => sum + turn.turns * (turn.after - turn.before), 0) / squares,
    sd: (noise * Math.SQRT2) / Math.sqrt(squares),
  };
}
