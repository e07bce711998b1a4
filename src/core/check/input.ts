import type { Schools } from '../advice/schools.ts';
import type { Garment } from '../garment/garment.ts';
import type { JobNow, Seat } from '../ledger/head-now.ts';
import type { KeptSeat, SewnAt, StopToSeat } from '../seating/context.ts';
import type { NeedleLife } from '../needle/life.ts';
import type { Fibre } from '../thread/fibres.ts';
import type { MechanicalFacts } from './mechanical.ts';
import type { CheckRequest } from './request.ts';
import type { Rising } from './rising.ts';
import type { Upkeep } from './upkeep.ts';

export interface CheckThread {
  id: string;
  name: string;
  weightNo: number;
  tex: number;
  fibre: Fibre;
}

/** All that the list is derived from. Instants are ISO 8601. */
export interface CheckInput {
  now: string;
  machineId?: string;
  seats: readonly Seat[];
  needleLife: NeedleLife;
  upkeep: Upkeep;
  schools: Schools;
  job: {
    /** Null: not on record yet. */
    id: string | null;
    cloth: string;
    garment?: Garment | undefined;
    schools?: Partial<Schools> | null | undefined;
    stops: readonly (StopToSeat & { stitches: number })[];
    sewnAt?: SewnAt | undefined;
  } | null;
  /** The job on the machine, and the kept plan: where stops sew follows from them. */
  running: JobNow | null;
  plan: readonly KeptSeat[];
  /** Today in the operator's zone, yyyy-mm-dd. */
  today: string;
  threads: ReadonlyMap<string, CheckThread>;
  /** "head:position" of every seat that sewed yesterday or today. */
  sewedLately: ReadonlySet<string>;
  /** Last oiling of hook and bars, and what was sewn since the bars had theirs. */
  oil: { barsAt: string | null; sewnMsSinceBars: number };
  /** Why the bobbin case should be measured, in the operator's words; empty: nothing asks for it. */
  caseDue: readonly string[];
  /** Names of the cases in the heads; empty: nobody said which. */
  casesIn?: readonly string[];
  mechanical: MechanicalFacts;
  /** Mechanical checks are made every so many months; null: the profile does not say. */
  checkMonths: number | null;
  /** Breaks on the bobbin's side have risen, in words; null: they have not. */
  breaksRose: string | null;
  /** Seats that break more often than they used to. */
  rising: readonly Rising[];
  /** What somebody asked to have looked at. */
  asked: readonly CheckRequest[];
}
