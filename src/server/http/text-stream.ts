/**
 * Text in pieces as a response's body: each piece is made when there is room for it (`room`: Astro's locals, by
 * server/app/live-streams.ts). A reader that leaves ends the making.
 */
export function textStream(
  text: AsyncGenerator<string>,
  room: () => Promise<void> = () => Promise.resolve(),
): ReadableStream<Uint8Array> {
  const encoder = new TextEncoder();
  return new ReadableStream<Uint8Array>({
    async pull(controller) {
      await room();
      const { value, done } = await text.next();
      if (done) controller.close();
      else controller.enqueue(encoder.encode(value));
    },
    async cancel() {
      await text.return(undefined);
    },
  });
}
