import { millisecondsInDay } from 'date-fns/constants';
import type { EventOfCase } from './life.ts';
import { leastRatio } from './belief/scale.ts';

/**
 * Paired readings in a case's life, oldest first: one at the case gauge and one through the needle plate, one after the
 * other within a day, with the same bobbin thread and the screw untouched between them; each reading in one pair at most. From these a
 * machine's friction on the plate is learnt. A plate reading far below the case's is a slip and left out; one a little
 * below is the gauge's error, and counts.
 */
export function platePairs(life: readonly EventOfCase[]): { caseGrams: number; plateGrams: number }[] {
  const pairs: { caseGrams: number; plateGrams: number }[] = [];
  let isUsed = false;
  life.forEach((event, index) => {
    const before = life[index - 1];
    const pair = !isUsed && before ? pairOf(before, event) : null;
    if (pair) pairs.push(pair);
    isUsed = pair !== null;
  });
  return pairs;
}

function pairOf(before: EventOfCase, event: EventOfCase): { caseGrams: number; plateGrams: number } | null {
  if (event.kind !== 'case_measured' || before.kind !== 'case_measured') return null;
  if (Date.parse(event.at) - Date.parse(before.at) > millisecondsInDay) return null;
  if ((event.data.bobbinKindId ?? null) !== (before.data.bobbinKindId ?? null)) return null;
  const both = [event.data, before.data];
  const atCase = both.find((data) => data.by === 'case-gauge');
  const plateGrams = both.find((data) => data.by === 'plate')?.plateGrams;
  if (!atCase || plateGrams === undefined || plateGrams <= leastRatio * atCase.grams) return null;
  return { caseGrams: atCase.grams, plateGrams };
}
