import { keepAwake } from '../live/wake-lock.ts';
import { bellSettings } from './settings.ts';

/** What a tablet beside a machine does by itself: its screen stays on, and its bell rings where it was switched on. Returns how to stop. */
export function atMachine(): () => void {
  const ends = [keepAwake()];
  let isOver = false;
  if (bellSettings().on)
    void import('./ring-here.ts').then(({ ringHere }) => isOver || ends.push(ringHere()));
  return () => {
    isOver = true;
    for (const end of ends) end();
  };
}
