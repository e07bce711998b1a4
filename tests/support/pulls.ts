import { chance } from '../../src/core/base/chance.ts';
import type { Pull } from '../../src/core/tension/pull/trace.ts';
import type { TraceVerdict } from '../../src/core/gauge/verdicts.ts';

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
