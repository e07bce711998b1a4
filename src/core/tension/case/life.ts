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
  for (const event of life) {
    if (event.kind === 'case_dropped') steps = [];
    if (event.kind === 'case_measured') {
      if ((event.data.bobbinKindId ?? null) === bobbinKindId)
        steps.push({ is: 'reading', grams: event.data.grams });
    }
    // The screw turns the same spring whatever thread is in it.
    if (event.kind === 'screw_turned') steps.push({ is: 'turn', turns: event.data.turns });
  }
  return steps;
}
