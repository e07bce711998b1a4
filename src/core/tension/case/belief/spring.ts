/**
 * Two laws that a case's spring may follow, each with its grid of tension. Which one a case follows is not known: both are
 * believed in, and weighed by how well they foretold its readings (Bayesian model averaging).
 */
export interface Spring {
  name: string;
  /** Tension as the law has it, from grams and back. */
  of(grams: number): number;
  grams(tension: number): number;
  /** Grams for a step of tension, at these grams. */
  gramsPer(grams: number): number;
  /** A part of the tension as the law has it: a hundredth of the pull is so many hundredths. */
  part: number;
  /** The grid of tension: its beginning, its step, and how many points. */
  from: number;
  step: number;
  count: number;
  /** How it may answer, in tension per turn to the right, and how likely each is before anything is known of the case. */
  slopes: readonly { slope: number; chance: number }[];
}

/** Grams at which both laws are taken to answer alike. */
export const usualGrams = 27;

/**
 * Half a turn took 50 g to 22 g, an eighth back gave 30 g, and on another thread half a turn took 16 g to 29.5 g: in
 * logarithms 1.64, 2.5 and 1.22 a turn. Common practice, no published source; how far cases differ is from memory.
 */
export const slopePrior = { median: 1.7, spread: 0.5 } as const;

/** A screw that moves nothing any more. How often that is: from memory. */
const dead = { slope: 0.03, chance: 0.01 } as const;

const alive = [0.45, 0.65, 0.9, 1.15, 1.4, 1.7, 2.05, 2.5, 3.1, 4.1];

/** Log-normal about its median. */
const likely = (slope: number) =>
  Math.exp(-((Math.log(slope / slopePrior.median) / slopePrior.spread) ** 2) / 2);

function slopesOf(scale: number): Spring['slopes'] {
  const sum = alive.reduce((total, slope) => total + likely(slope), 0);
  return [
    { slope: dead.slope * scale, chance: dead.chance },
    ...alive.map((slope) => ({ slope: slope * scale, chance: ((1 - dead.chance) * likely(slope)) / sum })),
  ];
}

/** No case reads less or more than this, grams. */
export const gramsRange = { from: 1.5, to: 150 } as const;

const logStep = 0.02;
const gramStep = 0.5;

export const springs: readonly Spring[] = [
  {
    name: 'each turn changes it by the same part',
    of: Math.log,
    grams: Math.exp,
    gramsPer: (grams) => grams,
    part: 1,
    from: Math.log(gramsRange.from),
    step: logStep,
    count: 1 + Math.round(Math.log(gramsRange.to / gramsRange.from) / logStep),
    slopes: slopesOf(1),
  },
  {
    name: 'each turn changes it by the same grams',
    of: (grams) => grams,
    grams: (tension) => tension,
    gramsPer: () => 1,
    part: usualGrams,
    from: gramsRange.from,
    step: gramStep,
    count: 1 + Math.round((gramsRange.to - gramsRange.from) / gramStep),
    slopes: slopesOf(usualGrams),
  },
];

/** Play of the screw that is lost when it turns back, turns, with how likely each is. From memory. */
export const plays = [
  { play: 0, chance: 0.35 },
  { play: 0.025, chance: 0.4 },
  { play: 0.065, chance: 0.25 },
] as const;

/** How far readings at a gauge repeat, grams, one standard deviation, with how likely each is. From memory. */
export const noises = [
  { noise: 0.5, chance: 0.15 },
  { noise: 1, chance: 0.25 },
  { noise: 1.7, chance: 0.3 },
  { noise: 2.8, chance: 0.3 },
] as const;

/** How far a hand misses the turn that it means, turns, one standard deviation: a part of it always, a part by the turn. From memory. */
export const handError = (turns: number) => Math.hypot(0.02, 0.06 * turns);
