import type { APIContext } from 'astro';
import { sessionHours } from './sessions.ts';

const deviceDays = 400;

/** Only the browser itself sends them, only to this address, and no script reads them. */
const kept = ({ locals }: Pick<APIContext, 'locals'>, maxAge: number) =>
  ({ path: '/', httpOnly: true, sameSite: 'strict', secure: locals.from.isHttps, maxAge }) as const;

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
