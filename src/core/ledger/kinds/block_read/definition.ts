import { columnWidth, object, positionNo, uuidOrNull } from '../../../shape/parts.ts';
import { kindOfEntry } from '../kind.ts';

/** The underside of a test block, widths in mm. */
export const definition = kindOfEntry({
  name: 'Test block',
  where: 'machine',
  shape: object(
    {
      columns: {
        type: 'array',
        minItems: 1,
        maxItems: 24,
        items: object(
          {
            position: positionNo,
            left: columnWidth,
            bobbin: columnWidth,
            right: columnWidth,
            unevenness: { type: ['number', 'null'], minimum: 0, maximum: 1 },
            /** How far its share may be off, as the photo tells it: one standard deviation. */
            spread: { type: ['number', 'null'], minimum: 0, maximum: 0.5 },
            /** Edges moved by hand on the photo. */
            corrected: { type: 'boolean' },
          },
          ['unevenness', 'spread', 'corrected'],
        ),
      },
      caseId: uuidOrNull,
    },
    ['caseId'],
  ),
  flags: { ofCase: true },
  says: ({ data }) =>
    `test block read, ${data.columns.length} ${data.columns.length === 1 ? 'column' : 'columns'}`,
});
