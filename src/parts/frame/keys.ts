import type { ScreenName } from '../../schemas/frame-data.ts';

export interface KeyHelp {
  key: string;
  does: string;
}

const everywhere: readonly KeyHelp[] = [
  { key: '/', does: 'to the quick line' },
  { key: 'Esc', does: 'out of it, or closes what is open' },
  { key: '?', does: 'this list' },
];

/** Keys that only one screen hears. */
const onScreen: Partial<Record<ScreenName, readonly KeyHelp[]>> = {
  run: [{ key: 'Space', does: 'a piece is finished; while it stands: sewing again' }],
  head: [
    { key: '↑ ↓', does: 'on a job’s handle: earlier, later' },
    { key: 'Enter', does: 'on a thread: what it costs elsewhere' },
  ],
  bench: [
    { key: '← →', does: 'on a line of the photo: moves it' },
    { key: 'Enter', does: 'in a column’s widths: to the next one' },
  ],
};

/** The keys that a screen hears, its own first. */
export const keysOn = (screen: ScreenName): readonly KeyHelp[] => [
  ...(onScreen[screen] ?? []),
  ...everywhere,
];
