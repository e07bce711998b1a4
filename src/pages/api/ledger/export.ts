import { keysOf } from '../../../core/base/keys.ts';
import { omit } from '../../../core/base/omit.ts';
import { object } from '../../../core/shape/parts.ts';
import { ledgerQuery, type LedgerQuery } from '../../../schemas/ledger/event.ts';
import { endpoint } from '../../../server/http/endpoint.ts';
import { textStream } from '../../../server/http/text-stream.ts';
import { exportFormats } from '../../../server/ledger/reading/export.ts';
import { ledgerRows } from '../../../server/ledger/reading/read.ts';
import { machineById } from '../../../server/stores/machines.ts';

const narrowing = omit(ledgerQuery.properties, 'limit', 'after');
const query = object(
  { ...narrowing, format: { enum: ['csv', 'ndjson'] } },
  keysOf(omit(narrowing, 'machine')),
);

/** The ledger as a file, narrowed like the list, streamed. */
export const GET = endpoint(
  { right: 'read', query, answer: true },
  async ({ query: { format, ...wanted }, context }) => {
    const machine = await machineById(wanted.machine);
    const { type, lines } = exportFormats[format];
    const chunks = lines(ledgerRows(wanted as LedgerQuery));
    return new Response(textStream(chunks, context.locals.room), {
      headers: {
        'content-type': `${type}; charset=utf-8`,
        'cache-control': 'no-store, no-transform',
        'content-disposition': `attachment; filename="ledger-${machine.slug}.${format}"`,
      },
    });
  },
);
