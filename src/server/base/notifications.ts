import pg from 'pg';
import { database, rows } from './database.ts';
import { onServerChange, serverNow } from './servers.ts';

/**
 * PostgreSQL's NOTIFY between the server processes of one database. A process has one connection that only listens; when it breaks, a
 * new one is made, and every subscriber catches up with what it missed.
 */
const channels = ['vivid_eye_ledger', 'vivid_eye_news', 'vivid_eye_access'] as const;
export type Channel = (typeof channels)[number];

interface Subscriber {
  /** Called with each payload. */
  hear: (payload: string) => void;
  /** Called whenever listening begins, or begins again: what was sent meanwhile was not heard. */
  connected?: () => void;
}
const subscribers: { channel: Channel; subscriber: Subscriber }[] = [];

/** Hears a channel from the next {@link listening} on, for as long as the process runs. */
export function subscribe(channel: Channel, subscriber: Subscriber): void {
  subscribers.push({ channel, subscriber });
}

/** Sends payloads to every process that listens, this one too. PostgreSQL takes less than 8000 bytes a payload. */
export async function notify(channel: Channel, payloads: readonly string[]): Promise<void> {
  await rows(database(), 'SELECT pg_notify($1, payload) FROM unnest($2::text[]) AS payload', [
    channel,
    payloads,
  ]);
}

let connecting: Promise<void> | undefined;

/** Resolves when this process listens; connects first where it does not yet. */
export const listening = (): Promise<void> => (connecting ??= connect());

async function connect(): Promise<void> {
  const client = new pg.Client({
    connectionString: serverNow(process.env['DATABASE_URL']!),
    keepAlive: true,
  });
  let gone = false;
  const again = () => {
    if (gone) return;
    gone = true;
    stopWatching();
    client.end().catch(() => undefined);
    connecting = undefined;
    setTimeout(() => void listening().catch(() => undefined), 500).unref();
  };
  client.on('error', again);
  client.on('end', again);
  const stopWatching = onServerChange(again);
  client.on('notification', ({ channel, payload = '' }) => {
    for (const one of subscribers) if (one.channel === channel) one.subscriber.hear(payload);
  });
  try {
    await client.connect();
    // All of them: a module that subscribes may be loaded later.
    await client.query(channels.map((channel) => `LISTEN ${channel}`).join('; '));
    for (const { subscriber } of subscribers) subscriber.connected?.();
  } catch (error) {
    again();
    throw error;
  }
}
