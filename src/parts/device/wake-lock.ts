/** Keeps the screen from going dark while the page is looked at. Browsers without it, or a low battery, let it go dark. Returns how to stop. */
export function keepAwake(): () => void {
  let lock: WakeLockSentinel | undefined;
  let isOver = false;
  const hold = async () => {
    if (document.visibilityState !== 'visible' || isOver) return;
    lock = await navigator.wakeLock?.request('screen').catch(() => undefined);
    if (isOver) await lock?.release();
  };
  // The system takes it away when the page is hidden.
  document.addEventListener('visibilitychange', hold);
  void hold();
  return () => {
    isOver = true;
    document.removeEventListener('visibilitychange', hold);
    void lock?.release();
  };
}
