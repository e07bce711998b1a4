import { keysOf } from '../base/keys.ts';
import type { Right } from './rights.ts';

const watching = ['anyone', 'board'] as const;
const unnamed = [...watching, 'read', 'compute', 'logUnnamed', 'correctOwn'] as const;
const operating = [...unnamed, 'log', 'gauge', 'ownSecret'] as const;
const technical = [
  ...operating,
  'correctOthers',
  'mechanical',
  'release',
  'plan',
  'stores',
  'machines',
] as const;

interface RoleShape {
  name: string;
  /** What it may, in a sentence for whoever gives it. */
  says: string;
  rights: readonly Right[];
}

/** Everyone who asks is one of these; what is not among his rights he may not. */
export const roles = {
  owner: {
    name: 'Owner',
    says: 'everything, people and devices too',
    rights: [...technical, 'feed', 'people', 'metrics', 'everything'],
  },
  technician: {
    name: 'Technician',
    says: 'stores, plans, machines, mechanical checks, releases holds, corrects others',
    rights: technical,
  },
  operator: {
    name: 'Operator',
    says: 'logs, traces, ticks, corrects own entries of the last 12 hours',
    rights: operating,
  },
  tablet: {
    name: 'Tablet, nobody signed in',
    says: 'reads, and logs what happens at the machine in its own name',
    rights: unnamed,
  },
  display: { name: 'Display', says: 'shows the board', rights: watching },
  feed: { name: 'Machine’s feed', says: 'tells what its machine does', rights: ['anyone', 'feed'] },
  gauge: { name: 'Gauge', says: 'tells its pulls', rights: ['anyone', 'gauge'] },
  nobody: { name: 'Not let in', says: 'nothing', rights: ['anyone'] },
} as const satisfies Readonly<Record<string, RoleShape>>;
export type Role = keyof typeof roles;
export const roleKeys = keysOf(roles);

/** Roles that a person can have. */
export const personRoles = ['owner', 'technician', 'operator'] as const;
export type PersonRole = (typeof personRoles)[number];

/** The least length of a PIN or password, signs. Four figures are 10,000 PINs, and more than a break hangs on the other two roles. */
export const leastSigns = { owner: 6, technician: 6, operator: 4 } as const satisfies Record<
  PersonRole,
  number
>;

/** The rights of a role, for pages that offer only what may be done; null: of who was not asked, and may do everything. */
export const rightsOf = (role: Role, asked: boolean): readonly Right[] | null =>
  asked ? roles[role].rights : null;

/** Whether this role has this right: the one table that endpoints and screens go by. */
export const may = (role: Role, right: Right): boolean =>
  (roles[role].rights as readonly Right[]).includes(right);
