import { object } from '../core/shape/parts.ts';

const number = { type: 'number' } as const;
const place = { type: 'integer', minimum: 1 } as const;

/** GET /api/machines/{id}/watches: what each seat's breaks are held against (core/findings/change/watch.ts). */
export const watches = object({
  items: {
    type: 'array',
    items: object({
      ...{ head: place, position: place, perBreak: number, perStitch: number, limit: number },
      usual: { type: 'number', minimum: 0 },
    }),
  },
});
