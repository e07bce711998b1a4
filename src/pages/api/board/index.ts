import { board as answer } from '../../../schemas/board.ts';
import { serverNow } from '../../../server/base/clock.ts';
import { boardNow } from '../../../server/board/watch.ts';
import { endpoint } from '../../../server/http/endpoint.ts';

export const GET = endpoint({ right: 'board', answer }, async () => ({
  machines: await boardNow(),
  now: serverNow().toISOString(),
}));
