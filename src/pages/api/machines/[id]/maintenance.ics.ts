import { endpoint } from '../../../../server/http/endpoint.ts';
import { maintenanceCalendar } from '../../../../server/machine/maintenance.ts';

/** GET: the machine's maintenance as iCalendar, to be subscribed to. */
export const GET = endpoint(
  { right: 'read', answer: { type: 'string' } },
  async ({ id }) =>
    new Response(await maintenanceCalendar(id('id')), {
      headers: { 'content-type': 'text/calendar; charset=utf-8', 'cache-control': 'no-store' },
    }),
);
