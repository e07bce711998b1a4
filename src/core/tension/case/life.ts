import type { EntryData, KindWith } from '../../ledger/entry.ts';
import type { CaseStep } from './screw.ts';

/** One entry of a case's life, as far as it is about the case. */
export type EventOfCase = {
  [K in KindWith<'ofCase'>]: { kind: K; at: string; data: EntryData[K] };
}[KindWith<'ofCase'>];

/**
 * A case's history with one bobbin thread, for its screw. A reading with another thread or of a fallen case begins anew:
 * what came before says nothing of the grams now (the slope is another as well).
 */
export function stepsOf(life: readonly EventOfCase[], bobbinKindId: string | null): CaseStep[] {
  let steps: CaseStep[] = [];
  for (const one of life) {
    if (one.kind === 'case_dropped') steps = [];
    if (one.kind === 'case_measured') {
      if ((one.data.bobbinKindId ?? null) === bobbinKindId)
        steps.push({ is: 'reading', grams: one.data.grams });
    }
    // The screw turns the same spring whatever thread is in it.
    if (one.kind === 'screw_turned') steps.push({ is: 'turn', turns: one.data.turns });
  }
  return steps;
}
