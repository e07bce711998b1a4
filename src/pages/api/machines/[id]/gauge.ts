import { gaugePart, gaugeTaken } from '../../../../schemas/tension.ts';
import { endpoint } from '../../../../server/http/endpoint.ts';
import { announceNews } from '../../../../server/base/news.ts';
import { machineById } from '../../../../server/stores/machines.ts';

/** Part of a pull: told at once to every page of the machine, and not kept. What is kept is the reading, as an entry. */
export const POST = endpoint(
  { right: 'gauge', ofMachine: true, body: gaugePart, answer: gaugeTaken, status: 201 },
  async ({ id, body }) => {
    const { id: machineId } = await machineById(id('id'));
    await announceNews([{ machineId, news: { name: 'pull', data: body } }]);
    return { taken: body.grams.length };
  },
);
