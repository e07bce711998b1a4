import { gaugeSpread } from './scale.ts';
import type { CaseStep } from './screw.ts';

/** A turn with its answer: turns to the right (left below 0), and the readings before and after, grams. */
export interface LoggedTurn {
  turns: number;
  before: number;
  after: number;
}

export interface CaseHealth {
  /** Turns with the readings around them, for the screw's slope. */
  logged: LoggedTurn[];
  /** What is wrong with the case, in sentences; empty: nothing known. */
  faults: { name: 'no-answer' | 'slips-back'; says: string }[];
}

/** Turned so far in all, a case must have answered: turns. From memory. */
const enough = 0.25;
/** A spring that answers less is worn: grams a turn. From memory. */
const wornSlope = 15;

/**
 * Reads a case's history: the turns with their responses, and two faults. *No longer answers*: a quarter turn and more
 * in all, and even the top of what the slope may be is below 15 g a turn. *Slips back*: after a turn that was
 * answered, later readings without any turn fall back by more than the gauge's noise and half the answer.
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
  if (all >= enough && slope && slope.value + 2 * slope.sd < wornSlope)
    faults.push({
      name: 'no-answer',
      says: 'The screw no longer answers: the spring is worn or lint holds it up. Clean under the spring; if that does not help, retire the case.',
    });
  if (slips)
    faults.push({
      name: 'slips-back',
      says: 'The reading slips back though nobody turned the screw: it does not hold. Mark where it stands, and retire the case if it moves.',
    });
  return { logged, faults };
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
