import type { Clue } from '../clue.ts';
import { before } from './before.ts';
import { evidenceOf, type Evidence, type EvidenceInput } from './input.ts';
import { blockShare, caseReading, needleAge, needleFit, speed, threadAge } from './on-record.ts';
import { atPlace, onHeads, onPositions, onThread } from './where.ts';

/** Every kind of evidence that the ledger may hold. A new one is a function and a line here. */
const kinds: readonly ((evidence: Evidence) => Clue[])[] = [
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
export function evidenceIn(input: EvidenceInput): Clue[] {
  const evidence = evidenceOf(input);
  return kinds.flatMap((kind) => kind(evidence));
}
