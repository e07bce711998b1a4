import { among, object } from '../../../shape/parts.ts';
import { looks } from '../../../trouble/steps/looks.ts';
import { answerKeys, answersOf } from '../../../trouble/steps/index.ts';
import { kindOfEntry } from '../kind.ts';

/** The checks with the power off, by the look that makes them. */
export const mechanicalChecks = {
  needle_depth: looks.needle_depth,
  foot_height: looks.foot_height,
  centre_hole: looks.centre_hole,
  hook_play: looks.hook_play,
} as const;

export type MechanicalCheck = keyof typeof mechanicalChecks;

/** What a mechanical check found. Position: of the bar or foot; none for what the head shares. */
export const definition = kindOfEntry({
  name: 'Mechanical check',
  where: 'either',
  shape: object(
    {
      check: among(mechanicalChecks),
      finding: { enum: answerKeys },
      mm: { type: 'number', minimum: -20, maximum: 20 },
    },
    ['mm'],
  ),
  flags: { story: 'others', onRecord: true },
  says: ({ data }) =>
    `${mechanicalChecks[data.check].name.toLowerCase()}: ${answersOf(data.check)[data.finding]?.name.toLowerCase() ?? data.finding}${data.mm === undefined ? '' : `, ${data.mm} mm`}`,
});
