import type { Schools } from '../advice/schools.ts';
import type { WhatIsSewn } from '../element/measures.ts';
import type { Garment } from '../garment/garment.ts';
import type { JobNow, Seat } from '../ledger/head-now.ts';
import type { Fibre } from '../thread/fibres.ts';

/** A stop of a job, as far as its seat depends on it. */
export interface StopToSeat extends WhatIsSewn {
  stop: number;
  threadId: string;
  /** Fixed by the operator in the job; null: not. */
  position: number | null;
}

export interface JobToSeat {
  /** Null: a job that is being written. */
  id: string | null;
  cloth: string;
  garment?: Garment | undefined;
  schools?: Partial<Schools> | null | undefined;
  stops: readonly StopToSeat[];
  /** Of a job that was begun and waits: where its last piece was sewn. */
  sewnAt?: SewnAt | undefined;
}

/** On which positions of a machine the stops of a piece were sewn. */
export interface SewnAt {
  machineId: string;
  stops: readonly { stop: number; position: number }[];
}

/** A seat of a kept plan: where the card says that stops of a job sew, and with which needle. */
export interface KeptSeat {
  job: string;
  stops: readonly number[];
  position: number;
  needle: string;
}

/** What a job is seated by. `seats`: of all heads. `machineId`: missing where no job is half sewn on it. */
export interface SeatingContext {
  machineId?: string;
  seats: readonly Pick<Seat, 'head' | 'position' | 'needle' | 'cone'>[];
  /** The job on the machine. */
  running: JobNow | null;
  plan: readonly KeptSeat[];
  threads: ReadonlyMap<string, { weightNo: number; tex: number; fibre: Fibre }>;
  schools: Partial<Schools>;
  /** Today in the operator's zone, yyyy-mm-dd: positions of one colour may take turns by the week. */
  today: string;
}
