import { rings, type QuietHours as Quiet, type Ring } from '../../core/board/bell.ts';
import type { BellSettings } from '../../parts/bell/settings.ts';
import { sound } from '../../parts/bell/sounds.ts';

type Change = (next: Partial<BellSettings>) => void;
interface BellSheetProps {
  settings: BellSettings;
  change: Change;
  /** Asks for leave where it is wanted. */
  allow: (wants: boolean) => Promise<void>;
  /** Why the system gives no notifications; "": it does, or was not asked. */
  says: string;
}

/** What the bell does beside sounding: kept on this device. */
export function BellSheet({ settings, change, allow, says }: BellSheetProps) {
  return (
    <div id="bell-settings" className="board-bellpanel sheet">
      <h2>The bell of this device</h2>
      <Sounds />
      <label className="flex min-h-11 items-center gap-2">
        <input
          type="checkbox"
          className="checkbox"
          checked={settings.vibrates}
          onChange={(event) => change({ vibrates: event.target.checked })}
        />
        Vibrates too, where the device can
      </label>
      <label className="flex min-h-11 items-center gap-2">
        <input
          type="checkbox"
          className="checkbox"
          checked={settings.notifies}
          onChange={(event) => void allow(event.target.checked)}
        />
        Notification while another page is looked at
      </label>
      <label className="flex min-h-11 items-center gap-2">
        <input
          type="checkbox"
          className="checkbox"
          checked={settings.quiet !== null}
          onChange={(event) => change({ quiet: event.target.checked ? { from: 20 * 60, to: 6 * 60 } : null })}
        />
        Quiet hours
      </label>
      {settings.quiet && <QuietHours quiet={settings.quiet} change={change} />}
      {says && <p role="alert">× {says}</p>}
      <p className="quiet mt-2 text-sm">
        A stop rings every 20 seconds until somebody has touched that machine’s page anywhere, or says so
        here. On the pages of the machines it rings too.
      </p>
    </div>
  );
}

function Sounds() {
  return (
    <ul>
      {(Object.keys(rings) as Ring[]).map((ring) => (
        <li key={ring} className="flex items-center justify-between gap-3 py-1">
          {rings[ring].name}
          <button
            type="button"
            className="btn"
            aria-label={`Hear it: ${rings[ring].name}`}
            onClick={() => {
              const context = new AudioContext();
              sound(ring, context);
              setTimeout(() => void context.close(), 3000);
            }}
          >
            Hear it
          </button>
        </li>
      ))}
    </ul>
  );
}

const minutes = (text: string): number | null => {
  const [, hours, rest] = /^(\d\d):(\d\d)/.exec(text) ?? [];
  return hours === undefined ? null : Number(hours) * 60 + Number(rest);
};
const clock = (minute: number) =>
  `${String(Math.floor(minute / 60)).padStart(2, '0')}:${String(minute % 60).padStart(2, '0')}`;

function QuietHours({ quiet, change }: { quiet: Quiet; change: Change }) {
  return (
    <div className="flex gap-3">
      {(['from', 'to'] as const).map((end) => (
        <label key={end}>
          {end}
          <input
            type="time"
            className="input ms-2 w-32"
            value={clock(quiet[end])}
            onChange={(event) => {
              const minute = minutes(event.target.value);
              if (minute !== null) change({ quiet: { ...quiet, [end]: minute } });
            }}
          />
        </label>
      ))}
    </div>
  );
}
