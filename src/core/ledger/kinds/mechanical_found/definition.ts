import { among, keyIn, object } from '../../../shape/parts.ts';
import { findingText, mechanicalChecks } from '../../../trouble/mechanical-checks.ts';
import { kindOfEntry } from '../kind.ts';

/** What a mechanical check found. Position: of the bar or foot; none for what the head shares. */
export const definition = kindOfEntry({
  name: 'Mechanical check',
  where: 'either',
  shape: object(
    {
      check: among(mechanicalChecks),
      finding: keyIn('answers'),
      mm: { type: 'number', minimum: -20, maximum: 20 },
    },
    ['mm'],
  ),
  flags: { needs: 'mechanical', story: 'others', onRecord: true, alters: true },
  says: ({ data }) =>
    `${mechanicalChecks[data.check].name.toLowerCase()}: ${findingText(data.check, data.finding)}${data.mm === undefined ? '' : `, ${data.mm} mm`}`,
});
