import { caseText } from '../../gauge/case-text.ts';
import { UserError } from '../../base/user-error.ts';
import type { QuickSeat } from './quick-seats.ts';
import { log, type Draft, type QuickContext, type Understood } from './quick-understood.ts';

/** `g 27`: the case in the head; `g B 27`: another. */
export function readGauge(rest: string, _seats: readonly QuickSeat[], context: QuickContext): Understood {
  const [, named, reading] = /^(?:(.*?\S)\s+)?([\d.,]+)\s*(?:g(?:rams?)?)?$/i.exec(rest) ?? [];
  const grams = Number(reading?.replace(',', '.'));
  if (!reading || !Number.isFinite(grams) || grams <= 0 || grams > 200) {
    throw new UserError(
      'QuickLineGauge',
      'A gauge reading is a number of grams between 1 and 200, like g 27.',
    );
  }
  const read = named
    ? caseNamed(named, context)
    : (context.cases ?? []).find(({ id }) => id === context.caseId);
  return log(
    `${read ? caseText(read.name) : 'Bobbin case'} reads ${grams} g`,
    { kind: 'case_measured', data: { grams, ...(read && { caseId: read.id }) } },
    [],
  );
}

/** `case B`: it is in the head; `case out`: none is. */
export function readCase(rest: string, _seats: readonly QuickSeat[], context: QuickContext): Understood {
  if (/^out$/i.test(rest))
    return ofHead('The bobbin case is out', { kind: 'case_fitted', data: { caseId: null } }, context);
  const put = caseNamed(rest, context);
  return ofHead(`${caseText(put.name)} is in`, { kind: 'case_fitted', data: { caseId: put.id } }, context);
}

/** About the head that is meant, on no position. */
const ofHead = (
  says: string,
  draft: Omit<Draft, 'head' | 'position'>,
  { head, heads }: QuickContext,
): Understood => ({
  ...{ does: 'log', says: heads > 1 ? `${says}, head ${head}` : says, at: [] },
  draft: { ...draft, head, position: null },
});

function caseNamed(name: string, { cases = [] }: QuickContext) {
  const inUse = cases.filter(({ retired }) => !retired);
  const wanted = name
    .trim()
    .replace(/^case\s+/i, '')
    .toLowerCase();
  const found = inUse.find((each) => each.name.toLowerCase().replace(/^case\s+/, '') === wanted);
  if (found) return found;
  throw new UserError(
    'QuickLineCaseUnknown',
    inUse.length > 0
      ? `There is no case “${name}”. The cases are ${inUse.map((each) => each.name).join(', ')}.`
      : 'No bobbin case has a name yet. Name them under Stores.',
  );
}
