import { connect } from 'node:net';

/**
 * One kept-alive connection that posts JSON and waits for each answer: the load generator for touches. It shares two
 * cores with the server it measures, so it is kept lean: node:http's client took as long as the server itself. `shown`: headers of every request.
 */
export function openLine(base: string, shown: Readonly<Record<string, string>> = {}) {
  const { hostname, port } = new URL(base);
  const socket = connect(Number(port), hostname);
  const more = Object.entries(shown)
    .map(([name, value]) => `${name}: ${value}\r\n`)
    .join('');
  socket.setNoDelay(true);
  let received = '';
  let waiting: { done: () => void; fail: (error: Error) => void } | null = null;
  socket.on('data', (part: Buffer) => {
    received += part.toString('latin1');
    const head = received.indexOf('\r\n\r\n');
    if (head < 0) return;
    const length = Number(/content-length: (\d+)/i.exec(received)?.[1] ?? NaN);
    if (Number.isNaN(length)) return fail(new Error('The answer does not say its length.'));
    if (received.length < head + 4 + length) return;
    const status = Number(received.slice(9, 12));
    const told = waiting;
    const answer = received.slice(head + 4);
    received = '';
    waiting = null;
    if (status < 300) told?.done();
    else told?.fail(new Error(`${status} ${answer}`));
  });
  const fail = (error: Error) => {
    waiting?.fail(error);
    waiting = null;
  };
  socket.on('error', fail);
  socket.on('close', () => fail(new Error('The connection was closed.')));
  return {
    post: (path: string, message: unknown) =>
      new Promise<void>((done, fail) => {
        waiting = { done, fail };
        const body = JSON.stringify(message);
        socket.write(
          `POST ${path} HTTP/1.1\r\nhost: ${hostname}\r\ncontent-type: application/json\r\n${more}content-length: ${Buffer.byteLength(body)}\r\n\r\n${body}`,
        );
      }),
    end: () => socket.destroy(),
  };
}
