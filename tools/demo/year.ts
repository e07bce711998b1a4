import { subDays } from 'date-fns';
import { chance } from '../../src/core/base/chance.ts';
import type { Entry } from '../../src/core/ledger/entry.ts';
import { eyeFit } from '../../src/core/needle/eye.ts';
import type { Machine } from '../../src/schemas/workshop.ts';
import { yearOf, type YearJob, type YearShop } from '../../src/simulators/year.ts';
import {
  heron,
  heronHead,
  jobs,
  needle,
  operators,
  pastJobId,
  teal,
  tealHead,
  threadByCode,
} from './world.ts';

/**
 * The demo's year before its last weeks, from the simulated shop's hidden model (simulators/year.ts). What is hidden, so that the answers of
 * Findings can be held against it: a quarter of break-model.ts's breaks; needles wear (shape 2.5; 65/9 last 260,000 stitches, 75/11 420,000, 80/12 titanium 700,000, the long eye 240,000);
 * metallic breaks four times as often and rayon 1.6 times; structured caps 1.8 times as often as other cloths; Heron's position 9 two and a half times as often
 * from day 150 on; and at position 5 a bad batch on days 100 to 108, fourteen times.
 */
export const hidden = {
  lifeShape: 2.5,
  lasts: { 65: 260_000, 75: 420_000, 80: 700_000, 90: 240_000 } as Record<number, number>,
  times: 0.25,
  capTimes: 1.8,
  frays: { position: 9, times: 2.5, from: 150, to: 1e6 },
  badBatch: { position: 5, times: 14, from: 100, to: 108 },
} as const;

/** Days before the demo's today on which the year begins, and on which it has ended: then the shop was shut for a week. */
const began = 365;
const ended = 30;

/** Jobs of the year by the demo's jobs they are like, and how many rounds of each in turn. */
const plans: {
  machine: Machine;
  head: [string, string][];
  like: [job: number, rounds: number][];
  rounds: number;
  /** Day by day in turn: what a speed does to breaks shows only where there are several. */
  speeds: number[];
  changeAt: number | null;
}[] = [
  {
    machine: heron,
    head: heronHead,
    rounds: 13,
    speeds: [780, 780, 680],
    changeAt: 320_000,
    like: [
      [4, 90],
      [0, 60],
      [1, 45],
      [3, 50],
      [2, 30],
      [6, 40],
    ],
  },
  {
    machine: teal,
    head: tealHead,
    rounds: 5,
    speeds: [840, 940, 840, 740],
    changeAt: 300_000,
    like: [
      [13, 40],
      [14, 30],
    ],
  },
];

/** A job of the year: `like` a job of the demo, for some rounds. */
export interface PastJob {
  id: string;
  like: number;
  /** How many of that kind came before it. */
  number: number;
  machine: Machine;
  rounds: number;
}

/** The year's entries of both machines, and the jobs they are of. The same for the same `now`, but for ids' times. */
export function demoYear(now: number): { entries: Entry[]; past: PastJob[] } {
  const past: PastJob[] = [];
  const entries = plans.flatMap((plan, index) => {
    const days = workingDays(now);
    const list: { job: YearJob; rounds: number }[] = [];
    const all = days.length * plan.rounds;
    for (let done = 0, turn = 0; done < all; turn++) {
      const [like, most] = plan.like[turn % plan.like.length]!;
      const rounds = Math.min(most, all - done);
      done += rounds;
      const id = pastJobId(past.length);
      past.push({
        id,
        like,
        machine: plan.machine,
        rounds,
        number: past.filter((job) => job.like === like).length + 1,
      });
      list.push({
        rounds,
        job: {
          id,
          stops: stopsOf(plan.head, like),
          times: /cap/.test(jobs[like]!.cloth) ? hidden.capTimes : 1,
        },
      });
    }
    const shop: YearShop = {
      ...{
        machineId: plan.machine.id,
        heads: plan.machine.heads,
        speeds: plan.speeds,
        roundsADay: plan.rounds,
        days,
        jobs: list,
      },
      times: hidden.times,
      ...{ lifeShape: hidden.lifeShape, changeAt: plan.changeAt, operatorIds: operators.map(({ id }) => id) },
      troubles: plan.machine === heron ? [hidden.frays, hidden.badBatch] : [],
      seats: plan.head.map(([code, label]) => {
        const thread = threadByCode(code);
        const spec = needle(label);
        return {
          ...{
            threadId: thread.id,
            fibre: thread.fibre,
            needle: spec,
            lasts: hidden.lasts[spec.sizeMetric]!,
          },
          eyeFill: eyeFit(spec, thread).fill.value,
        };
      }),
    };
    return [...yearOf(shop, chance(700 + index))];
  });
  return { entries, past };
}

/** When the year's working days begin, at seven hours before the time of day of `now`: Mondays to Fridays. */
function workingDays(now: number): number[] {
  return Array.from({ length: began - ended + 1 }, (_, index) => subDays(now, began - index))
    .filter((day) => ![0, 6].includes(day.getUTCDay()))
    .map((day) => day.getTime() - 7 * 3_600_000);
}

/** A job's stops where the head sews them all year: the first position with the thread. */
function stopsOf(head: readonly [string, string][], like: number): YearJob['stops'] {
  return jobs[like]!.stops.flatMap(([code, stitches], index) => {
    const position = 1 + head.findIndex(([thread]) => thread === code);
    return position > 0 ? [{ stop: index + 1, position, stitches }] : [];
  });
}
