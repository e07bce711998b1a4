import { object } from '../../../schemas/parts.ts';
import { ledgerQuery, type LedgerQuery } from '../../../schemas/event.ts';
import { endpoint } from '../../../server/http/endpoint.ts';
import { exportFormats } from '../../../server/ledger/export.ts';
import { ledgerRows } from '../../../server/ledger/read.ts';
import { machineById } from '../../../server/machines.ts';

const { limit: _limit, after: _after, ...narrowing } = ledgerQuery.properties;
void [_limit, _after];
const query = object({ ...narrowing, format: { enum: ['csv', 'ndjson'] } }, [
  'position',
  'head',
  'kind',
  'fault',
  'job',
  'from',
  'to',
]);

/** The ledger as a file, narrowed like the list, streamed. */
export const GET = endpoint({ query, answer: true }, async ({ query: { format, ...wanted } }) => {
  const machine = await machineById(wanted.machine);
  const { type, lines } = exportFormats[format];
  const encoder = new TextEncoder();
  const chunks = lines(ledgerRows(wanted as LedgerQuery));
  const stream = new ReadableStream<Uint8Array>({
    async pull(controller) {
      const { value, done } = await chunks.next();
      if (done) controller.close();
      else controller.enqueue(encoder.encode(value));
    },
  });
  return new Response(stream, {
    headers: {
      'content-type': `${type}; charset=utf-8`,
      'content-disposition': `attachment; filename="ledger-${machine.slug}.${format}"`,
    },
  });
});
