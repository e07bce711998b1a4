import type { APIContext } from 'astro';
import type { Right } from '../../core/people/rights.ts';
import { may } from '../../core/people/roles.ts';
import { authenticate } from '../people/principals.ts';
import { credentialsOf } from '../people/credentials.ts';
import { onAccessChange } from '../people/access-cache.ts';

/** Often enough that proxies and sleeping tablets keep or drop the line visibly. */
const beatMs = 15_000;

/**
 * An answer that stays open: Server-Sent Events. `begin` is given how to write (whole blocks of text) and returns how to stop each thing it began; it may
 * take its time: the reader may leave meanwhile, and all is stopped then. It ends too when who reads may not any more (a device turned out).
 */
export function eventStream(
  context: APIContext,
  right: Right,
  begin: (send: (text: string) => void, onEnd: (stop: () => void) => void) => Promise<void>,
): Response {
  const encoder = new TextEncoder();
  const line = { open: true, end: [] as (() => void)[] };
  const close = () => {
    line.open = false;
    for (const end of line.end.splice(0)) end();
  };
  const stream = new ReadableStream<Uint8Array>({
    async start(controller) {
      const send = (text: string) => {
        if (line.open) controller.enqueue(encoder.encode(text));
      };
      context.request.signal.addEventListener('abort', close);
      const leave = () => {
        if (!line.open) return;
        close();
        controller.close();
      };
      line.end.push(onAccessChange(() => void mayStill(context, right).then((still) => still || leave())));
      await begin(send, (stop) => line.end.push(stop));
      const beat = setInterval(() => send(': still here\n\n'), beatMs);
      line.end.push(() => clearInterval(beat));
      if (!line.open) close();
    },
    cancel: close,
  });
  return new Response(stream, {
    headers: {
      'content-type': 'text/event-stream',
      'cache-control': 'no-store, no-transform',
      'x-accel-buffering': 'no',
    },
  });
}

/** Whether who asked may still read. Where that cannot be known just now, he may until the next change. */
async function mayStill({ request: { headers }, locals }: APIContext, right: Right): Promise<boolean> {
  return authenticate(credentialsOf(headers), locals.from).then(
    ({ role }) => may(role, right),
    () => true,
  );
}
