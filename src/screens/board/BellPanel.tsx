import { useEffect, useState } from 'react';
import BellIcon from 'lucide-react/icons/bell';
import BellOff from 'lucide-react/icons/bell-off';
import type { Bell } from '../../parts/bell/bell.ts';
import { bellSettings, keepBellSettings, type BellSettings } from '../../parts/bell/settings.ts';
import { BellSheet } from './BellSheet.tsx';

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
      {settings.on && !mayRing && <span className="board-wake">Tap once to enable sound.</span>}
      {isOpen && <BellSheet settings={settings} change={change} allow={allow} says={says} />}
    </div>
  );
}
