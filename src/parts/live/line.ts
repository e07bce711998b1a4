/** Refused, it is asked again after a second, then after two, … at most after so long, ms. */
const longestMs = 10_000;

/**
 * A live line that lasts. A browser opens a broken one again by itself, but gives up for good when it is refused (the database away, a proxy without a server):
 * then another is opened in its place. `address` is asked each time, `wire` adds the listeners. Returns how to close it.
 */
export function lastingLine(address: () => string, wire: (line: EventSource) => void): () => void {
  let line: EventSource;
  let waitMs = 1000;
  let timer: ReturnType<typeof setTimeout> | undefined;
  const begin = () => {
    line = new EventSource(address());
    wire(line);
    line.addEventListener('open', () => (waitMs = 1000));
    line.addEventListener('error', () => {
      if (line.readyState !== EventSource.CLOSED) return;
      void leaveIfTurnedOut();
      timer = setTimeout(begin, waitMs);
      waitMs = Math.min(2 * waitMs, longestMs);
    });
  };
  begin();
  return () => {
    clearTimeout(timer);
    line.close();
  };
}

/** A device that was turned out is led to where it can be let in; what waits on it stays on it. */
async function leaveIfTurnedOut(): Promise<void> {
  const who = (await fetch('/api/who').then(
    (answer) => answer.json(),
    () => null,
  )) as { role?: string } | null;
  if (who?.role === 'nobody') location.reload();
}
