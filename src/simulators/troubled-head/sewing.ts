import type { Symptom } from '../../core/trouble/symptoms.ts';
import type { TroubledHead } from './state.ts';

/** A soft step from 0 to 1: half at `at`, from a quarter to three quarters over about twice `width`. */
const rises = (value: number, at: number, width: number) => 1 / (1 + Math.exp(-(value - at) / width));

/**
 * How often each trouble shows, in 1,000 stitches: tension against strength, friction at the eye, the hook's chance to catch
 * the loop, the stripe below from the two tensions. Made up for practice; no published source.
 */
export function troubles(head: TroubledHead): Record<Symptom, number> {
  const { needle, path, foot, thread, bobbin, hook, piece } = head;
  const isMissing = path.guideMissed > 0.5 ? 1 : 0;
  // A guide left out takes its friction away; a catch under the cone and dry thread add theirs.
  const pull =
    head.knobGrams *
    (1 - 0.55 * isMissing) *
    (1 - 0.6 * path.lint) *
    (1 + 1.3 * path.coneCatch + 0.35 * thread.dry);
  const strength = 205 * (1 - 0.3 * thread.dry - 0.2 * thread.badBatch);
  const rub =
    1.5 * needle.worn +
    1.2 * needle.eyeMisfit +
    needle.turnedLeftDegrees / 18 +
    1.1 * needle.glue +
    1.6 * foot.burr +
    1.8 * hook.burr +
    0.7 * hook.dry +
    1.5 * thread.badBatch +
    0.7 * thread.dry +
    0.9 * rises(head.overSpeed, 180, 40) +
    0.5 * Math.min(1, head.barUpMm / 3) +
    0.4 * needle.slim +
    0.7 * head.dense;
  const missed =
    0.5 * needle.worn +
    0.9 * needle.slim +
    0.6 * needle.eyeMisfit +
    1.1 * needle.pointMisfit +
    needle.lowMm / 1.6 +
    needle.turnedLeftDegrees / 25 +
    0.8 * needle.glue +
    head.clampPlay +
    head.barUpMm / 2 +
    foot.highMm / 2.5 +
    Math.abs(hook.timingDegrees) / 4 +
    0.6 * piece.hoopSlack +
    0.35 * piece.backingShort +
    0.8 * piece.seam;
  const bent =
    0.7 * needle.slim +
    needle.lowMm / 3.5 +
    0.7 * head.clampPlay +
    head.centreOffMm / 0.9 +
    Math.abs(hook.timingDegrees) / 9 +
    0.9 * piece.seam +
    0.35 * path.coneCatch +
    0.25 * head.dense +
    0.1 * needle.worn;
  // The bobbin's share below: about a third when 115 g hold against 27 g.
  const caseGrams = bobbin.grams * (bobbin.wrongWay ? 0.45 : 1) * (1 - 0.45 * bobbin.springLint);
  const share = 0.34 * (pull / 115) * Math.sqrt(27 / Math.max(2, caseGrams));
  const uneven =
    0.9 * bobbin.caseBent +
    0.9 * bobbin.swollen +
    0.7 * bobbin.springLint +
    0.5 * thread.dry +
    0.5 * path.lint;
  const slack = rises(60 - pull, 0, 9);
  return {
    snap: 5 * rises(pull, strength, 22) + 1.5 * rises(rub, 1.5, 0.3) * 0.4 + 0.8 * path.coneCatch,
    shred: 5 * rises(rub, 0.85, 0.14),
    false_stop: 6 * path.wheelSlip,
    loops: 4 * slack + 1.5 * Math.min(1, foot.highMm / 3) + 0.8 * piece.hoopSlack,
    bobbin_on_top: 4 * rises(share, 0.58, 0.035) + 1.2 * bobbin.wrongWay,
    little_bobbin: 4 * rises(0.19 - share, 0, 0.025),
    all_bobbin: 2.5 * rises(share, 0.68, 0.05),
    nest: 5 * path.leverMissed + 1.4 * bobbin.wrongWay + 1.1 * piece.hoopSlack + 0.4 * isMissing,
    skip: 5 * rises(missed, 0.6, 0.11),
    needle_broke: 2.5 * rises(bent, 0.55, 0.1),
    bobbin_break: 1.2 * bobbin.swollen + 0.6 * bobbin.caseBent + 1.5 * rises(bobbin.grams, 62, 5),
    uneven: 4 * rises(uneven, 0.5, 0.1),
    noise: 2.2 * hook.dry + 0.5 * Math.min(1, Math.abs(hook.timingDegrees) / 8),
    off_outline: 2.6 * piece.hoopSlack + 2 * piece.backingShort,
    pucker: 2.8 * piece.backingShort + 1 * needle.pointMisfit + 0.6 * head.dense,
  };
}

/** What a sound head shows all the same: taken off, so that a section sewn on it is mostly good. */
const usual = 0.06;

/** Chance that a section of so many stitches shows any trouble. */
export function showsIn(head: TroubledHead, stitches: number): number {
  const sum = Object.values(troubles(head)).reduce((total, rate) => total + Math.max(0, rate - usual), 0);
  return 1 - Math.exp((-(sum + 0.05) * stitches) / 1000);
}
