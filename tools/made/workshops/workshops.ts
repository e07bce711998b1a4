import { chance } from '../../../src/core/base/chance.ts';
import { calibrate } from '../../../src/core/tension/case/calibration.ts';
import { landedChance, type TurnOutcome } from '../../../src/core/tension/case/turn-outcomes.ts';
import { usualScrew, type ScrewPrior } from '../../../src/core/tension/case/belief/known-screw.ts';
import { pooledScrew } from '../../../src/core/tension/case/life.ts';
import { course, worlds, type Course, type World } from '../tension/cases.ts';

const most = 4;

/**
 * A workshop whose cases come to the bench one after the other: each is advised by what the screws of those before it showed, and its chances are
 * said by how theirs came out, as the Bench does it. The courses, in order.
 */
export function workshopOf(world: World, seed: number, cases: number): Course[] {
  const screws: ScrewPrior[] = [];
  const came: TurnOutcome[] = [];
  return Array.from({ length: cases }, (_, number) => {
    const made = worlds[world](chance((seed * 1000 + number) * 31 + 7));
    const { course: went, steps } = course(made, pooledScrew(screws), most, calibrate(came));
    // As the ledger is read: each case by itself.
    const showed = landedChance(steps, usualScrew);
    if (showed.screw) screws.push(showed.screw);
    came.push(...showed.came);
    return went;
  });
}
