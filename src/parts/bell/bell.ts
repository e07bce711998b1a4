import { isQuiet, ringsNow, type Heard, type Ring, type Rung } from '../../core/board/bell.ts';
import { stateOf, type BoardMachine } from '../../core/board/machine.ts';
import { clockNow } from '../live/clock.ts';
import { bellSettings } from './settings.ts';
import { sound, vibration } from './sounds.ts';

/** A stop that nobody is at is rung again after so long, ms. */
const againMs = 20_000;

/** This device's bell: told what each machine does, it rings what is new, and again what nobody has gone to. */
export class Bell {
  #heard: Heard | null = null;
  #context: AudioContext | undefined;
  #rungAt = 0;

  /** To be called at a touch: browsers let no page sound before one. What stands already is rung then. */
  async wake(): Promise<void> {
    this.#context ??= new AudioContext();
    await this.#context.resume();
    this.#heard = null;
  }

  /** Whether the browser lets it sound: false after a page was opened and not yet touched. */
  get mayRing(): boolean {
    return this.#context?.state === 'running';
  }

  /** Rings what is due. */
  hear(machines: readonly BoardMachine[]): void {
    const now = clockNow();
    const { rung, heard } = ringsNow(machines, this.#heard, now);
    this.#heard = heard;
    const settings = bellSettings();
    const at = new Date(now);
    if (!settings.on || isQuiet(settings.quiet, at.getHours() * 60 + at.getMinutes())) return;
    if (rung.length > 0) this.#ring(rung[0]!.ring, rung);
    else if (now - this.#rungAt >= againMs && machines.some((each) => stateOf(each, now).state === 'stands'))
      this.#ring('stop', []);
  }

  /** The most urgent is sounded; all of them are told. */
  #ring(ring: Ring, rung: readonly Rung[]): void {
    const settings = bellSettings();
    if (ring === 'stop') this.#rungAt = clockNow();
    if (this.mayRing) sound(ring, this.#context!);
    if (settings.vibrates) navigator.vibrate?.(vibration(ring));
    // Whoever looks at the page sees it.
    if (settings.notifies && document.visibilityState === 'hidden')
      for (const each of rung) void notify(each);
  }
}

/** By the service worker where there is one: phones take a notification from nobody else. */
async function notify({ says, machine }: Rung): Promise<void> {
  if (typeof Notification === 'undefined' || Notification.permission !== 'granted') return;
  const about: NotificationOptions = { tag: `vivid ${machine}`, icon: '/icons/eye-192.png' };
  try {
    const worker = await navigator.serviceWorker?.getRegistration();
    if (worker) await worker.showNotification(says, about);
    else new Notification(says, about);
  } catch {
    // The system would not: the sound is all there is.
  }
}
