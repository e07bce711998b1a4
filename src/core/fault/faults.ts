import { keysOf } from '../base/keys.ts';

/** What is known of a kind of fault. */
interface FaultRecord {
  name: string;
  says: string;
  /** Where the search starts. */
  side: 'top' | 'bobbin' | 'needle';
  /** What the quick line takes for it; any unambiguous beginning of one will do. */
  words: readonly string[];
  /** The machine stopped with the thread whole: a stop, not counted as a break. */
  noBreak?: true;
  /** When they grow more frequent, the bobbin case is measured first. A bobbin that ran out says nothing of its tension. */
  asksForCase?: true;
}

/**
 * What stopped the machine, as operators name it. Common practice, no published source.
 */
export const faults = {
  snap: { name: 'Snap', says: 'clean snap', side: 'top', words: ['snap', 'clean'] },
  shred: { name: 'Shred', says: 'shred', side: 'top', words: ['shred', 'fray'] },
  false_stop: {
    name: 'False stop',
    says: 'false stop',
    side: 'top',
    words: ['false', 'sensor'],
    noBreak: true,
  },
  bobbin_out: {
    name: 'Bobbin out',
    says: 'bobbin run out',
    side: 'bobbin',
    words: ['bobbin out', 'bo', 'out', 'empty'],
  },
  bobbin_break: {
    name: 'Bobbin break',
    says: 'bobbin break',
    side: 'bobbin',
    words: ['bobbin break', 'bb'],
    asksForCase: true,
  },
  needle_broke: {
    name: 'Needle broke',
    says: 'needle broke',
    side: 'needle',
    words: ['needle', 'broke', 'needle broke', 'broken needle'],
  },
  loops: { name: 'Loops', says: 'loops on top', side: 'top', words: ['loops'], asksForCase: true },
  nest: { name: 'Nest', says: 'nest below', side: 'bobbin', words: ['nest', 'bird'], asksForCase: true },
  skipped: { name: 'Skipped', says: 'skipped stitches', side: 'needle', words: ['skipped'] },
} as const satisfies Record<string, FaultRecord>;

export type Fault = keyof typeof faults;
export const faultKeys = keysOf(faults);

/** What is known of a fault. */
export const faultOf = (fault: Fault): FaultRecord => faults[fault];

/** Whether it is counted as a break; one whose kind was not said is. */
export const countsAsBreak = (fault?: Fault | null): boolean => !fault || !faultOf(fault).noBreak;

/** Faults that are not counted as breaks, as a list in SQL. */
export const sqlNoBreaks = faultKeys
  .filter((fault) => !countsAsBreak(fault))
  .map((fault) => `'${fault}'`)
  .join(', ');

/** Whether it is a break that counts against its position: the bobbin's do not. One that was not told does. */
export const countsAgainstPosition = (fault?: Fault | null): boolean =>
  countsAsBreak(fault) && (!fault || faultOf(fault).side !== 'bobbin');

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
