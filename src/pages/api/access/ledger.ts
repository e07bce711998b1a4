import { accessLines as answer } from '../../../schemas/people.ts';
import { listQuery } from '../../../schemas/workshop.ts';
import { endpoint } from '../../../server/http/endpoint.ts';
import { accessLines } from '../../../server/people/access-ledger.ts';

/** What was changed about people, devices and tokens. */
export const GET = endpoint({ right: 'people', query: listQuery, answer }, ({ query }) => accessLines(query));
