import type { DataOf } from '../../core/shape/data-of.ts';
import { instantOrNull, object, uuid } from '../../core/shape/parts.ts';

/** GET /api/machines/now: every machine at one glance. */
export const machinesNow = object({
  machines: {
    type: 'array',
    items: object({
      id: uuid,
      slug: { type: 'string' },
      name: { type: 'string' },
      job: { type: ['string', 'null'] },
      pieces: { type: 'integer' },
      of: { type: 'integer' },
      /** Since when it stands in a stop or break; null: it does not. */
      stoppedAt: instantOrNull,
      held: { type: 'integer' },
    }),
  },
});
export type MachinesNow = DataOf<typeof machinesNow>;
