import type { Served } from './child.ts';

/** How often a server is asked, how long it may take, and how many answers in a row may fail to come. */
const everyMs = 5000;
const patienceMs = 5000;
const mostMissed = 3;

/**
 * Asks a server again and again whether it answers, and kills it when it does not: whoever keeps it running then starts it again, as after a crash. It ends with the server.
 */
export function watchAlive({ address, process: server }: Served): void {
  let missed = 0;
  let timer: ReturnType<typeof setTimeout> | undefined;
  const ask = async () => {
    // Any answer will do: one that sends the asker elsewhere was given by a server that lives.
    const answers = await fetch(`${address}/api/health/alive`, {
      redirect: 'manual',
      signal: AbortSignal.timeout(patienceMs),
    }).then(
      () => true,
      () => false,
    );
    missed = answers ? 0 : missed + 1;
    if (missed < mostMissed) return;
    console.error('The app does not answer.');
    stop();
    server.kill('SIGKILL');
  };
  const again = () => (timer = setTimeout(() => void ask().finally(() => timer && again()), everyMs));
  const stop = () => {
    clearTimeout(timer);
    timer = undefined;
  };
  server.once('exit', stop);
  again();
}
