import type { RunEvent } from '../../src/core/run/run-event.ts';
import { defaultNeedleLife } from '../../src/core/needle/life.ts';
import type { EvidenceInput } from '../../src/core/trace/evidence/input.ts';

const start = Date.parse('2026-11-20T08:00:00Z');
/** The instant so many minutes after a made-up ledger began. */
export const minute = (minutes: number) => new Date(start + minutes * 60_000).toISOString();

let count = 0;
/** An event of a made-up ledger, on head 1 where a position is told. */
export const told = (kind: string, minutes: number, data: object, position: number | null = null, more: object = {}): RunEvent =>
  ({
    ...{ id: `e${(count += 1)}`, kind, at: minute(minutes), head: position === null ? null : 1, position },
    ...{ jobId: 'job', operatorId: null, void: false, lostMs: null, data },
    ...more,
  }) as RunEvent; // prettier-ignore

/** A piece with so many stitches on each position. */
export const pieceTold = (minutes: number, stitches: Record<number, number>, speed = 800, heads = [1]) =>
  told('piece_finished', minutes, {
    ...{ heads, speed },
    stops: Object.entries(stitches).map(([position, each], index) => ({
      ...{ stop: index + 1, position: Number(position), stitches: each },
    })),
  });
export const brokeTold = (
  minutes: number,
  position: number,
  fault = 'shred',
  data: object = {},
  more: object = {},
) => told('break', minutes, { fault, ...data }, position, more);

/** What is asked of position 9 of head 1, with these events. */
export const asked = (events: RunEvent[], more: Partial<EvidenceInput> = {}): EvidenceInput => ({
  ...{ head: 1, position: 9, heads: 1, events, seats: [], needleLife: defaultNeedleLife, unfit: null },
  ...{ begunAt: null, now: minute(2000) },
  ...more,
});
