import type { ServerResponse } from 'node:http';

/** A page that does not read what it is told is dropped at so many bytes; when it comes back it is told what it missed. */
const mostBacklog = 1_000_000;
const open = new Set<ServerResponse>();
setInterval(() => {
  for (const stream of open) if (stream.writableLength > mostBacklog) stream.destroy();
}, 1000).unref();

/** Watches over a live stream until it ends. */
export function watchStream(response: ServerResponse): void {
  open.add(response);
  response.on('close', () => open.delete(response));
}

/** Ends all: pages connect again, to another server. */
export function endStreams(): void {
  for (const stream of open) stream.destroy();
}

/** Resolves when what was written has gone out, but for a little; or when nobody reads any more. */
export function room(response: ServerResponse): Promise<void> {
  if (response.writableLength < 64_000 || response.destroyed) return Promise.resolve();
  return new Promise((done) => {
    const ready = () => {
      response.off('drain', ready);
      response.off('close', ready);
      done();
    };
    response.on('drain', ready);
    response.on('close', ready);
  });
}
