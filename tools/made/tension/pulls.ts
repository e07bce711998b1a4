import { chance } from '../../../src/core/base/chance.ts';
import type { Pull } from '../../../src/core/tension/pull/pull-curve.ts';
import type { TraceVerdict } from '../../../src/core/gauge/verdicts.ts';

/**
 * A made-up pull with a known fault. Other noise than the shipped stand-in's (src/simulators/gauge.ts): correlated, as
 * a hand that is not quite steady gives, with the gauge's steps of 0.1 g.
 */
export function madePull(seed: number, fault: TraceVerdict): Pull {
  const luck = chance(seed * 7919 + 13);
  const rateHz = 50;
  const seconds = luck.between(4, 8);
  const speed = luck.between(60, 120);
  const woundDiameter = luck.between(12, 20);
  // The wound diameter is only roughly known.
  const truth = woundDiameter * luck.between(0.93, 1.07);
  const base = luck.between(12, 50);
  const hertz = speed / (Math.PI * truth);
  const phase = luck.between(0, 2 * Math.PI);
  const swing = base * luck.between(0.12, 0.35);
  const drift = base * luck.between(0.25, 0.5) * (luck.next() < 0.5 ? -1 : 1);
  const fall = base * luck.between(0.25, 0.5);
  const tooth = luck.between(0.5, 1.2);
  const spots = Array.from({ length: 3 + Math.floor(luck.next() * 4) }, () => luck.between(0.8, seconds));
  const rise = luck.between(0.15, 0.4);
  const grams: number[] = [];
  let hand = 0;
  let nextFall = luck.between(0.3, tooth);
  let stuck = 0;
  for (let at = 0; at < seconds * rateHz; at++) {
    const time = at / rateHz;
    hand = 0.9 * hand + 0.02 * base * (luck.next() + luck.next() - 1);
    let value = base;
    if (fault === 'out-of-round') {
      // Smooth, then stiff once a turn.
      const turn = Math.cos(2 * Math.PI * hertz * time + phase);
      value += swing * (turn + 0.4 * Math.max(0, turn) ** 3);
    }
    if (fault === 'drift') value += drift * (time / seconds - 0.5);
    if (fault === 'stick-slip') {
      stuck += 1 / rateHz;
      value += fall * (stuck / tooth - 0.5);
      if (stuck > nextFall) {
        stuck = 0;
        nextFall = tooth * luck.between(0.7, 1.3);
      }
    }
    if (fault === 'tight-spots')
      for (const spot of spots) value += 0.6 * base * Math.exp(-(((time - spot) / 0.05) ** 2));
    const start = 1 - Math.exp(-time / (rise / 3));
    grams.push(Math.round((value * start + hand + 0.4 * (luck.next() - 0.5)) * 10) / 10);
  }
  return { grams, rateHz, speed, woundDiameter };
}

/** Worlds that pulls are made in by a hand; the third is for judging alone. */
export type PullWorld = 'second' | 'third';

/**
 * A pull by hand, with the speed at each sample as a gauge with a wheel tells it: the speed sways by up to 40 % (`most`), it begins slowly, stops in the middle now and then, is let go at the end, and the
 * diameter may be told wrongly. The third world has other swings (a stiff place, not a wave), a speed that wanders by chance, other
 * rates and another noise.
 */
export function handPull(
  world: PullWorld,
  seed: number,
  fault: TraceVerdict,
  most = 0.4,
): Pull & { speeds: number[] } {
  const luck = chance(seed * 104_729 + (world === 'third' ? 77 : 5));
  const isThird = world === 'third';
  const rateHz = isThird ? luck.pick([25, 40, 80, 100]) : 50;
  const seconds = luck.between(4.5, 8);
  const speed = luck.between(60, 120);
  const truth = luck.between(11, 20);
  const woundDiameter = luck.next() < 0.2 ? 16 : truth * luck.between(0.92, 1.08);
  const base = luck.between(12, 50);
  const swing = base * luck.between(0.12, 0.35);
  const drift = base * luck.between(0.3, 0.5) * (luck.next() < 0.5 ? -1 : 1);
  const spots = Array.from({ length: 2 + Math.floor(luck.next() * 4) }, () =>
    luck.between(0.8, seconds - 0.3),
  );
  const stopAt = luck.next() < 0.25 ? luck.between(0.45, 0.7) * seconds : Infinity;
  const stopFor = luck.between(0.2, 0.5);
  const tail = luck.next() < 0.6 ? luck.between(0.15, 0.5) : 0;
  const sway = { by: luck.between(0.1, most), at: luck.between(0.15, 0.5), phase: luck.between(0, 6.28) };
  const tooth = luck.between(0.5, 1.1);
  const fall = base * luck.between(0.25, 0.5);
  const grams: number[] = [];
  const speeds: number[] = [];
  let [turn, hand, wander, stuck, nextFall, sewn] = [luck.next(), 0, 0, 0, luck.between(0.3, tooth), 0];
  const noise = () => luck.next() + luck.next() - 1;
  for (let at = 0; at < seconds * rateHz; at++) {
    const time = at / rateHz;
    wander = 0.98 * wander + 0.06 * noise();
    const pace = isThird
      ? Math.min(1.4, Math.max(0.6, 1 + wander))
      : 1 + sway.by * Math.sin(2 * Math.PI * sway.at * time + sway.phase);
    const isStopped = time > stopAt && time < stopAt + stopFor;
    const moves = isStopped ? 0 : (speed * pace) / rateHz;
    sewn += moves;
    speeds.push(moves * rateHz);
    // The bobbin grows thinner as it empties.
    turn += moves / (Math.PI * truth * (1 - 0.04 * (sewn / 600)));
    hand = (isThird ? 0.8 : 0.9) * hand + (isThird ? 0.03 : 0.02) * base * noise();
    let value = base * (1 + 0.05 * (pace - 1));
    const phase = turn - Math.floor(turn);
    if (fault === 'out-of-round')
      value += isThird
        ? swing * 2 * Math.max(0, 1 - Math.abs(phase - 0.5) / 0.3) - 0.6 * swing
        : swing * (Math.cos(2 * Math.PI * phase) + 0.4 * Math.max(0, Math.cos(2 * Math.PI * phase)) ** 3);
    if (fault === 'drift') value += drift * (time / seconds - 0.5);
    if (fault === 'stick-slip') {
      stuck += (isStopped ? 0 : 1) / rateHz;
      value += fall * (stuck / tooth - 0.5);
      if (stuck > nextFall) [stuck, nextFall] = [0, tooth * luck.between(0.7, 1.3)];
    }
    if (fault === 'tight-spots')
      for (const spot of spots) value += 0.6 * base * Math.exp(-(((time - spot) / 0.05) ** 2));
    const start = 1 - Math.exp(-time / 0.1);
    const held = isStopped ? 0.15 + 0.3 * Math.exp(-(time - stopAt) / 0.1) : 1;
    const left = Math.min(1, tail > 0 ? Math.max(0, (seconds - time - 0.04) / tail) : 1);
    grams.push(
      Math.max(0, Math.round((value * start * held * left + hand * left + 0.3 * noise()) * 10) / 10),
    );
  }
  return { grams, rateHz, speed, speeds, woundDiameter };
}

/** The pull as a gauge without a wheel sends it. */
export const withoutSpeeds = (pull: Pull): Pull => ({ ...pull, speeds: undefined });
