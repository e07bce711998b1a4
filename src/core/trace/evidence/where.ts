import { seatAt } from '../../ledger/head-now.ts';
import { locations } from '../../trouble/locations.ts';
import type { Clue } from '../clue.ts';
import { percent, sewnBetween, sewnOnHead, whole, type Evidence } from './input.ts';
import { against, bySits, evenTimes, hitsOf, ownTimes } from './likelihood.ts';

/** Which positions of the head break, against what each of them sewed. */
export function onPositions(input: Evidence): Clue[] {
  const { from, now: to, breaks } = input;
  const all = breaks.filter(({ head, at }) => head === input.head && at > from);
  const hits = all.filter(({ position }) => position === input.position).length;
  const sewn = sewnOnHead(input, input.head, from, to);
  const share = sewnBetween(input, input.head, input.position, from, to) / sewn;
  if (!(share > 0) || share > 0.97 || all.length === 0) return [];
  const own = hitsOf(hits, all.length, share, ownTimes);
  const even = hitsOf(hits, all.length, share, evenTimes);
  return [
    {
      key: 'where:positions',
      says: `${hits} of ${all.length} breaks on position ${input.position}, which sewed ${percent(share)} of ${whole(sewn)} stitches`,
      weights: bySits((place) => (locations[place].isOwn ? against(own, even) : 1)),
    },
  ];
}

/** Which heads break at this position: all heads sew the same there. */
export function onHeads(input: Evidence): Clue[] {
  if (input.heads < 2) return [];
  const { from, now: to, breaks } = input;
  const all = breaks.filter(({ position, at }) => position === input.position && at > from);
  const hits = all.filter(({ head }) => head === input.head).length;
  if (all.length === 0) return [];
  const sewn = Array.from({ length: input.heads }, (_, index) =>
    sewnBetween(input, index + 1, input.position, from, to),
  );
  const share = sewn[input.head - 1]! / sewn.reduce((sum, each) => sum + each, 0);
  if (!(share > 0) || share > 0.97) return [];
  const one = hitsOf(hits, all.length, share, ownTimes);
  const even = hitsOf(hits, all.length, share, evenTimes);
  return [
    {
      key: 'where:heads',
      says: `${hits} of ${all.length} breaks of position ${input.position} on head ${input.head}, one of ${input.heads} heads that sew the same`,
      // What all heads share breaks them alike; a head's own parts, and its piece, do not.
      weights: bySits((place) => (place === 'design' || place === 'speed' ? against(even, one) : 1)),
    },
  ];
}

/** Whether the same thread breaks at the other positions that carry it. */
export function onThread(input: Evidence): Clue[] {
  const here = seatAt(input, input.head, input.position);
  const thread = here?.cone?.threadId;
  const others = input.seats.filter(
    (seat) => seat.cone?.threadId === thread && seat.head === input.head && seat.position !== input.position,
  );
  if (!thread || others.length === 0) return [];
  const { from, now: to, breaks } = input;
  const sum = (of: (seat: { head: number; position: number }) => number) =>
    others.reduce((total, seat) => total + of(seat), 0);
  const since = breaks.filter(({ at }) => at > from);
  const at = (head: number, position: number) =>
    since.filter((each) => each.head === head && each.position === position).length;
  const there = sum(({ head, position }) => at(head, position));
  const hits = at(input.head, input.position);
  const sewnThere = sum(({ head, position }) => sewnBetween(input, head, position, from, to));
  const sewnHere = sewnBetween(input, input.head, input.position, from, to);
  const share = sewnHere / (sewnHere + sewnThere);
  if (!(share > 0) || share > 0.97 || hits + there === 0) return [];
  const own = hitsOf(hits, hits + there, share, ownTimes);
  const even = hitsOf(hits, hits + there, share, evenTimes);
  return [
    {
      key: 'where:thread',
      says: `The same thread on position ${others.map(({ position }) => position).join(', ')}: ${there} ${there === 1 ? 'break' : 'breaks'} in ${whole(sewnThere)} stitches, ${hits} in ${whole(sewnHere)} here`,
      weights: bySits((place) => (place === 'position' ? against(own, even) : 1)),
    },
  ];
}

/** Breaks this near to each other in the design count as one place, stitches. From memory. */
const samePlace = 150;

/** Whether they sit at one place of the design. */
export function atPlace(input: Evidence): Clue[] {
  const { from, breaks } = input;
  const known = breaks.flatMap((event) =>
    event.head === input.head && event.at > from && event.data.stitch !== undefined
      ? [{ jobId: event.jobId, stitch: event.data.stitch, position: event.position }]
      : [],
  );
  if (known.length < 2) return [];
  const near = (of: (typeof known)[number]) =>
    known.filter(({ jobId, stitch }) => jobId === of.jobId && Math.abs(stitch - of.stitch) <= samePlace);
  const best = known.map(near).sort((a, b) => b.length - a.length)[0]!;
  const hits = best.length;
  // By chance a second one falls this near with the place's share of a design of 12,000 stitches.
  const share = Math.min(0.5, (2 * samePlace) / 12_000);
  const one = hitsOf(hits - 1, known.length - 1, share, [20, 60]);
  const even = hitsOf(hits - 1, known.length - 1, share, [1, 3]);
  const positions = new Set(best.map(({ position }) => position)).size;
  return [
    {
      key: 'where:place',
      says: `${hits} of ${known.length} breaks within ${2 * samePlace} stitches of one place, near stitch ${whole(best[0]!.stitch)}${positions > 1 ? `, on ${positions} positions` : ''}`,
      weights: bySits((place, cause) =>
        place === 'design' || cause === 'seam'
          ? against(one, even)
          : place === 'piece'
            ? against(one + even, 2 * even)
            : 1,
      ),
    },
  ];
}
