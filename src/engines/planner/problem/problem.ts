import { ownProperty } from '../../../core/base/own-property.ts';
import type { ChangeMinutes } from './minutes.ts';
import { UserError } from '../../../core/base/user-error.ts';
import { positionUses, type PositionUse } from './uses.ts';

/** What is on a position of one head: keys of needle and thread, null where there is none. */
export interface HeadState {
  needle: string | null;
  thread: string | null;
}

export interface PlanPosition {
  position: number;
  /** Each head's state now; the plan changes all heads alike. */
  now: readonly HeadState[];
  use: PositionUse;
  /** The block of the standing scheme that it is of: what its needle and its thread's weight class should be. Null needle or class: any. */
  block?: { needle: string | null; weight: string | null } | null;
  /** Stitches that this position has sewn: wear, to be levelled among equal plans. */
  sewn: number;
}

/** A needle that would do, with what it costs in minutes against the best one: paid once by each job that sits on it. */
export interface Acceptable {
  needle: string;
  penalty: number;
}

/** One thread that a job needs, with the stops it sews. */
export interface PlanRequest {
  thread: string;
  needles: readonly Acceptable[];
  stops: readonly number[];
  stitches: number;
  /** The operator wants it on this position. */
  at?: number | null;
  /** Its job is half sewn, and this position sewed it: of plans that cost the same, one that keeps it there. */
  sewnAt?: number | null;
}

export interface PlanJob {
  id: string;
  name: string;
  requests: readonly PlanRequest[];
  /** Minutes from its first stitch to its last, changes between jobs not counted. */
  sewMinutes: number;
  /** Minutes from the plan's beginning until it must be done; null: no matter when. */
  due: number | null;
}

export interface PlanProblem {
  positions: readonly PlanPosition[];
  jobs: readonly PlanJob[];
  /** Weight class of every thread: within one a new colour is tied on. */
  classes: Readonly<Record<string, string>>;
  minutes: ChangeMinutes;
  /** Minutes that it costs each job and position to break a block; none where it says nothing. Valid: 0 or more. */
  breaking?: number;
}

/** Whether a position may be planned at all: not out of order, nor kept for odd colours. */
export const isUsable = ({ use }: PlanPosition) => positionUses[use].usable;

/** Throws a Refusal that says what is wrong and what to do, for the first fault found. */
export function checkProblem({ positions, jobs, classes }: PlanProblem): void {
  if (positions.length === 0)
    throw new UserError('PlanNoPositions', 'This machine has no positions. Set the machine up first.');
  const seen = new Set<number>();
  for (const { position, now } of positions) {
    if (seen.has(position))
      throw new UserError('PlanDuplicatePosition', `Position ${position} is named twice. Name each once.`);
    seen.add(position);
    if (now.length === 0 || now.length !== positions[0]!.now.length)
      throw new UserError('PlanHeads', `Position ${position} must tell its state on every head.`);
  }
  const usable = new Map(positions.filter(isUsable).map((position) => [position.position, position]));
  if (jobs.length > 0 && usable.size === 0)
    throw new UserError(
      'PlanNothingUsable',
      'Every position is reserved or out of order. Release at least one.',
    );
  const ids = new Set<string>();
  for (const job of jobs) {
    if (ids.has(job.id))
      throw new UserError('PlanDuplicateJob', `${job.name} is in the list twice. Take one out.`);
    ids.add(job.id);
    if (job.requests.length === 0)
      throw new UserError(
        'PlanJobEmpty',
        `${job.name} has no thread. Give its stops a thread, or leave it out.`,
      );
    const wished = new Set<number>();
    for (const request of job.requests) {
      const stops = `stop ${request.stops.join(', ')} of ${job.name}`;
      if (request.needles.length === 0)
        throw new UserError('PlanNoNeedle', `No needle is acceptable for ${stops}. Allow at least one.`);
      if (ownProperty(classes, request.thread) === undefined)
        throw new UserError(
          'PlanThreadUnknown',
          `The thread of ${stops} is not in the stores. Choose another.`,
        );
      if (request.at === undefined || request.at === null) continue;
      if (wished.has(request.at))
        throw new UserError(
          'PlanDuplicatePin',
          `Two threads of ${job.name} are wished onto position ${request.at}. Move one of them.`,
        );
      wished.add(request.at);
      const place = usable.get(request.at);
      if (!place)
        throw new UserError(
          'PlanWishUnusable',
          `${stops} is wished onto position ${request.at}, which is not there, reserved or out of order. Release it or take the wish back.`,
        );
      if (place.use === 'pinned' && !place.now.every((state) => state.thread === request.thread))
        throw new UserError(
          'PlanWishPinned',
          `Position ${request.at} is pinned with another thread than ${stops} needs. Take the pin off or the wish back.`,
        );
      const stays = place.use !== 'free' ? place.now[0]!.needle : null;
      if (stays !== null && !request.needles.some((needle) => needle.needle === stays))
        throw new UserError(
          'PlanImpossibleLock',
          `Position ${request.at} keeps its ${stays}, which ${stops} cannot be sewn with. Unlock it or take the wish back.`,
        );
    }
  }
}
