import { send } from '../../parts/live/send.ts';
import { useTry } from '../../parts/live/useTry.ts';

type Method = 'POST' | 'PATCH' | 'DELETE';

/** Sends one change and draws the page anew; what was refused is said, and nothing typed is lost. */
export function useAct() {
  const { attempt, busy, refusal } = useTry();
  const act = (method: Method, path: string, message: unknown) =>
    attempt(async () => {
      await send(method, path, message);
      location.reload();
    });
  return { act, busy, refusal };
}
