import jStat from 'jstat';
import { byAge, type Life } from './lives.ts';

/** The share of needles that are still good after an age. */
export interface Survival {
  age: number;
  atRisk: number;
  ended: number;
  /** From 1 down to 0, just after this age. */
  share: number;
  /** Its standard deviation by Greenwood's formula. */
  sd: number;
  /** 95 in 100. */
  low: number;
  high: number;
}

const z = jStat.normal.inv(0.975, 0, 1);

/**
 * The share still good at each age at which a life ended or left, by Kaplan and Meier, with intervals by Greenwood's variance of
 * log(−log share), which stay between 0 and 1. Empty without a life.
 * Sources: Kaplan and Meier, “Nonparametric estimation from incomplete observations”, JASA 53, 1958; Greenwood 1926; the
 * log-minus-log interval: Kalbfleisch and Prentice, The Statistical Analysis of Failure Time Data, 1980.
 */
export function kaplanMeier(lives: readonly Life[]): Survival[] {
  let share = 1;
  let sum = 0;
  return byAge(lives).map(({ age, atRisk, ended }) => {
    share *= 1 - ended / atRisk;
    sum += ended === 0 ? 0 : ended / (atRisk * (atRisk - ended));
    return { age, atRisk, ended, share, ...interval(share, sum) };
  });
}

function interval(share: number, sum: number): { sd: number; low: number; high: number } {
  // Before the first end, and after the last of all, the formula says nothing of how sure the share is.
  if (share === 1) return { sd: 0, low: 1, high: 1 };
  if (share === 0) return { sd: 0, low: 0, high: 0 };
  const off = (z * Math.sqrt(sum)) / Math.log(share);
  return {
    sd: share * Math.sqrt(sum),
    low: share ** Math.exp(-off),
    high: share ** Math.exp(off),
  };
}

/** An age with its interval, 95 in 100; null: not reached yet. */
export interface AgeReached {
  age: number | null;
  low: number | null;
  high: number | null;
}

/**
 * The age by which a part of the needles has given trouble (a half: the median), with the ages at which the interval's curves
 * come as low. Source: Brookmeyer and Crowley, “A confidence interval for the median survival time”, Biometrics 38, 1982.
 */
export function ageReached(curve: readonly Survival[], part = 0.5): AgeReached {
  const left = 1 - part + 1e-12;
  const first = (of: (point: Survival) => number) => curve.find((point) => of(point) <= left)?.age ?? null;
  return { age: first(({ share }) => share), low: first(({ low }) => low), high: first(({ high }) => high) };
}
