import { chance, type Chance } from '../../core/base/chance.ts';
import { keysOf } from '../../core/base/keys.ts';
import { causeOf, type Cause } from '../../core/trouble/causes.ts';
import { parts } from '../../core/trouble/parts.ts';
import type { Scope } from '../../core/trouble/scopes.ts';
import type { Symptom } from '../../core/trouble/symptoms.ts';
import { onsets, type Onset } from '../../core/trouble/onsets.ts';
import { answersOf, stepOf, type Step } from '../../core/trouble/steps/index.ts';
import { shownBy } from '../../core/trace/learning/repair-looks.ts';
import { hiddenFaults } from './faults.ts';
import { looksAt, mendsHead, swapped } from './hands.ts';
import { showsIn, troubles } from './sewing.ts';
import { soundHead, type TroubledHead } from './state.ts';

/** Stitches of the section that is sewn again. */
const section = 700;

/** A head with hidden faults, and the hands at it. */
export interface HiddenCase {
  /** What is really wrong: one cause, seldom two. */
  truth: readonly Cause[];
  /** What the operator saw, and what is known of where and since when; null: not known. */
  seen: Symptom;
  scope: Scope | null;
  since: Onset | null;
  neighbourHasSameNeedle: boolean;
  /** Minutes that a step takes this hand. */
  minutes(step: Step): number;
  /** Does the step; gives the answer's key. A repair changes the head. */
  answer(step: Step): string;
  /** What the hands see of what the last repair took out, by the looks that show it. */
  shown(): { step: Step; answer: string }[];
  /** Whether the head is sound by now: what "sews" hides may come back. */
  isMended(): boolean;
}

export interface CaseOptions {
  /** Chance that an answer is wrong: another of that step's, at random. */
  wrong: number;
}

/** A hidden case from a seed: the same faults, hands and answers each time, as far as the same is done. */
export function hiddenCase(seed: number, { wrong }: CaseOptions): HiddenCase {
  const draw = chance(seed);
  const { head, truth } = struckHead(draw);
  const minutesFactor = draw.between(0.75, 1.35);
  const neighbourHasSameNeedle = draw.next() < 0.6;
  const symptom = seenFrom(head, draw);
  const where = scopeOf(truth[0]!, draw);
  const before = sinceOf(truth, draw);
  let shown: { step: Step; answer: string }[] = [];
  const trueAnswer = (step: Step): string => {
    const record = stepOf(step);
    if (record.kind === 'look') return looksAt[step]!(head, draw);
    if (record.kind === 'swap')
      return draw.next() < showsIn(swapped(head, step, neighbourHasSameNeedle), section) ? 'breaks' : 'well';
    shown = shownBy(step).map((look) => ({ step: look, answer: looksAt[look]!(head, draw) }));
    mendsHead[step]!(head, draw);
    return draw.next() < showsIn(head, section) ? 'same' : 'sews';
  };
  return {
    truth,
    seen: symptom,
    scope: where,
    since: before,
    neighbourHasSameNeedle,
    minutes: (step) => stepOf(step).minutes * minutesFactor * draw.between(0.8, 1.3),
    answer: (step) => {
      const told = trueAnswer(step);
      if (draw.next() >= wrong) return told;
      const others = Object.keys(answersOf(step)).filter((key) => key !== told);
      return draw.pick(others);
    },
    shown: () => shown,
    isMended: () => showsIn(head, section) < 0.25,
  };
}

/** A head with one fault, one time in twelve two, that shows in most sections. */
function struckHead(draw: Chance): { head: TroubledHead; truth: (keyof typeof hiddenFaults)[] } {
  for (;;) {
    const head = soundHead();
    const truth = [drawnFault(draw)];
    if (draw.next() < 1 / 12) {
      const second = drawnFault(draw);
      if (second !== truth[0]) truth.push(second);
    }
    for (const fault of truth) hiddenFaults[fault].strike(head, draw);
    const isEach = truth.every((fault) => {
      const alone = soundHead();
      hiddenFaults[fault].strike(alone, draw);
      return showsIn(alone, section) > 0.6;
    });
    if (isEach && showsIn(head, section) > 0.6) return { head, truth };
  }
}

function drawnFault(draw: Chance): keyof typeof hiddenFaults {
  const keys = keysOf(hiddenFaults);
  let left = draw.next() * keys.reduce((sum, key) => sum + hiddenFaults[key].weight, 0);
  return keys.find((key) => (left -= hiddenFaults[key].weight) < 0) ?? keys[0]!;
}

/** What shows, as often as it does. */
function seenFrom(head: TroubledHead, draw: Chance): Symptom {
  const rates = troubles(head);
  const keys = keysOf(rates);
  const rate = (key: Symptom) => Math.max(0, rates[key] - 0.06);
  let left = draw.next() * keys.reduce((sum, key) => sum + rate(key), 0);
  return keys.find((key) => (left -= rate(key)) < 0) ?? 'snap';
}

/** Where it was noticed: what else was sewn that day decides it as much as the fault. One in four was not noticed at all. */
function scopeOf(fault: Cause, draw: Chance): Scope | null {
  if (draw.next() < 0.25) return null;
  const place = parts[causeOf(fault).part].sits;
  const roll = draw.next();
  if (place === 'position') return roll < 0.85 ? 'one_position' : roll < 0.93 ? 'after_trim' : 'this_cloth';
  if (place === 'cone') return roll < 0.6 ? 'one_position' : 'with_cone';
  // With one colour sewn so far, what is shared looks like that position's own.
  if (place === 'head') return roll < 0.15 ? 'one_position' : roll < 0.9 ? 'all_positions' : 'one_head';
  if (place === 'piece')
    return fault === 'seam'
      ? roll < 0.6
        ? 'same_place'
        : 'this_cloth'
      : roll < 0.35
        ? 'hoop_edge'
        : roll < 0.75
          ? 'all_positions'
          : 'this_cloth';
  if (place === 'design') return roll < 0.75 ? 'same_place' : 'one_position';
  return roll < 0.55 ? 'above_speed' : roll < 0.8 ? 'one_position' : 'all_positions';
}

/** What happened before it; one in ten remembers something that has nothing to do with it. */
function sinceOf(truth: readonly (keyof typeof hiddenFaults)[], draw: Chance): Onset | null {
  for (const fault of truth)
    for (const [event, probability] of Object.entries(hiddenFaults[fault].before ?? {}))
      if (draw.next() < probability) return event as Onset;
  return draw.next() < 0.1 ? draw.pick(keysOf(onsets)) : null;
}
