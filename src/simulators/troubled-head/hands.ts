import type { Chance } from '../../core/base/chance.ts';
import type { Step } from '../../core/trouble/steps/index.ts';
import { troubles } from './sewing.ts';
import type { TroubledHead } from './state.ts';

type Look = (head: TroubledHead, draw: Chance) => string;
type Mend = (head: TroubledHead, draw: Chance) => void;

/** Whether an eye or a hand notices an amount of 0 to 1: the more of it the surer; a sound one is taken for it now and then. */
const notices = (draw: Chance, amount: number, sharp = 0.9, falsely = 0.02) =>
  draw.next() < falsely + (sharp - falsely) * Math.min(1, Math.max(0, amount));

/** What a look, a pull or a gauge tells, from the head as it is. Made up for practice. */
export const looksAt: Partial<Record<Step, Look>> = {
  pull_at_eye: ({ path, knobGrams, thread }, draw) => {
    if (notices(draw, path.wheelSlip)) return 'wheel_stands';
    if (notices(draw, path.coneCatch, 0.8) || notices(draw, (knobGrams - 150) / 130, 0.5)) return 'jerks';
    if (notices(draw, thread.dry, 0.3, 0)) return 'jerks';
    const pull = knobGrams * (1 - 0.55 * path.guideMissed) * (1 - 0.6 * path.lint);
    return notices(draw, (75 - pull) / 50, 0.85) ? 'slack' : 'steady';
  },
  lift_discs: ({ path, knobGrams }, draw) =>
    notices(draw, Math.max(path.lint, 0.5 * path.guideMissed, (40 - knobGrams) / 40), 0.85, 0.04)
      ? 'no'
      : 'yes',
  look_lever: ({ path }, draw) => (notices(draw, path.leverMissed, 0.97, 0.01) ? 'out' : 'in'),
  look_needle: ({ needle, clampPlay }, draw) => {
    if (notices(draw, needle.lowMm / 1.8, 0.9, 0.01)) return 'low';
    if (notices(draw, needle.turnedLeftDegrees / 30, 0.9, 0.01)) return 'turned';
    if (notices(draw, clampPlay, 0.75, 0.005)) return 'loose';
    if (notices(draw, needle.glue, 0.8, 0.01)) return 'glue';
    return notices(draw, needle.worn - 0.2, 0.85, 0.03) ? 'bent' : 'right';
  },
  compare_needle: ({ needle }, draw) => {
    if (notices(draw, needle.slim, 0.75, 0.03)) return 'thin';
    if (notices(draw, needle.eyeMisfit, 0.75, 0.02)) return 'eye';
    return notices(draw, needle.pointMisfit, 0.8, 0.03) ? 'point' : 'fits';
  },
  look_cone: ({ path }, draw) => (notices(draw, path.coneCatch, 0.88, 0.02) ? 'caught' : 'free'),
  look_path: ({ path }, draw) => {
    if (notices(draw, path.leverMissed, 0.92, 0.01)) return 'lever';
    if (notices(draw, path.guideMissed, 0.85, 0.02)) return 'guide';
    if (notices(draw, path.coneCatch, 0.75, 0.02)) return 'cone';
    if (notices(draw, path.wheelSlip, 0.65, 0.01)) return 'wheel';
    return notices(draw, path.lint, 0.55, 0.02) ? 'lint' : 'right';
  },
  snap_by_hand: ({ thread }, draw) =>
    notices(draw, 0.8 * thread.dry + 0.45 * thread.badBatch, 0.95, 0.06) ? 'weak' : 'strong',
  look_below: (head, draw) => {
    const { uneven, little_bobbin: little, bobbin_on_top: much } = troubles(head);
    if (notices(draw, uneven / 4, 0.8, 0.02)) return 'uneven';
    const isHere =
      Math.abs(head.knobGrams - 115) > 40 ||
      head.path.coneCatch > 0.4 ||
      head.path.guideMissed > 0.4 ||
      head.path.lint > 0.4;
    if (notices(draw, little / 4, 0.85, 0.03)) return isHere ? 'little_here' : 'little_all';
    if (notices(draw, much / 4, 0.85, 0.03)) return isHere ? 'much_here' : 'much_all';
    return 'right';
  },
  pull_case: ({ bobbin }, draw) => {
    if (notices(draw, bobbin.caseBent, 0.85, 0.005)) return 'once_a_turn';
    if (notices(draw, Math.max(bobbin.swollen, 0.7 * bobbin.springLint) - 0.1, 0.8, 0.015)) return 'uneven';
    const grams =
      bobbin.grams * (bobbin.wrongWay ? 0.6 : 1) * (1 - 0.45 * bobbin.springLint) * draw.between(0.92, 1.08);
    return grams < 18 ? 'loose' : grams > 37 ? 'tight' : 'in_band';
  },
  look_bobbin: ({ bobbin }, draw) => {
    if (notices(draw, bobbin.wrongWay, 0.88, 0.02)) return 'wrong';
    if (notices(draw, bobbin.swollen, 0.75, 0.015)) return 'swollen';
    return notices(draw, bobbin.springLint, 0.7, 0.02) ? 'lint' : 'right';
  },
  look_hook: ({ hook }, draw) => (notices(draw, hook.dry, 0.85, 0.05) ? 'dry' : 'quiet'),
  press_hoop: ({ piece }, draw) => {
    if (notices(draw, piece.hoopSlack, 0.9, 0.03)) return 'hoop';
    return notices(draw, piece.backingShort, 0.85, 0.03) ? 'backing' : 'right';
  },
  stocking: ({ foot, hook }, draw) => {
    if (notices(draw, foot.burr, 0.8, 0.02)) return 'foot';
    return notices(draw, hook.burr, 0.85, 0.03) ? 'below' : 'nowhere';
  },
  needle_depth: ({ barUpMm, needle }, draw) => {
    const mm = barUpMm - needle.lowMm + draw.between(-0.5, 0.5);
    return mm > 1 ? 'high' : mm < -1 ? 'low' : 'right';
  },
  foot_height: ({ foot }, draw) => {
    if (notices(draw, foot.burr, 0.6, 0.015)) return 'bent';
    return foot.highMm + draw.between(-0.4, 0.4) > 0.8 ? 'high' : 'right';
  },
  centre_hole: ({ centreOffMm, needle }, draw) =>
    centreOffMm + 0.3 * needle.worn * draw.next() + draw.between(-0.15, 0.15) > 0.4 ? 'off' : 'centred',
  hook_play: ({ hook }, draw) =>
    Math.abs(hook.timingDegrees) + draw.between(-1.2, 1.2) > 2.2 ? 'touches' : 'play',
};

const newNeedle = (head: TroubledHead, draw: Chance) => {
  Object.assign(head.needle, {
    worn: 0,
    slim: 0,
    eyeMisfit: 0,
    pointMisfit: 0,
    lowMm: 0,
    turnedLeftDegrees: 0,
    glue: 0,
  });
  if (draw.next() < 0.75) head.clampPlay = 0;
  // A hand in a hurry: now and then the new one sits askew.
  if (draw.next() < 0.02) head.needle.turnedLeftDegrees = draw.between(15, 40);
};

/** What a repair does to the head. Now and then the hand does not get it right. */
export const mendsHead: Partial<Record<Step, Mend>> = {
  rethread: ({ path }, draw) => {
    path.coneCatch = 0;
    if (draw.next() < 0.96) path.guideMissed = path.leverMissed = 0;
    if (draw.next() < 0.4) path.wheelSlip = 0;
    path.lint *= draw.next() < 0.25 ? 0 : 1;
  },
  free_cone: ({ path }, draw) => (path.coneCatch = draw.next() < 0.93 ? 0 : path.coneCatch),
  new_needle: newNeedle,
  seat_needle: (head, draw) => {
    if (draw.next() < 0.92) head.needle.lowMm = head.needle.turnedLeftDegrees = 0;
    if (draw.next() < 0.6) head.needle.glue = 0;
    if (draw.next() < 0.88) head.clampPlay = 0;
  },
  clean_discs: ({ path }, draw) => {
    if (draw.next() < 0.95) path.lint = 0;
    if (draw.next() < 0.3) path.guideMissed = 0;
  },
  clean_wheel: ({ path }, draw) => (path.wheelSlip = draw.next() < 0.93 ? 0 : path.wheelSlip),
  set_knob: (head, draw) =>
    (head.knobGrams = draw.next() < 0.9 ? 115 * draw.between(0.85, 1.15) : head.knobGrams),
  other_cone: ({ thread, path }, draw) => {
    thread.dry = 0;
    if (draw.next() < 0.9) thread.badBatch = 0;
    if (draw.next() < 0.85) path.coneCatch = 0;
  },
  silicone: ({ thread }, draw) => (thread.dry = draw.next() < 0.85 ? 0 : thread.dry),
  slower: (head) => {
    head.overSpeed = Math.max(0, head.overSpeed - 180);
    head.piece.seam *= 0.85;
  },
  reload_bobbin: ({ bobbin }, draw) => {
    if (draw.next() < 0.97) bobbin.wrongWay = 0;
    bobbin.swollen = 0;
    if (draw.next() < 0.75) bobbin.springLint = 0;
  },
  spare_case: ({ bobbin }, draw) => {
    Object.assign(bobbin, { caseBent: 0, springLint: 0, swollen: 0 });
    if (draw.next() < 0.92) bobbin.wrongWay = 0;
    bobbin.grams = draw.next() < 0.88 ? 27 : bobbin.grams;
  },
  turn_screw: ({ bobbin }, draw) => (bobbin.grams = draw.next() < 0.92 ? draw.between(22, 33) : bobbin.grams),
  oil_hook: ({ hook }, draw) => (hook.dry = draw.next() < 0.95 ? 0 : hook.dry),
  hoop_again: ({ piece }, draw) => {
    if (draw.next() < 0.95) piece.hoopSlack = 0;
    if (draw.next() < 0.85) piece.backingShort = 0;
  },
  past_the_seam: (head, draw) => {
    newNeedle(head, draw);
    if (draw.next() < 0.8) head.piece.seam = 0;
  },
  set_bar: (head, draw) => (head.barUpMm = draw.next() < 0.92 ? 0 : head.barUpMm),
  set_foot: ({ foot }, draw) => (foot.highMm = draw.next() < 0.93 ? 0 : foot.highMm),
  new_foot: ({ foot }, draw) => {
    foot.burr = 0;
    foot.highMm = draw.next() < 0.9 ? 0 : foot.highMm;
  },
  polish: ({ hook }, draw) => (hook.burr = draw.next() < 0.75 ? 0 : hook.burr),
  change_design: (head, draw) => (head.dense = draw.next() < 0.9 ? 0 : head.dense),
};

/** The head as a swap leaves it for the section that is sewn: what was exchanged is sound. */
export function swapped(head: TroubledHead, step: Step, sameNeedle: boolean): TroubledHead {
  const other = structuredClone(head);
  if (step === 'neighbour') {
    Object.assign(other.path, { coneCatch: 0, guideMissed: 0, leverMissed: 0, wheelSlip: 0, lint: 0 });
    Object.assign(other.foot, { burr: 0, highMm: 0 });
    Object.assign(other, { clampPlay: 0, barUpMm: 0, knobGrams: 115 });
    Object.assign(other.needle, { worn: 0, lowMm: 0, turnedLeftDegrees: 0, glue: 0 });
    // A neighbour of the same block has the same kind of needle.
    if (!sameNeedle) Object.assign(other.needle, { slim: 0, eyeMisfit: 0, pointMisfit: 0 });
  }
  if (step === 'flat_scrap') {
    other.piece = { hoopSlack: 0, backingShort: 0, seam: 0 };
    // Flat scrap is no knit and no buckram.
    other.needle.slim *= 0.4;
    other.needle.pointMisfit *= 0.4;
  }
  if (step === 'other_place') {
    other.dense = 0;
    other.piece.seam = 0;
  }
  return other;
}
