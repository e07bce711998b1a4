import type { CheckMark } from './item.ts';
import type { CheckRequest } from './request.ts';
import type { Rising } from './rising.ts';
import type { MechanicalFacts } from './mechanical.ts';

/** What the ledger tells the Check list beyond the head. Instants are ISO 8601. */
export interface CheckFacts {
  dayStart: string;
  /** "head:position" of every seat that sewed yesterday or today. */
  sewedLately: string[];
  /** When the needle bars were last oiled, and the time sewn since, ms. */
  oil: { barsAt: string | null; sewnMsSinceBars: number };
  /** When a bobbin case was last measured at this machine, and why it should be again. */
  caseAt: string | null;
  /** Names of the cases that are in its heads; empty: nobody said which. */
  casesIn: string[];
  caseDue: string[];
  breaksRose: string | null;
  /** Seats that break more often than they used to. */
  rising: Rising[];
  /** What somebody asked to have looked at and nobody has said done before today. */
  asked: CheckRequest[];
  /** The checks with the power off, and the last impact. */
  mechanical: MechanicalFacts;
  /** Marks of today and of the job that is on the machine; `id`: the entry. */
  marks: (CheckMark & { id: string })[];
}
