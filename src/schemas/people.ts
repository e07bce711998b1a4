import { personRoles, roles, type Role } from '../core/people/roles.ts';
import type { DataOf } from '../core/shape/data-of.ts';
import { among, count, instant, object, page, text, uuid, uuidOrNull } from '../core/shape/parts.ts';

/** Who asks, as the server knows it. */
export interface Principal {
  role: Role;
  /** Null: nobody signed in. */
  person: { id: string; name: string } | null;
  /** Null: the computer itself, or what was not let in. */
  device: { id: string; name: string } | null;
  /** The only machine that it may write for; null: any. */
  machineId: string | null;
  sessionId: string | null;
  /** False: nothing was asked (the computer itself before sign-in is turned on, or --open): no entry says who wrote it but by its own name. */
  asked: boolean;
}

const name = text(1, 60);
/** A PIN or a password. Kept as argon2id; at least four characters, and not one repeated or a run of figures (server/people/tokens/secrets.ts). */
export const secret = text(4, 128);
const personRole = { enum: personRoles } as const;

export const person = object({
  id: uuid,
  name,
  role: personRole,
  canSignIn: { type: 'boolean' },
  active: { type: 'boolean' },
});
export type Person = DataOf<typeof person>;
export const people = object({ people: { type: 'array', items: person } });
export const personNew = object({ id: uuid, name, role: personRole, secret }, ['secret']);
export type PersonNew = DataOf<typeof personNew>;
export const personChange = object({ name, role: personRole, secret, active: { type: 'boolean' } }, [
  'name',
  'role',
  'secret',
  'active',
]);
export type PersonChange = DataOf<typeof personChange>;

export const ownerNew = object({ key: text(8, 100), name, secret });
export const signIn = object({ personId: uuid, secret: text(1, 128) });
/** One's own: the one that held until now, and what takes its place. */
export const ownSecret = object({ secret: text(1, 128), next: secret });
/** Who asks: what a page may show and offer. */
export const whoIsIt = object({
  role: among(roles),
  asked: { type: 'boolean' },
  person: { oneOf: [{ type: 'null' }, object({ id: uuid, name })] },
  device: { oneOf: [{ type: 'null' }, object({ id: uuid, name })] },
});

export const access = object({
  signIn: { type: 'boolean' },
  idleMinutes: { type: 'integer', minimum: 5, maximum: 720 },
  isOpen: { type: 'boolean' },
});
export type Access = DataOf<typeof access>;
export const accessChange = object(
  { signIn: access.properties.signIn, idleMinutes: access.properties.idleMinutes },
  ['signIn', 'idleMinutes'],
);

const deviceKind = { enum: ['tablet', 'display'] } as const;
export const device = object({
  id: uuid,
  name,
  kind: deviceKind,
  machineId: uuidOrNull,
  pairedAt: instant,
  seenAt: instant,
});
export type Device = DataOf<typeof device>;
export const devices = object({ devices: { type: 'array', items: device } });
export const deviceNew = object({ name, kind: deviceKind, machineId: uuidOrNull });
export type DeviceNew = DataOf<typeof deviceNew>;
export const deviceChange = object({ name, machineId: uuidOrNull }, ['name', 'machineId']);
/** The code in the clear: shown once, for ten minutes. */
export const pairingCode = object({ code: { type: 'string' }, endsAt: instant });
export const pairing = object({ code: text(4, 40) });
export const paired = object({ name, kind: deviceKind });

export const session = object({
  id: uuid,
  person: { type: 'string' },
  device: { type: ['string', 'null'] },
  beganAt: instant,
  seenAt: instant,
  isThis: { type: 'boolean' },
});
export type Session = DataOf<typeof session>;
export const sessions = object({ sessions: { type: 'array', items: session } });

const feedKind = { enum: ['feed', 'gauge'] } as const;
export const feedToken = object({ id: uuid, name, kind: feedKind, machineId: uuid, madeAt: instant });
export type FeedToken = DataOf<typeof feedToken>;
export const feedTokens = object({ tokens: { type: 'array', items: feedToken } });
export const feedTokenNew = object({ name, kind: feedKind, machineId: uuid });
export type FeedTokenNew = DataOf<typeof feedTokenNew>;
/** `token`: in the clear, this once. */
export const feedTokenMade = object({ ...feedToken.properties, token: { type: 'string' } });

/** One line of what was changed about people, devices and tokens. */
export const accessLine = object({
  seq: count,
  at: instant,
  by: { type: ['string', 'null'] },
  device: { type: ['string', 'null'] },
  what: { type: 'string' },
});
export type AccessLine = DataOf<typeof accessLine>;
export const accessLines = page(accessLine);
/** Who is signed in where a page was touched. */
export const hereNow = object({ person: uuidOrNull });
export const nothing = object({ ok: { const: true } });
