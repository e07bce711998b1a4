import { expect, test } from 'vitest';
import { entry } from '../support/entries.ts';
import { ask, furnish, ids, newServer } from '../support/workshop.ts';

/** Follows a machine's live feed from `since`; `told` fills with each message's name and data. */
async function follow(base: string, since: string, more: Record<string, string> = {}) {
  const stop = new AbortController();
  const response = await fetch(`${base}/api/machines/${ids.machine}/live?since=${since}`, {
    signal: stop.signal,
    headers: more,
  });
  const told: { name: string; data: { id?: string; seq: number } }[] = [];
  void (async () => {
    let text = '';
    try {
      for await (const part of response.body!.pipeThrough(new TextDecoderStream())) {
        const messages = (text + part).split('\n\n');
        text = messages.pop()!;
        for (const message of messages) {
          const name = /^event: (.*)$/m.exec(message)?.[1];
          const data = /^data: (.*)$/m.exec(message)?.[1];
          if (name && data) told.push({ name, data: JSON.parse(data) as { seq: number } });
        }
      }
    } catch {
      // Stopped.
    }
  })();
  return { status: response.status, told, stop: () => stop.abort() };
}

test('each page has its own place: one with a number of another ledger begins anew, and silences nobody', async () => {
  const { address: base } = await newServer();
  await furnish(base);
  const log = async (text: string) => {
    const note = entry('note', { text });
    await ask(base, 'POST', '/api/ledger', { entries: [note] });
    return note.id;
  };
  const first = await log('before');
  // The old page comes first: its number was every page's in the old server.
  const old = await follow(base, '900000');
  const fresh = await follow(base, '0');
  const resumed = await follow(base, '0', { 'last-event-id': '77777777' });
  await expect.poll(() => old.told.map((one) => one.name)).toEqual(['anew']);
  await expect.poll(() => resumed.told.map((one) => one.name)).toEqual(['anew']);
  await expect.poll(() => fresh.told.some((one) => one.data.id === first)).toBe(true);
  const second = await log('after');
  for (const page of [old, fresh, resumed])
    await expect.poll(() => page.told.filter((one) => one.data.id === second).length).toBe(1);
  // From the number that it was told, not from its own.
  expect(old.told[0]!.data.seq).toBeLessThan(900_000);
  for (const page of [old, fresh, resumed]) page.stop();
});

test('a page that is thousands of changes behind asks for everything; a number that is none is refused', async () => {
  const { address: base } = await newServer();
  await furnish(base);
  for (let at = 0; at < 3; at++)
    await ask(base, 'POST', '/api/ledger', {
      entries: Array.from({ length: 500 }, () => entry('note', { text: 'x' })),
    });
  const behind = await follow(base, '0');
  await expect.poll(() => behind.told.map((one) => one.name)).toEqual(['anew']);
  behind.stop();
  for (const odd of ['1e300', '-1', '9007199254740993', 'x', '1.5']) {
    const answer = await ask(base, 'GET', `/api/machines/${ids.machine}/live?since=${odd}`);
    expect(answer.status, odd).toBe(422);
  }
});
