import { describe, expect, test } from 'vitest';
import type { Event } from '../support/event.ts';
import { at, entry } from '../support/entries.ts';
import { ask, furnish, ids, newServer } from '../support/workshop.ts';

/** Reads a live feed until `enough` says so; gives each event with the ms it took from `began`. */
async function follow(
  address: string,
  since: number,
  enough: (events: Event[]) => boolean,
): Promise<Event[]> {
  const stop = new AbortController();
  const timer = setTimeout(() => stop.abort(), 15_000);
  const response = await fetch(`${address}/api/machines/${ids.machine}/live?since=${since}`, {
    signal: stop.signal,
  });
  expect(response.headers.get('content-type')).toBe('text/event-stream');
  const events: Event[] = [];
  let text = '';
  for await (const part of response.body!.pipeThrough(new TextDecoderStream())) {
    text += part;
    const messages = text.split('\n\n');
    text = messages.pop()!;
    for (const message of messages) {
      const data = /^data: (.*)$/m.exec(message)?.[1];
      if (data) events.push(JSON.parse(data) as Event);
    }
    if (enough(events)) break;
  }
  clearTimeout(timer);
  stop.abort();
  return events;
}

describe('the live feed', () => {
  test('an entry written through one server is seen at another; a late reader gets what it missed', async () => {
    const one = await newServer();
    const two = await newServer(one.url);
    await furnish(one.address);
    const broke = entry('break', { fault: null }, at(1, 7));
    // Changes that come close together may be told as one: the reader waits for how it all ends.
    const following = follow(
      two.address,
      0,
      (events) =>
        events.some((event) => event.kind === 'sewing_again') &&
        events.some((event) => event.id === broke.id && event.data['fault'] === 'shred' && event.closedBy),
    );
    await new Promise((done) => setTimeout(done, 300));
    const said = entry('correction', { data: { fault: 'shred' } }, { corrects: broke.id });
    await ask(one.address, 'POST', '/api/ledger', { entries: [broke] });
    await ask(one.address, 'POST', '/api/ledger', { entries: [said] });
    await ask(one.address, 'POST', '/api/ledger', { entries: [entry('sewing_again', { closes: broke.id })] });
    const live = await following;
    expect(live.map((event) => event.seq)).toEqual([...live.map((event) => event.seq)].sort((a, b) => a - b));
    const last = live.filter((event) => event.id === broke.id).at(-1);
    expect(last?.data).toMatchObject({ fault: 'shred' });

    const missed = await follow(two.address, 0, (events) =>
      events.some((event) => event.kind === 'sewing_again'),
    );
    expect(missed.find((event) => event.id === broke.id)).toMatchObject({
      data: { fault: 'shred' },
      lostMs: expect.any(Number) as number,
    });
  });
});
