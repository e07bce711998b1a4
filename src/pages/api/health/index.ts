import { health } from '../../../schemas/workshop.ts';
import { serverNow } from '../../../server/base/clock.ts';
import { database, rows } from '../../../server/base/database.ts';
import { endpoint } from '../../../server/http/endpoint.ts';

export const GET = endpoint({ right: 'anyone', answer: health }, async () => {
  const [row] = await rows<{ seq: number }>(database(), 'SELECT last_value AS seq FROM ledger_seq');
  return { ok: true, seq: row?.seq ?? 0, now: serverNow().toISOString() };
});
