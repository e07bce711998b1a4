import type { Clue } from '../clue.ts';
import { before } from './before.ts';
import type { EvidenceInput } from './input.ts';
import { blockShare, caseReading, needleAge, needleFit, speed, threadAge } from './on-record.ts';
import { atPlace, onHeads, onPositions, onThread } from './where.ts';

/** Every kind of evidence that the ledger may hold. A new one is a function and a line here. */
const kinds: readonly ((input: EvidenceInput) => Clue[])[] = [
  onPositions,
  onHeads,
  onThread,
  atPlace,
  before,
  needleAge,
  needleFit,
  threadAge,
  caseReading,
  blockShare,
  speed,
];

/**
 * What the ledger says of a fault at one position, without asking: each piece with its number, and counting as much as its
 * data are many. Nothing is said where nothing is known.
 */
export const evidenceIn = (input: EvidenceInput): Clue[] => kinds.flatMap((kind) => kind(input));
