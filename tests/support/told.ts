import type { EntryData, EntryKind } from '../../src/core/ledger/entry.ts';
import type { RunEvent } from '../../src/core/run/run-event.ts';

let made = 0;

/** The instant so many minutes after 8 o'clock of a day in June. */
export const at = (minute: number) => new Date(Date.UTC(2026, 5, 1, 8, minute)).toISOString();

/** An event with what a test of a run does not care about filled in. */
export function told<K extends EntryKind>(
  kind: K,
  minute: number,
  data: EntryData[K],
  more: Partial<RunEvent> = {},
): RunEvent {
  return {
    ...{ id: `e${++made}`, kind, at: at(minute), head: null, position: null, jobId: 'job', operatorId: null },
    ...{ void: false, lostMs: null, data },
    ...more,
  } as RunEvent;
}

/** One run of the design: each stop with its position and stitches. */
export const run = (
  minute: number,
  stops: [stop: number, position: number, stitches: number][],
  heads = [1],
) =>
  told('piece_finished', minute, {
    heads,
    speed: 800,
    stops: stops.map(([stop, position, stitches]) => ({ stop, position, stitches })),
  });

export const snapped = (minute: number, position: number, more: Partial<RunEvent> = {}) =>
  told('break', minute, { fault: 'snap' }, { head: 1, position, ...more });
