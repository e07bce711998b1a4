import type { Chance } from '../../core/base/chance.ts';
import type { Cause } from '../../core/trouble/causes.ts';
import type { Onset } from '../../core/trouble/onsets.ts';
import type { TroubledHead } from './state.ts';

interface HiddenFault {
  /** How often it is drawn: this simulator's own, not the finder's. */
  weight: number;
  strike(head: TroubledHead, draw: Chance): void;
  /** What may have happened before it, with its chance. */
  before?: Partial<Record<Onset, number>>;
}

/** Every fault that can be hidden, named as the trade names its cause, each with what it does to the head. */
export const hiddenFaults: Readonly<Record<Exclude<Cause, 'other'>, HiddenFault>> = {
  cone_caught: {
    weight: 8,
    strike: ({ path }, draw) => (path.coneCatch = draw.between(0.75, 1)),
    before: { new_cone: 0.25, rest: 0.05 },
  },
  guide_missed: {
    weight: 9,
    strike: ({ path }) => (path.guideMissed = 1),
    before: { rethread: 0.4, new_cone: 0.3 },
  },
  lever_missed: {
    weight: 4,
    strike: ({ path }, draw) => (path.leverMissed = draw.between(0.8, 1)),
    before: { rethread: 0.45, new_cone: 0.25, needle_change: 0.05 },
  },
  wheel_stuck: {
    weight: 6,
    strike: ({ path }, draw) => (path.wheelSlip = draw.between(0.6, 1)),
    before: { new_cone: 0.1 },
  },
  knob_tight: {
    weight: 5,
    strike: (head, draw) => (head.knobGrams = draw.between(195, 260)),
    before: { new_cone: 0.2 },
  },
  knob_loose: {
    weight: 5,
    strike: (head, draw) => (head.knobGrams = draw.between(12, 45)),
    before: { new_cone: 0.15 },
  },
  discs_lint: {
    weight: 4,
    strike: ({ path }, draw) => (path.lint = draw.between(0.85, 1)),
    before: { rest: 0.1 },
  },
  thread_old: {
    weight: 3,
    strike: ({ thread }, draw) => (thread.dry = draw.between(0.85, 1)),
    before: { new_cone: 0.35, rest: 0.2 },
  },
  thread_batch: {
    weight: 2,
    strike: ({ thread }, draw) => (thread.badBatch = draw.between(0.75, 1)),
    before: { new_cone: 0.6 },
  },
  needle_worn: {
    weight: 22,
    strike: ({ needle }, draw) => (needle.worn = draw.between(0.65, 1)),
    before: { impact: 0.2 },
  },
  needle_thin: {
    weight: 5,
    strike: ({ needle }, draw) => (needle.slim = draw.between(0.75, 1)),
    before: { needle_change: 0.25 },
  },
  needle_for_thread: {
    weight: 3,
    strike: ({ needle }, draw) => (needle.eyeMisfit = draw.between(0.75, 1)),
    before: { needle_change: 0.25, new_cone: 0.2 },
  },
  needle_point: {
    weight: 2,
    strike: ({ needle }, draw) => (needle.pointMisfit = draw.between(0.7, 1)),
    before: { needle_change: 0.25 },
  },
  needle_low: {
    weight: 4,
    strike: ({ needle }, draw) => (needle.lowMm = draw.between(1.2, 2.5)),
    before: { needle_change: 0.55 },
  },
  needle_turned: {
    weight: 5,
    strike: ({ needle }, draw) => (needle.turnedLeftDegrees = draw.between(18, 60)),
    before: { needle_change: 0.65 },
  },
  needle_glue: { weight: 2, strike: ({ needle }, draw) => (needle.glue = draw.between(0.85, 1)) },
  clamp_loose: {
    weight: 1,
    strike: (head, draw) => (head.clampPlay = draw.between(0.8, 1)),
    before: { needle_change: 0.3, impact: 0.1 },
  },
  bar_high: {
    weight: 3,
    strike: (head, draw) => (head.barUpMm = draw.between(1.6, 3)),
    before: { impact: 0.8 },
  },
  foot_bent: {
    weight: 3,
    strike: ({ foot }, draw) => (foot.burr = draw.between(0.6, 1)),
    before: { impact: 0.7 },
  },
  foot_high: {
    weight: 1,
    strike: ({ foot }, draw) => (foot.highMm = draw.between(2, 4)),
    before: { impact: 0.4 },
  },
  case_loose: {
    weight: 6,
    strike: ({ bobbin }, draw) => (bobbin.grams = draw.between(5, 9)),
    before: { new_bobbin: 0.25, screw_turned: 0.2 },
  },
  case_tight: {
    weight: 4,
    strike: ({ bobbin }, draw) => (bobbin.grams = draw.between(85, 140)),
    before: { new_bobbin: 0.25, screw_turned: 0.2 },
  },
  case_lint: {
    weight: 5,
    strike: ({ bobbin }, draw) => (bobbin.springLint = draw.between(0.75, 1)),
    before: { rest: 0.05 },
  },
  case_bent: {
    weight: 1,
    strike: ({ bobbin }, draw) => (bobbin.caseBent = draw.between(0.7, 1)),
    before: { case_dropped: 0.6 },
  },
  bobbin_loaded: {
    weight: 6,
    strike: ({ bobbin }) => (bobbin.wrongWay = 1),
    before: { new_bobbin: 0.7, cleaned: 0.1 },
  },
  bobbin_swollen: {
    weight: 3,
    strike: ({ bobbin }, draw) => (bobbin.swollen = draw.between(0.65, 1)),
    before: { new_bobbin: 0.45 },
  },
  hook_dry: {
    weight: 3,
    strike: ({ hook }, draw) => (hook.dry = draw.between(0.8, 1)),
    before: { rest: 0.35 },
  },
  hook_burr: {
    weight: 2,
    strike: ({ hook }, draw) => (hook.burr = draw.between(0.55, 1)),
    before: { impact: 0.45 },
  },
  timing: {
    weight: 1,
    strike: ({ hook }, draw) => (hook.timingDegrees = draw.between(3, 6)),
    before: { impact: 0.35 },
  },
  centring: {
    weight: 1,
    strike: (head, draw) => (head.centreOffMm = draw.between(0.6, 1.1)),
    before: { impact: 0.3 },
  },
  hoop_loose: { weight: 7, strike: ({ piece }, draw) => (piece.hoopSlack = draw.between(0.7, 1)) },
  backing: { weight: 5, strike: ({ piece }, draw) => (piece.backingShort = draw.between(0.7, 1)) },
  seam: { weight: 3, strike: ({ piece }, draw) => (piece.seam = draw.between(0.75, 1)) },
  design: { weight: 5, strike: (head, draw) => (head.dense = draw.between(0.9, 1.3)) },
  too_fast: { weight: 5, strike: (head, draw) => (head.overSpeed = draw.between(210, 330)) },
};
