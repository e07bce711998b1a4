/** Text in pieces as a response's body: each piece is made when the reader has room for it. */
export function textStream(text: AsyncGenerator<string>): ReadableStream<Uint8Array> {
  const encoder = new TextEncoder();
  return new ReadableStream<Uint8Array>({
    async pull(controller) {
      const { value, done } = await text.next();
      if (done) controller.close();
      else controller.enqueue(encoder.encode(value));
    },
  });
}
