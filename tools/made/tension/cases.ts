import { chance, type Chance } from '../../../src/core/base/chance.ts';
import { screwOf, type ScrewPrior } from '../../../src/core/tension/case/belief/known-screw.ts';
import { predictionOf, nextTurn, type TurnAdvice } from '../../../src/core/tension/case/next-turn.ts';
import type { Calibration } from '../../../src/core/tension/case/calibration.ts';
import {
  afterStep,
  beliefOf,
  newCase,
  type CaseBelief,
  type CaseStep,
} from '../../../src/core/tension/case/belief/screw.ts';
import { effective } from '../../../src/core/tension/case/belief/rows.ts';
import {
  handError,
  noises,
  plays,
  springs,
  usualGrams,
} from '../../../src/core/tension/case/belief/spring.ts';
import { usualHands } from '../../../src/core/tension/hands.ts';
import { bandOf } from '../../../src/core/tension/targets.ts';
import type { MadeCase } from './made-case.ts';
import { normal } from '../normal.ts';
import { stickyCase } from './sticky-case.ts';

/** Worlds that cases are made in. The advice was tuned on the first two at most; the others are for judging alone. */
export const worlds = {
  /** Grams against turns about linear, a hand that turns exactly, a gauge that repeats to 1.5 g; near the band at first. */
  plain(luck: Chance, anyStart: Start = outside): MadeCase {
    const slope = luck.between(20, 120);
    const play = luck.between(0, 0.03);
    let last = 0;
    let grams = anyStart(() => luck.between(8, 60));
    return {
      anew() {
        grams = anyStart(() => luck.between(8, 60));
      },
      ...{ slope, play },
      read: () => Math.max(0.5, grams + 1.5 * normal(luck)),
      turn(turns) {
        const lost = last !== 0 && Math.sign(turns) === -last ? play : 0;
        if (turns !== 0) last = Math.sign(turns);
        grams = Math.max(1, grams + slope * Math.sign(turns) * Math.max(0, Math.abs(turns) - lost));
      },
      truth: () => grams,
    };
  },
  /** Each turn changes it by the same part; play to 0.08; a hand that is off by up to 1/32; gauges of 0.5 to 3 g, one reading in 25 wild. */
  second(luck: Chance, anyStart: Start = outside): MadeCase {
    const part = luck.between(0.8, 3.2);
    const play = luck.between(0, 0.08);
    const noise = luck.between(0.5, 3);
    let grams = anyStart(() => luck.between(5, 90));
    let last = 0;
    return {
      anew() {
        grams = anyStart(() => luck.between(5, 90));
      },
      ...{ slope: part * 27, play },
      read: () =>
        Math.max(0.5, luck.next() < 0.04 ? grams + luck.between(-20, 20) : grams + noise * normal(luck)),
      turn(turns) {
        const lost = last !== 0 && Math.sign(turns) === -last ? play : 0;
        last = Math.sign(turns);
        const done = turns + luck.between(-1 / 32, 1 / 32);
        grams *= Math.exp(part * Math.sign(done) * Math.max(0, Math.abs(done) - lost));
        grams = Math.min(140, Math.max(1, grams));
      },
      truth: () => grams,
    };
  },
  /**
   * A leaf that bends under a screw: force by the power 1.6 of the way, the screw carries it with slack on both sides, the hand
   * turns a little too far and is off by a tenth; the gauge rounds to half a gram, errs by part of the load, and hangs now and then.
   */
  third(luck: Chance, anyStart: Start = outside): MadeCase {
    const stiff = Math.exp(luck.between(Math.log(7), Math.log(45)));
    const slack = luck.next() ** 2 * 0.08;
    const error = luck.between(0.02, 0.06);
    const anyWay = () =>
      (anyStart(() => Math.exp(luck.between(Math.log(5), Math.log(90)))) / stiff) ** (1 / 1.6);
    // The way that the leaf is bent, and where the screw stands in its slack.
    let way = anyWay();
    let screw = way + slack * luck.next();
    const force = () => stiff * way ** 1.6;
    const slope = stiff * 1.6 * ((27 / stiff) ** (1 / 1.6)) ** 0.6;
    return {
      ...{ slope, play: slack },
      anew() {
        way = anyWay();
        screw = way + slack * luck.next();
      },
      read() {
        const hangs = luck.next() < 0.03 ? luck.between(0.4, 1.8) : 1;
        return Math.max(
          0.5,
          Math.round(2 * (force() * hangs * (1 + error * normal(luck)) + 0.4 * normal(luck))) / 2,
        );
      },
      turn(turns) {
        screw = Math.max(0, screw + turns * (1 + 0.03 + 0.1 * normal(luck) * 0.7) + 0.012 * normal(luck));
        // The leaf is carried along once the slack is taken up, either way.
        way = Math.max(0.05, Math.min(screw, Math.max(screw - slack, way)));
      },
      truth: force,
    };
  },
  /**
   * A spring that stiffens by the cube of its way besides; play that is most often small; a hand off by up to a twelfth and a hundredth of a turn; a gauge
   * with seldom, far errors (Student's, 4 degrees), and a case that wanders by a hundredth whenever it is touched.
   */
  fourth(luck: Chance, anyStart: Start = outside): MadeCase {
    const per = Math.exp(luck.between(Math.log(15), Math.log(70)));
    const stiffens = luck.between(0, 1.2);
    const play = 0.09 * Math.min(luck.next(), luck.next());
    const noise = Math.exp(luck.between(Math.log(0.5), Math.log(2)));
    const grams = (way: number) => per * (way + (stiffens * way ** 3) / 3);
    /** The way at which it pulls so much, by bisection. */
    const wayOf = (wanted: number) => {
      let [low, high] = [0, 10];
      for (let k = 0; k < 60; k++) {
        const middle = (low + high) / 2;
        if (grams(middle) < wanted) low = middle;
        else high = middle;
      }
      return low;
    };
    const anyWay = () => wayOf(anyStart(() => Math.exp(luck.between(Math.log(5), Math.log(90)))));
    const touched = () => {
      way = wayOf(Math.max(1, grams(way) * (1 + 0.01 * normal(luck))));
    };
    let way = anyWay();
    let last = 0;
    return {
      ...{ slope: per * (1 + stiffens * wayOf(27) ** 2), play },
      anew() {
        way = anyWay();
      },
      read() {
        touched();
        const squares = [0, 0, 0, 0].reduce((sum) => sum + normal(luck) ** 2, 0);
        return Math.max(0.5, grams(way) + (noise * normal(luck)) / Math.sqrt(squares / 4));
      },
      turn(turns) {
        const lost = last !== 0 && Math.sign(turns) === -last ? play : 0;
        last = Math.sign(turns);
        const done = turns * (1 + luck.between(-1 / 12, 1 / 12)) + luck.between(-0.01, 0.01);
        way = Math.max(0.02, way + Math.sign(done) * Math.max(0, Math.abs(done) - lost));
        touched();
      },
      truth: () => grams(way),
    };
  },
  /** Written to judge alone, last. */
  fifth: (luck: Chance, anyStart: Start = outside) => stickyCase(luck, anyStart),
  /** Cases drawn from what is believed of cases: here the chances that are stated must come true. */
  own(luck: Chance, anyStart: Start = outside): MadeCase {
    const law = luck.pick(springs);
    const { slope } = byChance(luck, law.slopes);
    const { play } = byChance(luck, plays);
    const { noise } = byChance(luck, noises);
    const anyTension = () => law.of(anyStart(() => Math.exp(luck.between(Math.log(5), Math.log(90)))));
    let tension = anyTension();
    let last = 0;
    let isRead = false;
    const jumpsTo = () => law.from + luck.next() * law.step * (law.count - 1);
    return {
      ...{ slope: slope * law.gramsPer(usualGrams), play },
      anew() {
        tension = anyTension();
      },
      read() {
        // Before its first reading nothing is believed of it that it could have left.
        if (isRead) tension = luck.next() < 0.008 ? jumpsTo() : tension + 0.004 * law.part * normal(luck);
        isRead = true;
        const grams = law.grams(tension);
        if (luck.next() >= 0.04) return grams + noise * normal(luck);
        return luck.next() < 0.5 ? grams + 10 * normal(luck) : luck.between(0, 120);
      },
      turn(turns) {
        const moves = effective(turns, last, play);
        last = Math.sign(turns);
        if (moves !== 0) tension += slope * (moves + handError(turns) * normal(luck));
        tension = Math.min(law.from + law.step * (law.count - 1), Math.max(law.from, tension));
      },
      truth: () => law.grams(tension),
    };
  },
} as const satisfies Record<string, (luck: Chance, anyStart?: Start) => MadeCase>;
export type World = keyof typeof worlds;

/** One of several, each with its chance. */
function byChance<Each extends { chance: number }>(luck: Chance, each: readonly Each[]): Each {
  let left = luck.next() * each.reduce((sum, { chance: part }) => sum + part, 0);
  return each.find(({ chance: part }) => (left -= part) < 0) ?? each[0]!;
}

const band = bandOf('25-30');
const isIn = (grams: number) => grams >= band.from && grams <= band.to;

/** Where a case begins: drawn anew until it is out of the band, or until it is in it. */
export type Start = (draw: () => number) => number;
const outside: Start = (draw) => drawnUntil(draw, (grams) => !isIn(grams));
export const inside: Start = (draw) => drawnUntil(draw, isIn);

function drawnUntil(draw: () => number, isWanted: (grams: number) => boolean): number {
  let grams = draw();
  while (!isWanted(grams)) grams = draw();
  return grams;
}

/** A coach that knows how the screw answers and its play, and only reads with the same gauge. */
function knowing({ slope, play }: MadeCase): ScrewPrior {
  const nearest = (values: readonly number[], value: number) =>
    values.reduce(
      (best, each, index) => (Math.abs(each - value) < Math.abs(values[best]! - value) ? index : best),
      0,
    );
  const ofPlay = nearest(
    plays.map((each) => each.play),
    play,
  );
  const screws = springs.map(({ slopes, gramsPer }) => {
    const known = nearest(
      slopes.map((each) => each.slope * gramsPer(usualGrams)),
      slope,
    );
    return slopes.map((_, slopeNumber) =>
      plays.map((_, playNumber) => (slopeNumber === known && playNumber === ofPlay ? 1 : 1e-9)),
    );
  });
  return { screws, noises: noises.map(() => 1) };
}

/** How the bench went with one case: grams at the end of each turn, what was said, and the pulls it took. */
export interface Course {
  /** In the band after so many turns (index 0: before any), or where it was left before. */
  inBand: boolean[];
  /** The chance that was stated for each turn, and whether it landed. */
  stated: { chance: number; landed: boolean }[];
  /** When the screw was left alone: whether it was in the band; null: never. */
  left: { chance: number; isIn: boolean; grams: number } | null;
  pulls: number;
  turns: number;
  /** Minutes of the hands. */
  minutes: number;
}

const mostPulls = 40;

/** A case at the bench, followed by the advice for at most `most` turns; `said`: how the chances of turns are said. `steps`: what the ledger has of it. */
export function course(
  made: MadeCase,
  prior: ScrewPrior | undefined,
  most: number,
  said?: Calibration,
): { course: Course; belief: CaseBelief; steps: CaseStep[] } {
  let followed = newCase(prior);
  const steps: CaseStep[] = [];
  const follow = (step: CaseStep) => {
    steps.push(step);
    followed = afterStep(followed, step);
  };
  const inBand = [isIn(made.truth())];
  const stated: Course['stated'] = [];
  let pulls = 0;
  const advised = (): TurnAdvice => {
    follow({ is: 'reading', grams: made.read() });
    pulls += 1;
    return nextTurn(beliefOf(followed)!, band, said);
  };
  let left: Course['left'] = null;
  let advice = advised();
  while (inBand.length <= most && pulls < mostPulls) {
    if (advice.is === 'leave') {
      left = { chance: advice.chance, isIn: isIn(made.truth()), grams: made.truth() };
      break;
    }
    if (advice.is === 'turn') {
      made.turn(advice.eighths / 8);
      follow({ is: 'turn', turns: advice.eighths / 8, foretold: predictionOf(advice, band) });
      inBand.push(isIn(made.truth()));
      stated.push({ chance: advice.chance, landed: isIn(made.truth()) });
    }
    advice = advised();
  }
  const turns = stated.length;
  while (inBand.length <= most) inBand.push(isIn(made.truth()));
  const minutes = (pulls * usualHands.pull + turns * usualHands.turn) / 60;
  return { course: { inBand, stated, left, pulls, turns, minutes }, belief: beliefOf(followed)!, steps };
}

/**
 * How it goes with a case. `isKnowing`: by the coach that knows the screw. `before`: so many times it was at the bench already, each time with another
 * bobbin thread, and is known from there. `among`: so many other cases of its workshop were at the bench before it.
 */
export function courseOf(
  world: World,
  seed: number,
  { most = 4, isKnowing = false, before = 0, start = outside } = {},
): Course {
  const made = worlds[world](chance(seed * 31 + 7), start);
  let prior = isKnowing ? knowing(made) : undefined;
  for (let time = 0; time < before; time++) {
    const { belief } = course(made, prior, most);
    if (!isKnowing) prior = screwOf(belief);
    made.anew();
  }
  return course(made, prior, most).course;
}
