import type { Seat } from '../../../core/ledger/head-now.ts';
import { mechanicalChecks } from '../../../core/trouble/mechanical-checks.ts';
import type { NeedleReason } from '../../../core/needle/reasons.ts';
import { readNeedleLabel } from '../../../core/needle/label.ts';
import type { LabelMeaning } from '../../../core/needle/letters.ts';
import { stepOf, type Step } from '../../../core/trouble/steps/index.ts';
import type { Written } from '../../../parts/live/machine-live.ts';
import type { Thread } from '../../../schemas/workshop.ts';
import type { Where } from './seat-facts.ts';

interface Booking {
  where: Where;
  seat: Seat | undefined;
  thread: Thread | undefined;
  /** The needle that the advice asks for, where the one here does not fit. */
  advised: string | null;
  letters: Readonly<Record<string, LabelMeaning>>;
  /** Whether a mechanical finding may be booked from here; else it stays a step of the trace. */
  mayMechanical: boolean;
}

const isMechanical = (step: Step): step is keyof typeof mechanicalChecks =>
  Object.hasOwn(mechanicalChecks, step);

/** What a step of a trace is in the ledger besides: a needle, a cone, a mechanical finding. Nothing for most. */
export function bookedWith(step: Step, answer: string, booking: Booking): Written[] {
  const { where, seat, thread, advised, letters, mayMechanical } = booking;
  if (isMechanical(step))
    return !mayMechanical
      ? []
      : [{ kind: 'mechanical_found', ...where, data: { check: step, finding: answer } }];
  const record = stepOf(step);
  if (record.kind !== 'repair') return [];
  const needle = advised ? readNeedleLabel(advised, letters).spec : seat?.needle?.spec;
  if (record.replaces === 'needle' && needle)
    return [{ kind: 'needle_fitted', ...where, data: { needle, reason: reasonOf(answer, advised) } }];
  if (record.replaces === 'thread' && thread)
    return [
      {
        kind: 'cone_mounted',
        ...where,
        data: { threadId: thread.id, coneId: null, fibre: thread.fibre },
      },
    ];
  return [];
}

/** A new needle that changed nothing says nothing against the old one. */
const reasonOf = (answer: string, advised: string | null): NeedleReason =>
  answer === 'same' ? 'other' : advised ? 'wrong_size' : 'worn';
