import type { EventOfCase } from './life.ts';

const dayMs = 86_400_000;

/**
 * Paired readings in a case's life, oldest first: one at the case gauge and one through the needle plate, one after the
 * other within a day, with the same bobbin thread and the screw untouched between them. From these a machine's friction
 * on the plate is learnt. A pair in which the plate does not read more than the case is a slip and left out.
 */
export function platePairs(life: readonly EventOfCase[]): { caseGrams: number; plateGrams: number }[] {
  return life.flatMap((event, index) => {
    const before = life[index - 1];
    if (event.kind !== 'case_measured' || before?.kind !== 'case_measured') return [];
    if (Date.parse(event.at) - Date.parse(before.at) > dayMs) return [];
    if ((event.data.bobbinKindId ?? null) !== (before.data.bobbinKindId ?? null)) return [];
    const both = [event.data, before.data];
    const atCase = both.find((data) => data.by === 'case-gauge');
    const atPlate = both.find((data) => data.by === 'plate' && data.plateGrams !== undefined);
    if (!atCase || !atPlate || atPlate.plateGrams! <= atCase.grams) return [];
    return [{ caseGrams: atCase.grams, plateGrams: atPlate.plateGrams! }];
  });
}
