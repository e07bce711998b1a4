import type { APIContext } from 'astro';
import type { From } from './askers.ts';
import { sessionHours } from './sessions.ts';

const deviceDays = 400;

/** Where a request comes from; from outside, where the server did not say. */
export const whereFrom = ({ locals }: Pick<APIContext, 'locals'>): From =>
  locals.from ?? { isNear: false, isHttps: false, address: '' };

/** Only the browser itself sends them, only to this address, and no script reads them. */
const kept = (context: Pick<APIContext, 'locals'>, maxAge: number) =>
  ({ path: '/', httpOnly: true, sameSite: 'strict', secure: whereFrom(context).isHttps, maxAge }) as const;

/** Gives a device and a session what they hold; null leaves what is there. */
export function giveTokens(
  context: Pick<APIContext, 'locals' | 'cookies'>,
  { session, device }: { session: string | null; device: string | null },
): void {
  if (device) context.cookies.set('device', device, kept(context, deviceDays * 86_400));
  if (session) context.cookies.set('session', session, kept(context, sessionHours * 3600));
}

export const takeSession = (context: Pick<APIContext, 'locals' | 'cookies'>): void =>
  context.cookies.delete('session', { path: '/' });
