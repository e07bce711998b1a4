import { blockUses } from '../../core/plan/blocks/scheme.ts';
import { weightClassKeys } from '../../core/plan/blocks/weight-classes.ts';
import type { DataOf } from '../../core/shape/data-of.ts';
import {
  among,
  dayOrNull,
  instant,
  object,
  page,
  paging,
  positionNo,
  text,
  uuid,
  uuidOrNull,
} from '../../core/shape/parts.ts';

const blocks = {
  type: 'array',
  maxItems: 24,
  items: object({
    name: text(1, 60),
    use: among(blockUses),
    from: positionNo,
    to: positionNo,
    needle: { type: ['string', 'null'], maxLength: 80 },
    weight: { enum: [...weightClassKeys, null] },
    threads: { type: 'array', minItems: 1, maxItems: 24, items: uuidOrNull },
    reason: text(0, 600),
  }),
} as const;
const said = {
  name: text(1, 80),
  blocks,
  /** Minutes that breaking a block costs each job and position. */
  price: { type: 'number', minimum: 0, maximum: 240 },
  /** Weeks after which blocks trade ends. */
  tradeWeeks: { type: 'integer', minimum: 1, maximum: 52 },
  /** The machine is kept to this scheme since then; null: it is not. One that is put in force takes another's place. */
  since: dayOrNull,
  operatorId: uuidOrNull,
} as const;
export const schemeNew = object({ id: uuid, machineId: uuid, ...said }, ['operatorId']);
/** PUT: `version` is the one that was read, so that two people do not overwrite each other. */
export const schemeChange = object({ ...said, version: { type: 'integer', minimum: 1 } }, ['operatorId']);
export const scheme = object({
  id: uuid,
  machineId: uuid,
  ...said,
  version: { type: 'integer' },
  changedAt: instant,
});
export const schemes = page(scheme);
export const schemesQuery = object({ ...paging, machine: uuid }, ['limit', 'after']);
export const schemeGone = object({ id: uuid });
export type SavedScheme = DataOf<typeof scheme>;
export type SavedSchemeNew = DataOf<typeof schemeNew>;
export type SavedSchemeChange = DataOf<typeof schemeChange>;
