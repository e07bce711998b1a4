import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';

const hour = 3_600_000;
/** The module afresh, as on a newly opened page; the server's clock is `ahead` of this device's. */
async function open(ahead: number, answer: { ok: boolean } = { ok: true }) {
  vi.resetModules();
  vi.stubGlobal('fetch', () =>
    Promise.resolve({
      ...answer,
      status: answer.ok ? 200 : 503,
      json: () => Promise.resolve({ now: new Date(Date.now() + ahead).toISOString() }),
    }),
  );
  return import('./clock.ts');
}
let store: Map<string, string>;

beforeEach(() => {
  store = new Map();
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => store.get(key) ?? null,
    setItem: (key: string, value: string) => void store.set(key, value),
  });
});
afterEach(() => {
  vi.restoreAllMocks();
  vi.unstubAllGlobals();
});

describe('the server’s clock on a device whose own is wrong', () => {
  test('three hours slow: what it writes bears the server’s time', async () => {
    const clock = await open(3 * hour);
    await clock.learnClock();
    expect(Math.abs(clock.clockOffset() - 3 * hour)).toBeLessThan(1000);
    expect(Math.abs(clock.clockNow() - Date.now() - 3 * hour)).toBeLessThan(1000);
    expect(clock.clockIsKnown()).toBe(true);
  });
  test('a difference that an answer’s way explains is none', async () => {
    const clock = await open(3000);
    await clock.learnClock();
    expect(clock.clockOffset()).toBe(0);
  });
  test('the next page knows it from the last one, without a network', async () => {
    await (await open(-2 * hour)).learnClock();
    const next = await open(0, { ok: false });
    expect(Math.abs(next.clockOffset() + 2 * hour)).toBeLessThan(1000);
    expect(next.clockIsKnown()).toBe(false);
    await expect(next.learnClock()).rejects.toThrow('503');
    expect(Math.abs(next.clockOffset() + 2 * hour)).toBeLessThan(1000);
  });
  test('somebody sets the device’s clock: what was learnt no longer counts as known', async () => {
    const clock = await open(0);
    await clock.learnClock();
    expect(clock.clockIsKnown()).toBe(true);
    const real = Date.now;
    vi.spyOn(Date, 'now').mockImplementation(() => real() + hour);
    expect(clock.clockIsKnown()).toBe(false);
  });
  test('where nothing can be kept, it is learnt all the same', async () => {
    vi.stubGlobal('localStorage', {
      getItem: () => {
        throw new Error('denied');
      },
      setItem: () => {
        throw new Error('denied');
      },
    });
    const clock = await open(hour);
    expect(clock.clockOffset()).toBe(0);
    await clock.learnClock();
    expect(Math.abs(clock.clockOffset() - hour)).toBeLessThan(1000);
  });
});
