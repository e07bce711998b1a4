import { v7 as uuid7 } from 'uuid';
import { roleKeys, type Role } from '../../src/core/people/roles.ts';
import { machineId as firstMachine } from './entries.ts';

/** How a request says who it is; `x-forwarded-for` makes it one from the network, and behind a proxy (VIVID_PROXY) one from there. */
export type Shown = Record<string, string>;
export const from = (address: string): Shown => ({
  'x-forwarded-for': address,
  'x-forwarded-proto': 'https',
});
export const fromNetwork: Shown = from('192.168.7.20');

export const pins = { owner: '480291', technician: '735146', operator: '9026' } as const;

/** Asks as whoever the headers say. */
export async function askAs<T = Record<string, unknown>>(
  base: string,
  shown: Shown,
  method: string,
  path: string,
  message?: unknown,
): Promise<{ status: number; body: T; cookies: Shown; headers: Headers }> {
  const response = await fetch(base + path, {
    method,
    redirect: 'manual',
    headers: { ...shown, ...(message !== undefined && { 'content-type': 'application/json' }) },
    ...(message !== undefined && { body: typeof message === 'string' ? message : JSON.stringify(message) }),
  });
  const isJson = /^application\/(problem\+)?json/.test(response.headers.get('content-type') ?? '');
  const isStream = (response.headers.get('content-type') ?? '').includes('event-stream');
  if (isStream) await response.body?.cancel();
  const text = isStream ? '' : await response.text();
  return {
    status: response.status,
    body: (isJson && text ? JSON.parse(text) : text) as T,
    cookies: withCookies(shown, response.headers.getSetCookie()),
    headers: response.headers,
  };
}

/** What a browser would send next. */
function withCookies(shown: Shown, set: readonly string[]): Shown {
  const jar = new Map(
    (shown['cookie'] ?? '')
      .split('; ')
      .filter(Boolean)
      .map((pair) => [pair.split('=')[0]!, pair]),
  );
  for (const cookie of set) {
    const pair = cookie.split(';')[0]!;
    if (/max-age=0|expires=Thu, 01 Jan 1970/i.test(cookie)) jar.delete(pair.split('=')[0]!);
    else jar.set(pair.split('=')[0]!, pair);
  }
  return { ...shown, cookie: [...jar.values()].join('; ') };
}

/** A person with a role and a PIN, made on the computer itself. */
export async function person(base: string, role: keyof typeof pins, name: string): Promise<string> {
  const id = uuid7();
  const { status, body } = await askAs(base, {}, 'POST', '/api/people', {
    id,
    name,
    role,
    secret: pins[role],
  });
  if (status !== 201) throw new Error(JSON.stringify(body));
  return id;
}

/** Lets a device in, from the network: what it shows from then on. `as`: who makes the code; `from`: what a proxy says of it. */
export async function letIn(
  base: string,
  {
    name = 'Heron’s tablet',
    kind = 'tablet',
    machineId = null as string | null,
    as = {} as Shown,
    from = fromNetwork,
  } = {},
): Promise<Shown> {
  const { body } = await askAs<{ code: string }>(base, as, 'POST', '/api/devices', { name, kind, machineId });
  const { status, cookies, body: told } = await askAs(base, from, 'POST', '/api/let-in', { code: body.code });
  if (status !== 201) throw new Error(JSON.stringify(told));
  return cookies;
}

export async function signIn(base: string, on: Shown, personId: string, secret: string): Promise<Shown> {
  const { status, body, cookies } = await askAs(base, on, 'POST', '/api/sign-in', { personId, secret });
  if (status !== 201) throw new Error(JSON.stringify(body));
  return cookies;
}

export async function token(base: string, kind: 'feed' | 'gauge', machineId: string): Promise<Shown> {
  const { body } = await askAs<{ token: string }>(base, {}, 'POST', '/api/feed-tokens', {
    name: kind,
    kind,
    machineId,
  });
  return { ...fromNetwork, authorization: `Bearer ${body.token}` };
}

/** What each role shows, all from the network; and the people's ids. */
export async function everyRole(
  base: string,
  machineId = firstMachine,
): Promise<Record<Role, Shown> & { ids: Record<keyof typeof pins, string> }> {
  const people = {
    owner: await person(base, 'owner', 'Olga'),
    technician: await person(base, 'technician', 'Tom'),
    operator: await person(base, 'operator', 'Wen'),
  };
  const signedIn = async (role: keyof typeof pins) =>
    signIn(base, await letIn(base, { name: `${role}’s tablet` }), people[role], pins[role]);
  const found = {
    owner: await signedIn('owner'),
    technician: await signedIn('technician'),
    operator: await signedIn('operator'),
    tablet: await letIn(base),
    display: await letIn(base, { name: 'Wall', kind: 'display' }),
    feed: await token(base, 'feed', machineId),
    gauge: await token(base, 'gauge', machineId),
    nobody: fromNetwork,
    ids: people,
  };
  for (const role of roleKeys) {
    const { body } = await askAs<{ role: string }>(base, found[role], 'GET', '/api/who');
    if (body.role !== role) throw new Error(`${role} is taken for ${body.role}`);
  }
  return found;
}

/** Every role as odd requests are sent by: a person who was signed out by what was sent signs in again. */
export function everybody(base: string, all: Awaited<ReturnType<typeof everyRole>>) {
  const again = (role: keyof typeof pins) => () => signIn(base, all[role], all.ids[role], pins[role]);
  return roleKeys.map((role) => ({
    ...{ role, shown: all[role] },
    ...(Object.hasOwn(pins, role) && { again: again(role as keyof typeof pins) }),
  }));
}
