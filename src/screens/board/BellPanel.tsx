import { useEffect, useState } from 'react';
import BellIcon from 'lucide-react/icons/bell';
import BellOff from 'lucide-react/icons/bell-off';
import { rings, type Ring } from '../../core/board/bell.ts';
import type { Bell } from '../../parts/bell/bell.ts';
import { bellSettings, keepBellSettings, type BellSettings } from '../../parts/bell/settings.ts';
import { sound } from '../../parts/bell/sounds.ts';

const minutes = (text: string): number | null => {
  const [, hours, rest] = /^(\d\d):(\d\d)/.exec(text) ?? [];
  return hours === undefined ? null : Number(hours) * 60 + Number(rest);
};
const clock = (minute: number) =>
  `${String(Math.floor(minute / 60)).padStart(2, '0')}:${String(minute % 60).padStart(2, '0')}`;

/** This device's bell: one touch switches it on; what it does beside sounding is behind it. */
export function BellPanel({ bell, hearNow }: { bell: Bell; hearNow: () => void }) {
  const [settings, setSettings] = useState<BellSettings | null>(null);
  const [isOpen, setIsOpen] = useState(false);
  const [mayRing, setMayRing] = useState(false);
  const [says, setSays] = useState('');
  useEffect(() => setSettings(bellSettings()), []);
  // A page that was opened anew may sound only after it was touched.
  useEffect(() => {
    if (!settings?.on) return;
    const wake = () => void bell.wake().then(() => (setMayRing(true), hearNow()));
    if (bell.mayRing) return;
    document.addEventListener('pointerdown', wake, { once: true });
    return () => document.removeEventListener('pointerdown', wake);
  }, [settings?.on, bell, hearNow]);
  if (!settings) return <span className="board-bell" />;
  const change = (next: Partial<BellSettings>) => {
    const now = { ...settings, ...next };
    keepBellSettings(now);
    setSettings(now);
  };
  const flip = async () => {
    change({ on: !settings.on });
    if (settings.on) return;
    await bell.wake();
    setMayRing(true);
    hearNow();
  };
  const allow = async (wants: boolean) => {
    setSays('');
    if (!wants) return change({ notifies: false });
    if (typeof Notification === 'undefined')
      return setSays('This browser has no notifications here: they need https.');
    const leave =
      Notification.permission === 'default'
        ? await Notification.requestPermission()
        : Notification.permission;
    if (leave === 'granted') change({ notifies: true });
    else setSays('The browser was told to give no notifications. Allow them in its settings for this page.');
  };
  const Icon = settings.on ? BellIcon : BellOff;
  return (
    <div className="board-bell">
      <button type="button" className="btn" aria-pressed={settings.on} onClick={() => void flip()}>
        <Icon className="size-5" aria-hidden="true" /> {settings.on ? 'Bell on' : 'Bell off'}
      </button>
      <button
        type="button"
        className="btn btn-ghost"
        aria-label="What the bell does"
        aria-expanded={isOpen}
        aria-controls="bell-settings"
        onClick={() => setIsOpen(!isOpen)}
      >
        …
      </button>
      {settings.on && !mayRing && (
        <span className="board-wake">Touch the page once, so that it may sound.</span>
      )}
      {isOpen && (
        <div id="bell-settings" className="board-bellpanel sheet">
          <h2>The bell of this device</h2>
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
              onChange={(event) =>
                change({ quiet: event.target.checked ? { from: 20 * 60, to: 6 * 60 } : null })
              }
            />
            Quiet hours
          </label>
          {settings.quiet && (
            <div className="flex gap-3">
              {(['from', 'to'] as const).map((end) => (
                <label key={end}>
                  {end}
                  <input
                    type="time"
                    className="input ms-2 w-32"
                    value={clock(settings.quiet![end])}
                    onChange={(event) => {
                      const minute = minutes(event.target.value);
                      if (minute !== null) change({ quiet: { ...settings.quiet!, [end]: minute } });
                    }}
                  />
                </label>
              ))}
            </div>
          )}
          {says && <p role="alert">× {says}</p>}
          <p className="quiet mt-2 text-sm">
            A stop rings every 20 seconds until somebody has touched that machine’s page anywhere, or says so
            here. On the pages of the machines it rings too.
          </p>
        </div>
      )}
    </div>
  );
}
