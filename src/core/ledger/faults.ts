/**
 * What stopped the machine, as operators name it. `side` is where the search starts; `words` are what the
 * quick line takes (any unambiguous beginning of one will do). Common practice, no published source.
 */
export const faults = {
  snap: { name: 'Snap', says: 'clean snap', side: 'top', words: ['snap', 'clean'] },
  shred: { name: 'Shred', says: 'shred', side: 'top', words: ['shred', 'fray'] },
  false_stop: { name: 'False stop', says: 'false stop', side: 'top', words: ['false', 'sensor'] },
  bobbin_out: {
    name: 'Bobbin out',
    says: 'bobbin run out',
    side: 'bobbin',
    words: ['bobbin out', 'bo', 'out', 'empty'],
  },
  bobbin_break: { name: 'Bobbin break', says: 'bobbin break', side: 'bobbin', words: ['bobbin break', 'bb'] },
  needle_broke: { name: 'Needle broke', says: 'needle broke', side: 'needle', words: ['needle', 'broke'] },
  loops: { name: 'Loops', says: 'loops on top', side: 'top', words: ['loops'] },
  nest: { name: 'Nest', says: 'nest below', side: 'bobbin', words: ['nest', 'bird'] },
  skipped: { name: 'Skipped', says: 'skipped stitches', side: 'needle', words: ['skipped'] },
} as const satisfies Record<
  string,
  { name: string; says: string; side: 'top' | 'bobbin' | 'needle'; words: readonly string[] }
>;

export type Fault = keyof typeof faults;
export const faultKeys = Object.keys(faults) as Fault[];

/** The fault a word means, or null when it means none or could mean several ("s": snap, shred, skipped). */
export function faultFromWord(text: string): Fault | null {
  const wanted = text.trim().toLowerCase();
  if (!wanted) return null;
  const matching = (fits: (word: string) => boolean) =>
    faultKeys.filter((key) => faults[key].words.some(fits));
  const exact = matching((word) => word === wanted);
  if (exact.length === 1) return exact[0]!;
  const begins = matching((word) => word.startsWith(wanted));
  return begins.length === 1 ? begins[0]! : null;
}
