import { causeKeys, type Cause } from '../trouble/causes.ts';
import type { AnsweredStep } from './question.ts';
import { stepOf, type Step } from '../trouble/steps/index.ts';
import { mayBeDone } from '../trouble/steps/repairs-of.ts';
import { answersOfLook, minutesOf, outOfTheWay, usualSetting, type Setting } from './compile.ts';

/**
 * The trade's fixed checklist, in its written order: basics first (path, wheel, needle, thread), then the swap, then one side
 * of what it tells, then the other, the technician last. Common practice, no published source.
 */
const basics: readonly Step[] = [
  'rethread',
  'pull_at_eye',
  'clean_wheel',
  'look_needle',
  'new_needle',
  'other_cone',
];
const ownSide: readonly Step[] = [
  'needle_depth',
  'set_bar',
  'foot_height',
  'set_foot',
  'stocking',
  'new_foot',
  'centre_hole',
  'lift_discs',
  'clean_discs',
  'set_knob',
];
const sharedSide: readonly Step[] = [
  'pull_case',
  'turn_screw',
  'reload_bobbin',
  'spare_case',
  'press_hoop',
  'hoop_again',
  'slower',
  'oil_hook',
  'stocking',
  'polish',
  'past_the_seam',
  'change_design',
  'hook_play',
];

/** What the list only does when its look told so, beside what may never be done without one (`after`). */
const onlyAfter: Partial<Record<Step, readonly [Step, readonly string[]]>> = {
  clean_wheel: ['pull_at_eye', ['wheel_stands']],
  clean_discs: ['lift_discs', ['no']],
  hoop_again: ['press_hoop', ['hoop', 'backing']],
};

/** The checklist's next step after these answers; null: the technician. */
export function checklist(answered: readonly AnsweredStep[]): Step | null {
  const swap = answered.find(({ step }) => step === 'neighbour');
  const sides = swap?.answer === 'breaks' ? [...sharedSide, ...ownSide] : [...ownSide, ...sharedSide];
  const order: readonly Step[] = [...basics, 'neighbour', ...sides];
  const isDone = (step: Step) => answered.some((given) => given.step === step);
  const isCalledFor = (step: Step) => {
    const [look, told] = onlyAfter[step] ?? [];
    return !look || answered.some((given) => given.step === look && told!.includes(given.answer));
  };
  return order.find((step) => !isDone(step) && isCalledFor(step) && mayBeDone(step, answered)) ?? null;
}

/**
 * Minutes that the checklist would have taken to come to a cause, every look and swap answered as is likeliest with it; null:
 * its end is the technician.
 */
export function checklistMinutes(cause: Cause, setting: Setting = usualSetting): number | null {
  const answered: AnsweredStep[] = [];
  let minutes = 0;
  for (;;) {
    const step = checklist(answered);
    if (!step) return null;
    minutes += minutesOf(step, setting);
    const answer = likelyAnswer(step, cause, setting);
    if (answer === 'sews') return minutes;
    answered.push({ step, answer });
  }
}

function likelyAnswer(step: Step, cause: Cause, setting: Setting): string {
  const record = stepOf(step);
  if (record.kind === 'repair') return (record.mends[cause] ?? 0) >= 0.5 ? 'sews' : 'same';
  if (record.kind === 'swap') return outOfTheWay(cause, record, setting) > 0.5 ? 'well' : 'breaks';
  const index = causeKeys.indexOf(cause);
  return answersOfLook(record).reduce((best, answer) =>
    answer.chance[index]! > best.chance[index]! ? answer : best,
  ).key;
}
