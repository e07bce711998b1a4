import { listQuery, page, thread, threadNew } from '../../../schemas/workshop.ts';
import { endpoint } from '../../../server/http/endpoint.ts';
import { addThread, listThreads } from '../../../server/stores/threads.ts';

export const GET = endpoint({ right: 'read', query: listQuery, answer: page(thread) }, ({ query }) =>
  listThreads(query),
);
export const POST = endpoint({ right: 'stores', body: threadNew, answer: thread, status: 201 }, ({ body }) =>
  addThread(body),
);
