import { caseText } from '../gauge/case-text.ts';
import { placesOf } from '../seating/seating.ts';
import type { CheckInput } from './input.ts';
import type { CheckItem } from './item.ts';
import { forJob } from './for-job.ts';
import { mechanicalDue } from './mechanical.ts';
import { needles } from './needles.ts';
import { requestedItems } from './request.ts';
import { barsDue } from './upkeep.ts';

/**
 * The list that this machine needs today before this job. Derived, not a form: an item is there only when something asks
 * for it, and says what. Rules are common practice, no published source, but where a function named here says otherwise.
 */
export function deriveChecks(input: CheckInput): CheckItem[] {
  const places = input.job ? placesOf(input.job, input) : [];
  const used = [...new Set(places.filter((place): place is number => place !== null))].sort((a, b) => a - b);
  return [
    ...withoutCone(input, places),
    ...restedThreads(input, used),
    ...bobbin(input),
    ...needles(input, used, places),
    ...oil(input),
    ...mechanicalDue(input.mechanical, { everyMonths: input.checkMonths, now: input.now }),
    ...forJob(input),
    ...requestedItems(input.asked),
    ...rising(input),
  ];
}

/** A stop whose thread is on no cone: known before the first stitch, not at it. */
function withoutCone({ job, threads }: CheckInput, places: readonly (number | null)[]): CheckItem[] {
  return (job?.stops ?? []).flatMap(({ stop, threadId }, index) =>
    places[index] === null
      ? [
          {
            key: `no-cone:${stop}`,
            group: 'job' as const,
            scope: 'job' as const,
            says: `Stop ${stop}: mount ${threads.get(threadId)?.name ?? 'its thread'}`,
            why: 'The job sews with it, and it is on no cone of this head.',
            how: 'The Head screen says where it costs least.',
            position: null,
            deed: { does: 'cone' as const, position: null, heads: [], threadId },
          },
        ]
      : [],
  );
}

/** A thread that did not sew yesterday may have slipped from a disc or dried: seconds each, and it saves the stop. */
function restedThreads({ seats, threads, sewedLately }: CheckInput, used: readonly number[]): CheckItem[] {
  return used.flatMap((position) => {
    const here = seats.filter((seat) => seat.position === position && seat.cone);
    const rested = here.filter((seat) => !sewedLately.has(`${seat.head}:${position}`));
    if (rested.length === 0) return [];
    const name = threads.get(rested[0]!.cone!.threadId)?.name ?? 'its thread';
    const heads = rested.length < here.length ? `, head ${rested.map((seat) => seat.head).join(', ')}` : '';
    return [
      {
        key: `thread:${position}`,
        group: 'threads' as const,
        scope: 'day' as const,
        says: `Position ${position}${heads}: ${name}`,
        why: 'This job uses it, and it did not sew yesterday.',
        how: 'Pull it down through the eye: steady resistance? Does the sensor wheel turn? Lift each tension disc: looser; let it drop: tighter.',
        position,
      },
    ];
  });
}

/** A seat that breaks more often than it used to: found out before the job, not in its middle. */
const rising = ({ rising: seats, seats: all }: CheckInput): CheckItem[] =>
  seats.map(({ head, position, why }) => ({
    key: `rising:${head}:${position}`,
    group: 'watch',
    scope: 'day',
    says: `Position ${position}${all.some((seat) => seat.head > 1) ? `, head ${head}` : ''}: find out why it breaks`,
    why,
    how: 'Trace, under Run, takes it from here; Findings says on which day it changed.',
    position,
    deed: { does: 'trace', head, position },
  }));

function bobbin({ caseDue, casesIn = [], breaksRose }: CheckInput): CheckItem[] {
  const loaded: CheckItem = {
    key: 'case-loaded',
    group: 'bobbin',
    scope: 'day',
    says: 'Bobbin case loaded right, holds its own weight, clicked in',
    why: 'Every day, before the first stitch.',
    how: null,
    position: null,
  };
  const reasons = [...caseDue.map((reason) => `The case: ${reason}.`), ...(breaksRose ? [breaksRose] : [])];
  if (reasons.length === 0) return [loaded];
  return [
    {
      ...loaded,
      key: 'case-measured',
      says: `Measure ${casesIn.length === 1 ? caseText(casesIn[0]!) : 'the bobbin case'} at the gauge`,
      why: reasons.join(' '),
      how: 'On the Bench: pull, read, turn the screw only if the dial says so.',
      deed: { does: 'case' },
    },
    loaded,
  ];
}

function oil({ oil: { barsAt, sewnMsSinceBars }, upkeep, now }: CheckInput): CheckItem[] {
  const item = (key: string, says: string, why: string, how: string | null): CheckItem => ({
    key,
    group: 'oil',
    scope: 'day',
    says,
    why,
    how,
    position: null,
  });
  const bars = barsDue(upkeep, { last: barsAt, sewnMs: sewnMsSinceBars, now });
  return [
    item(
      'oil-hook',
      'Oil the hook: one drop',
      'Every session.',
      'Machine stopped; lint out first; then sew a scrap before good cloth.',
    ),
    ...(bars
      ? [
          item(
            'oil-bars',
            'Oil the needle bars',
            bars,
            'As the machine’s manual shows; wipe what is too much.',
          ),
        ]
      : []),
    item(
      'tails',
      'No loose thread tails hanging; lint brushed off',
      'Every day: a tail sewn in starts a nest.',
      null,
    ),
  ];
}
