import type { Seat } from '../../core/ledger/head-now.ts';
import { needleText } from '../../core/needle/label.ts';
import type { Thread } from '../../schemas/workshop.ts';
import { wornText } from './Wear.tsx';

/** The whole seat in words, for ears. */
export function seatLabel(seat: Seat, thread: Thread | null, worn: number | null | undefined): string {
  const needle = seat.needle
    ? `needle ${needleText(seat.needle.spec)}, ${wornText(worn ?? null)}`
    : 'no needle';
  return `Position ${seat.position}: ${thread ? `${thread.name}, ${thread.weightNo} wt` : 'no thread'}; ${needle}`;
}
