import { story, storyQuery } from '../../../../../schemas/workshop.ts';
import { positionStory } from '../../../../../server/machine/head.ts';
import { endpoint } from '../../../../../server/http/endpoint.ts';
import { notFound } from '../../../../../server/base/problem.ts';
import { machineById } from '../../../../../server/stores/machines.ts';

export const GET = endpoint(
  { right: 'read', query: storyQuery, answer: story },
  async ({ id, query, context }) => {
    const machine = await machineById(id('id'));
    const position = Number(context.params['position']);
    const head = query.head ?? 1;
    if (!Number.isInteger(position) || position < 1 || position > machine.positions)
      throw notFound('position');
    if (head > machine.heads) throw notFound('head');
    return positionStory(machine.id, head, position);
  },
);
