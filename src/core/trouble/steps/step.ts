import type { Basis } from '../../base/quantity.ts';
import type { Cause } from '../causes.ts';
import type { Part } from '../parts.ts';

export interface AnswerRecord {
  /** On its button. */
  name: string;
  /** The machine must not run after it until the parts in question are mended: why. */
  noSewing?: string;
}

interface StepBase {
  name: string;
  /** What to do, in one or two sentences. */
  says: string;
  /** Of the operator's time and the machine's, with threading and sewing that belong to it. From memory, to be learnt. */
  minutes: number;
  /** A cover has to come off. */
  isUnderCover?: true;
  /** The parts it is about: what it looks at, exchanges or mends. Drawn so. */
  parts: readonly Part[];
  basis: Basis;
}

/** Looking, pulling, gauging: nothing is changed, each answer has its chance with each cause. */
export interface LookRecord extends StepBase {
  kind: 'look';
  answers: Readonly<Record<string, AnswerRecord>>;
  /** With this cause, an answer's chance; what is left over is shared as in `otherwise`. */
  tells: Readonly<Partial<Record<Cause, Readonly<Record<string, number>>>>>;
  /** Chances of the answers with every cause that it cannot tell. They add up to 1. */
  otherwise: Readonly<Record<string, number>>;
}

/**
 * Sewing the same section with some parts exchanged for others believed good: it shows again unless its part was among them.
 * What it means for each cause follows from where the causes' parts sit.
 */
export interface SwapRecord extends StepBase {
  kind: 'swap';
  /** `position`: the position's own parts, all but what goes with the cone. */
  exchanges: readonly ('position' | 'cone' | 'piece' | 'design' | 'speed')[];
}

/** Mending: it is done, the same section is sewn again, and either it is over or it is not. */
export interface RepairRecord extends StepBase {
  kind: 'repair';
  /** The causes that it puts right, and how surely. */
  mends: Readonly<Partial<Record<Cause, number>>>;
  /** Not done before this look has told one of these answers: what is set must have been measured. */
  after?: { readonly look: string; readonly answers: readonly string[] }[];
  /** What is replaced for good, as the ledger books it. */
  replaces?: Part;
  /** Looks whose answers the hands get for nothing when this is done: the old needle is seen when it comes out. */
  shows?: readonly string[];
}

export type StepRecord = LookRecord | SwapRecord | RepairRecord;

/** Answers of every swap. */
export const swapAnswers = {
  well: { name: 'Sews well' },
  breaks: { name: 'Does it again' },
} as const satisfies Record<string, AnswerRecord>;

/** Answers of every repair. */
export const repairAnswers = {
  sews: { name: 'Sews again' },
  same: { name: 'No change' },
} as const satisfies Record<string, AnswerRecord>;
