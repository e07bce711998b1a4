import { request } from 'node:http';
import { v7 as uuid7 } from 'uuid';

type Of = <T>(items: readonly T[]) => T;

/** Other ways to write a path: what some programs take for the same. Never the same text. */
const spellings: readonly ((path: string, of: Of) => string)[] = [
  // A character that needs no escape, escaped.
  (path, of) => {
    const at = of([...path].flatMap((sign, index) => (/[a-z-]/i.test(sign) ? [index] : [])));
    const hex = path.charCodeAt(at).toString(16);
    return `${path.slice(0, at)}%${of([hex, hex.toUpperCase()])}${path.slice(at + 1)}`;
  },
  (path) => path.replace(/\/(?=[^/]*$)/, '%2f'),
  (path) => `/.${path}`,
  (path, of) => `${of(['/x/..', '/trust/..', '/_astro/..', '/trust/%2e%2e', '/_image/..'])}${path}`,
  (path) => path.replace(/\/(?=[^/]*$)/, of2),
  (path) => path.replace(/\/(?=[^/]*$)/, '\\'),
  (path) => `${path}/..`,
  (path) => `${path}%00`,
  (path) => `${path}%`,
  (path) => `${path}%ff`,
  (path) => `${path}%252e`,
  (path) => `${path}#x`,
  (path) => `${path}?%`,
  (path) => path.replace('/api', '/%61pi'),
];
function of2(slash: string): string {
  return slash + slash;
}

/** The path spelled otherwise: no such address is any. */
export const respelled = (path: string, of: Of): string => {
  const [bare = ''] = path.split('?');
  const other = of(spellings)(bare, of);
  return other === bare ? `${bare}%` : other;
};

/** One request with exactly this target: `fetch` would tidy it up first. */
export function sendRaw(
  base: string,
  {
    method,
    path,
    headers,
    body,
  }: { method: string; path: string; headers: Record<string, string>; body?: string },
  withinMs: number,
): Promise<{ status: number; type: string; told: string }> {
  const { hostname, port } = new URL(base);
  return new Promise((done, fail) => {
    const length = body === undefined ? {} : { 'content-length': String(Buffer.byteLength(body)) };
    const told = { hostname, port, method, path, headers: { ...headers, ...length }, timeout: withinMs };
    const asked = request(told, (answer) => {
      let text = '';
      answer.setEncoding('utf8').on('data', (part: string) => (text += part));
      answer.on('end', () =>
        done({ status: answer.statusCode!, type: String(answer.headers['content-type'] ?? ''), told: text }),
      );
    });
    asked.on('error', fail);
    asked.on('timeout', () => asked.destroy(new Error('no answer')));
    asked.end(body);
  });
}

/** A message to the ledger: a break with corrections of corrections on it, in any order, some in a ring. */
export function chainMessage(machineId: string, chance: () => number, of: Of): { entries: object[] } {
  const at = new Date().toISOString();
  const broke = { id: uuid7(), machineId, kind: 'break', head: 1, position: 3, at, data: { fault: null } };
  const links = of([1, 2, 7, 8, 9, 40, 250, 499]);
  const entries: { id: string; corrects?: string }[] = [broke];
  for (let link = 0; link < links; link++) {
    const before = chance() < 0.9 ? entries.at(-1)! : of(entries);
    const data = of([{ void: true }, { void: false }, { position: 4 }, { data: { fault: 'snap' } }]);
    entries.push({
      ...{ id: uuid7(), machineId, kind: 'correction', at, corrects: before.id, data },
    } as (typeof entries)[number]);
  }
  if (chance() < 0.2) entries[1]!.corrects = entries.at(-1)!.id;
  if (chance() < 0.3) entries.reverse();
  return { entries };
}
