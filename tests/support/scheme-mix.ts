import { defaultMinutes } from '../../src/engines/planner/problem/minutes.ts';
import type { PlanProblem } from '../../src/engines/planner/problem/problem.ts';
import type { JobInMix } from '../../src/core/plan/scheme/propose/mix.ts';

/** Stop by stop: its thread, stitches of a piece, needles with their penalties. */
type Stop = [thread: string, stitches: number, needles: Record<string, number>];
const request = ([thread, stitches, needles]: Stop, index: number) => ({
  thread,
  needles: Object.entries(needles).map(([needle, penalty]) => ({ needle, penalty })),
  stops: [index + 1],
  stitches,
});
const job = (id: string, ...stops: Stop[]) => ({
  id,
  name: `Job ${id}`,
  requests: stops.map(request),
  sewMinutes: 30,
  due: null,
});
const about = (
  id: string,
  pieces: number,
  garment: JobInMix['garment'],
  cloth: string,
  ...stops: [element: 'fill' | 'satin' | 'lettering' | 'foam', stitches: number][]
): JobInMix => ({
  id,
  pieces,
  cloth,
  ...(garment && { garment }),
  stops: stops.map(([element, stitches], index) => ({
    stop: index + 1,
    threadId: '',
    stitches,
    element,
    position: null,
  })),
});

/** A small week to lay a head out for, whose shares can be reckoned by hand: 10,400 stitches, 6,000 of them red on twill. */
export const smallWeek: { problem: PlanProblem; about: JobInMix[] } = {
  problem: {
    positions: [1, 2, 3, 4, 5].map((position) => ({
      position,
      now: [{ needle: '75/11 sharp', thread: 'red' }],
      use: 'free' as const,
      sewn: 0,
    })),
    jobs: [
      job(
        'twill',
        ['red', 3000, { '75/11 sharp': 0 }],
        ['gold', 1000, { '75/11 sharp': 0, '80/12 sharp': 1 }],
      ),
      job('canvas', ['red', 2000, { '80/12 sharp': 0, '75/11 sharp': 2 }]),
      job('names', ['fine', 400, { '65/9 sharp': 0 }]),
    ],
    classes: { red: 'weight 2', gold: 'weight 2', fine: 'weight 3', shine: 'metallic' },
    minutes: defaultMinutes,
  },
  about: [
    about('twill', 2, { cloth: 'twill' }, '', ['fill', 3000], ['satin', 1000]),
    about('canvas', 1, undefined, 'Canvas', ['fill', 2000]),
    about('names', 1, { cloth: 'canvas' }, '', ['lettering', 400]),
  ],
};
