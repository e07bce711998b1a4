/**
 * A stand-in for a tension gauge that streams: what a case in some condition would read while thread is drawn. Chance is
 * passed in. Not a model of any gauge: its rates and swings are invented, so that the Bench can be tried without one.
 */
export const conditions = {
  healthy: { name: 'healthy case', factor: 1 },
  dropped: { name: 'dropped case', factor: 1 },
  swollen: { name: 'swollen bobbin side', factor: 1.1 },
  lint: { name: 'lint under the spring', factor: 0.9 },
  dry: { name: 'dry thread', factor: 1.25 },
  'wrong-thread': { name: 'wrong bobbin thread', factor: 2 },
} as const;
export type Condition = keyof typeof conditions;

/** Hands that pull: the level of the exercise. */
export const hands = {
  even: { name: 'an even hand', sway: 0, stops: false, letsGo: false },
  swaying: { name: 'an unsteady hand', sway: 0.35, stops: true, letsGo: true },
} as const satisfies Record<string, { name: string; sway: number; stops: boolean; letsGo: boolean }>;
export type Hand = keyof typeof hands;

export interface SimulatedPull {
  /** Grams of the healthy case. */
  base: number;
  condition: Condition;
  /** Left out: even. */
  hand?: Hand;
  rateHz: number;
  seconds: number;
  speed: number;
  woundDiameter: number;
}

/** The samples of one pull, grams. `chance`: uniform from 0 to 1. */
export const simulatedPull = (pull: SimulatedPull, chance: () => number): number[] =>
  pullWithSpeeds(pull, chance).grams;

/** The samples of one pull with the speed of each, mm/s, as a gauge with a wheel tells it. `chance`: uniform from 0 to 1. */
export function pullWithSpeeds(
  pull: SimulatedPull,
  chance: () => number,
): { grams: number[]; speeds: number[] } {
  const { base, condition, hand = 'even', rateHz, seconds, speed, woundDiameter } = pull;
  const { sway, stops, letsGo } = hands[hand];
  const level = base * conditions[condition].factor;
  const hertz = speed / (Math.PI * woundDiameter);
  const phase = 2 * Math.PI * chance();
  const count = Math.round(rateHz * seconds);
  let tooth = chance();
  let turned = 0;
  const swayPhase = sway > 0 ? 2 * Math.PI * chance() : 0;
  const stopAt = stops ? seconds * (0.5 + 0.15 * chance()) : Infinity;
  const speeds: number[] = [];
  const samples = Array.from({ length: count }, (_, at) => {
    const time = at / rateHz;
    const isStopped = time > stopAt && time < stopAt + 0.3;
    const pace = isStopped ? 0 : 1 + sway * Math.sin(2 * Math.PI * 0.3 * time + swayPhase);
    speeds.push(Math.round(speed * pace * 10) / 10);
    turned += at > 0 ? (hertz * pace) / rateHz : 0;
    const turn = Math.sin(2 * Math.PI * turned + phase);
    let grams = level;
    // A bent case is smooth, then stiff once a turn; a swollen side drags twice.
    if (condition === 'dropped') grams += level * 0.3 * Math.max(0, turn) ** 2 * 1.6;
    if (condition === 'swollen') grams += level * 0.16 * turn + level * 0.08 * Math.sin(4 * Math.PI * turned);
    if (condition === 'lint' || condition === 'dry') {
      tooth += (condition === 'lint' ? 1.3 : 2.4) / rateHz;
      if (tooth > 1) tooth = 0.15 * chance();
      grams += level * (condition === 'lint' ? 0.45 : 0.3) * (tooth - 0.5);
    }
    const noise = (chance() + chance() + chance() - 1.5) * 0.025 * level;
    const start = Math.min(1, time / 0.35);
    const held = isStopped ? 0.3 : 1;
    const left = letsGo ? Math.min(1, Math.max(0, (seconds - time - 0.05) / 0.4)) : 1;
    return Math.round((grams + noise) * start * held * left * 10) / 10;
  });
  return { grams: samples, speeds };
}
