import type { APIContext } from 'astro';
import { sessionHours } from './sessions.ts';
import { nameOf, type Kept } from './credentials.ts';

const deviceDays = 400;
type Context = Pick<APIContext, 'locals' | 'cookies'>;

/** Only the browser itself sends them, only to this address, and no script reads them. */
const options = ({ locals }: Context, maxAge: number) =>
  ({ path: '/', httpOnly: true, sameSite: 'strict', secure: locals.from.isHttps, maxAge }) as const;

/** Gives a device and a session what they hold; null leaves what is there. */
export function giveTokens(context: Context, { session, device }: Record<Kept, string | null>): void {
  const { from } = context.locals;
  if (device) context.cookies.set(nameOf('device', from), device, options(context, deviceDays * 86_400));
  if (session) context.cookies.set(nameOf('session', from), session, options(context, sessionHours * 3600));
}

/** A device that came by the old name gets the one that holds over https. */
export function renameDevice(context: Context): void {
  const { from, asker } = context.locals;
  const old = context.cookies.get('device')?.value;
  if (!from.isHttps || !old || !asker.device || context.cookies.has(nameOf('device', from))) return;
  giveTokens(context, { device: old, session: null });
  context.cookies.delete('device', { path: '/' });
}

export function takeSession(context: Context): void {
  context.cookies.delete(nameOf('session', context.locals.from), {
    path: '/',
    secure: context.locals.from.isHttps,
  });
}
