import type { APIContext } from 'astro';
import { object } from '../../../core/shape/parts.ts';
import {
  checkExports,
  everythingJson,
  everythingNdjson,
  tableCsv,
} from '../../../server/everything/export.ts';
import { takeIn } from '../../../server/everything/import.ts';
import { exportTables } from '../../../server/everything/tables.ts';
import { cutOff, readAway } from '../../../server/http/body.ts';
import { endpoint } from '../../../server/http/endpoint.ts';
import { textStream } from '../../../server/http/text-stream.ts';
import { invalid, ProblemError } from '../../../server/base/problem.ts';
import { credentialsOf } from '../../../server/people/credentials.ts';
import { whileAllowed } from '../../../server/http/while-allowed.ts';

const query = object({ format: { enum: ['ndjson', 'json', 'csv'] }, table: { enum: exportTables } }, [
  'format',
  'table',
]);

/** GET: everything that is kept, as a file, streamed. CSV holds one table. */
export const GET = endpoint(
  { right: 'everything', query, answer: true },
  async ({ query: { format = 'ndjson', table }, context }) => {
    if (format === 'csv' && !table)
      throw invalid(`CSV holds one table: add “&table=” and one of ${exportTables.join(', ')}.`);
    checkExports();
    const text =
      format === 'csv' ? tableCsv(table!) : format === 'json' ? everythingJson() : everythingNdjson();
    const type = { ndjson: 'application/x-ndjson', json: 'application/json', csv: 'text/csv' }[format];
    return Promise.resolve(
      new Response(textStream(whileAllowed(text, holderOf(context)), context.locals.room), {
        headers: {
          'content-type': `${type}; charset=utf-8`,
          'content-disposition': `attachment; filename="vivid-eye-${table ?? 'everything'}.${format}"`,
          // Not packed on its way: it is written at the reader's pace.
          'cache-control': 'no-store, no-transform',
        },
      }),
    );
  },
);

const holderOf = ({ request, locals }: APIContext) =>
  ({ shown: credentialsOf(request.headers), from: locals.from, right: 'everything' }) as const;

const taken = object({ rows: { type: 'object', additionalProperties: { type: 'integer' } } });

/** POST: takes an export (NDJSON) into an empty installation: all of it, or nothing. */
export const POST = endpoint(
  { right: 'everything', rate: 'upload', answer: taken, status: 201 },
  async ({ context }) => {
    const { request } = context;
    if (!/^application\/(x-)?ndjson\b/i.test(request.headers.get('content-type') ?? ''))
      throw new ProblemError(415, 'Not NDJSON', 'Send an export of everything as “application/x-ndjson”.');
    return { rows: await takeIn(whileAllowed(piecesOf(request.body), holderOf(context))) };
  },
);

/** A file may take its time, as long as it keeps coming. */
const nextPieceMs = 30_000;
const mostMs = 3_600_000;

async function* piecesOf(body: ReadableStream<Uint8Array> | null): AsyncGenerator<Uint8Array> {
  const reader = body?.getReader();
  if (!reader) return;
  const until = Date.now() + mostMs;
  try {
    for (;;) {
      let late: ReturnType<typeof setTimeout> | undefined;
      const inTime = new Promise<never>((_done, fail) => {
        late = setTimeout(() => fail(stalled()), Math.min(nextPieceMs, until - Date.now()));
      });
      const part = await Promise.race([
        inTime,
        reader.read().catch(() => {
          throw cutOff();
        }),
      ]).finally(() => clearTimeout(late));
      if (part.done) return;
      yield part.value;
    }
  } finally {
    readAway(reader);
  }
}

const stalled = () =>
  new ProblemError(
    408,
    'Too slow',
    'The file stopped coming before its end. Nothing was taken in; send it again.',
  );
