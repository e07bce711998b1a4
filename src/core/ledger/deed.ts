import { needleText, type NeedleSpec } from '../needle/label.ts';
import type { NeedleReason } from '../needle/reasons.ts';
import type { EntryData } from './entry.ts';

/** What an advice says should be done, as exact as it names it: the button, the form behind it and the entry are all made of this. */
export type Deed =
  /** `needle` null: which one is not known. */
  | { does: 'needle'; position: number; heads: number[]; needle: NeedleSpec | null; reason: NeedleReason }
  /** `position` null: which one is still to be found. */
  | { does: 'cone'; position: number | null; heads: number[]; threadId: string }
  | { does: 'case' }
  | { does: 'trace'; head: number; position: number };

/** What a button that leads to it says. */
export function deedText(deed: Deed, thread: (id: string) => string): string {
  switch (deed.does) {
    case 'needle':
      return deed.needle ? `Fit ${needleText(deed.needle)}` : 'Fit a needle';
    case 'cone':
      return `Mount ${thread(deed.threadId)}`;
    case 'case':
      return 'Measure the case';
    case 'trace':
      return 'Why does it break?';
  }
}

/** Where it is done: a page of the machine, its form filled in with what the deed names. */
export function deedPath(deed: Deed): string {
  const seat = (position: number, heads: readonly number[], more: Record<string, string>) =>
    `head?${new URLSearchParams({ position: String(position), head: String(heads[0] ?? 1), ...more }).toString()}`;
  switch (deed.does) {
    case 'needle':
      return seat(deed.position, deed.heads, {
        fit: deed.needle ? needleText(deed.needle) : '',
        reason: deed.reason,
      });
    case 'cone':
      return deed.position === null ? 'head' : seat(deed.position, deed.heads, { mount: deed.threadId });
    case 'case':
      return 'bench';
    case 'trace':
      return `trace?head=${deed.head}&position=${deed.position}`;
  }
}

/** A needle that was fitted as the deed names it, as entries: one for each head. */
export const needleEntries = (
  { position, heads, reason }: Extract<Deed, { does: 'needle' }>,
  needle: NeedleSpec,
): {
  kind: 'needle_fitted';
  head: number;
  position: number;
  data: EntryData['needle_fitted'];
}[] => heads.map((head) => ({ kind: 'needle_fitted', head, position, data: { needle, reason } }));
