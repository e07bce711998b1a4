import type { FeedNow } from '../../core/feed/event.ts';
import type { GaugePart } from '../../schemas/tension.ts';
import { listening, notify, subscribe } from './notifications.ts';

/** News of a machine that is no entry: a kept plan changed, part of a pull at the gauge. Told, not kept; small enough for one payload. */
export type News =
  | { name: 'plan'; data: Record<string, never> }
  | { name: 'pull'; data: GaugePart }
  | { name: 'feed'; data: FeedNow };
type NewsListener = (news: News) => void;
const newsListeners = new Map<string, Set<NewsListener>>();

export async function announceNews(told: readonly { machineId: string; news: News }[]): Promise<void> {
  await notify(
    'vivid_eye_news',
    told.map((one) => JSON.stringify(one)),
  );
}

/** Calls `listener` with every news of the machine, from any server process. Returns how to stop. */
export async function listenNews(machineId: string, listener: NewsListener): Promise<() => void> {
  await listening();
  const set = newsListeners.get(machineId) ?? new Set();
  newsListeners.set(machineId, set.add(listener));
  return () => set.delete(listener);
}

type MachineListener = (machineId: string) => void;
const machineListeners = new Set<MachineListener>();

/** Calls `listener` whenever any machine has news or entries, from any server process. Returns how to stop. */
export async function listenToAll(listener: MachineListener): Promise<() => void> {
  await listening();
  machineListeners.add(listener);
  return () => machineListeners.delete(listener);
}

const tellAll: MachineListener = (machineId) => {
  for (const listener of machineListeners) listener(machineId);
};

subscribe('vivid_eye_news', {
  hear: (payload) => {
    const { machineId, news } = JSON.parse(payload) as { machineId: string; news: News };
    newsListeners.get(machineId)?.forEach((listener) => listener(news));
    tellAll(machineId);
  },
});
subscribe('vivid_eye_ledger', { hear: tellAll });
