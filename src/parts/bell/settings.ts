import type { QuietHours } from '../../core/board/bell.ts';

/** The bell of this device. */
export interface BellSettings {
  on: boolean;
  vibrates: boolean;
  notifies: boolean;
  quiet: QuietHours | null;
}

const key = 'vivid.bell';
const silent: BellSettings = { on: false, vibrates: true, notifies: false, quiet: null };

export function bellSettings(): BellSettings {
  try {
    return { ...silent, ...(JSON.parse(localStorage.getItem(key) ?? '{}') as Partial<BellSettings>) };
  } catch {
    return silent;
  }
}

export function keepBellSettings(settings: BellSettings): void {
  try {
    localStorage.setItem(key, JSON.stringify(settings));
  } catch {
    // Not kept: it holds until the page is closed.
  }
}
