import { object } from '../../../schemas/parts.ts';
import { everythingJson, everythingNdjson, tableCsv } from '../../../server/everything/export.ts';
import { takeIn } from '../../../server/everything/import.ts';
import { tableNames } from '../../../server/everything/tables.ts';
import { endpoint } from '../../../server/http/endpoint.ts';
import { textStream } from '../../../server/http/text-stream.ts';
import { invalid, ProblemError } from '../../../server/http/problem.ts';

const query = object({ format: { enum: ['ndjson', 'json', 'csv'] }, table: { enum: tableNames } }, [
  'format',
  'table',
]);

/** GET: everything that is kept, as a file, streamed. CSV holds one table. */
export const GET = endpoint({ query, answer: true }, async ({ query: { format = 'ndjson', table } }) => {
  if (format === 'csv' && !table)
    throw invalid(`CSV holds one table: add “&table=” and one of ${tableNames.join(', ')}.`);
  const text =
    format === 'csv' ? tableCsv(table!) : format === 'json' ? everythingJson() : everythingNdjson();
  const type = { ndjson: 'application/x-ndjson', json: 'application/json', csv: 'text/csv' }[format];
  return Promise.resolve(
    new Response(textStream(text), {
      headers: {
        'content-type': `${type}; charset=utf-8`,
        'content-disposition': `attachment; filename="vivid-eye-${table ?? 'everything'}.${format}"`,
        'cache-control': 'no-store',
      },
    }),
  );
});

const taken = object({ rows: { type: 'object', additionalProperties: { type: 'integer' } } });

/** POST: takes an export (NDJSON) into an empty installation: all of it, or nothing. */
export const POST = endpoint({ answer: taken, status: 201 }, async ({ context: { request } }) => {
  if (!/^application\/(x-)?ndjson\b/i.test(request.headers.get('content-type') ?? ''))
    throw new ProblemError(415, 'Not NDJSON', 'Send an export of everything as “application/x-ndjson”.');
  return { rows: await takeIn(textOf(request.body)) };
});

async function* textOf(body: ReadableStream<Uint8Array> | null): AsyncGenerator<string> {
  const reader = body?.pipeThrough(new TextDecoderStream() as never).getReader() as
    ReadableStreamDefaultReader<string> | undefined;
  for (let part = await reader?.read(); part && !part.done; part = await reader!.read()) yield part.value;
}
