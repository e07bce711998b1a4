import { keysOf } from '../base/keys.ts';
import type { Fault } from '../fault/faults.ts';

interface SeenRecord {
  /** On its button. */
  name: string;
  says: string;
  /** What the ledger calls it; left out: no break of the ledger says it. */
  fault?: Fault;
}

/** What the operator sees. Common practice, no published source. */
export const symptoms = {
  snap: { name: 'Snap', says: 'the top thread breaks clean', fault: 'snap' },
  shred: { name: 'Shred', says: 'the top thread frays, then parts', fault: 'shred' },
  false_stop: { name: 'False stop', says: 'the machine stops, the thread is whole', fault: 'false_stop' },
  loops: { name: 'Loops on top', says: 'loops or slack on top of the work', fault: 'loops' },
  bobbin_on_top: { name: 'Bobbin on top', says: 'bobbin thread shows on top' },
  little_bobbin: { name: 'Little bobbin below', says: 'the underside is nearly all top thread' },
  all_bobbin: { name: 'All bobbin below', says: 'the underside is nearly all bobbin' },
  nest: { name: 'Nest', says: 'a ball of thread below within the first stitches', fault: 'nest' },
  skip: { name: 'Skipped', says: 'stitches missing, or no start after a trim', fault: 'skipped' },
  needle_broke: { name: 'Needle broke', says: 'the needle broke', fault: 'needle_broke' },
  bobbin_break: { name: 'Bobbin break', says: 'the bobbin thread breaks', fault: 'bobbin_break' },
  uneven: { name: 'Uneven', says: 'good and bad along one column' },
  noise: { name: 'New sound', says: 'a new sound from below' },
  off_outline: { name: 'Off outline', says: 'parts of the design do not meet' },
  pucker: { name: 'Pucker', says: 'the cloth is drawn in' },
} as const satisfies Record<string, SeenRecord>;

export type Symptom = keyof typeof symptoms;
export const symptomKeys = keysOf(symptoms);
/** What is known of a symptom. */
export const symptomOf = (key: Symptom): SeenRecord => symptoms[key];

/** What the operator sees where the ledger has this fault; null: the fault asks for no trace (a bobbin that ran out). */
export const symptomOfFault = (fault: Fault): Symptom | null =>
  symptomKeys.find((key) => symptomOf(key).fault === fault) ?? null;
