import { Bell } from './bell.ts';
import { bellSettings } from './settings.ts';
import { boardLive } from './board-live.ts';
import type { BoardMachine } from '../../core/board/machine.ts';

/** Rings on a page that shows no board, where this device's bell is on. The first touch of the page lets it sound. Returns how to stop. */
export function ringHere(): () => void {
  if (!bellSettings().on) return () => undefined;
  const bell = new Bell();
  let machines: readonly BoardMachine[] | null = null;
  const stop = boardLive([], (news) => {
    if (news.machines.length === 0) return;
    machines = news.machines;
    bell.hear(machines);
  });
  const timer = setInterval(() => machines && bell.hear(machines), 1000);
  const wake = () => void bell.wake();
  document.addEventListener('pointerdown', wake, { once: true });
  return () => {
    stop();
    clearInterval(timer);
    document.removeEventListener('pointerdown', wake);
  };
}
