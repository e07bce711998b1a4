import { nothing } from '../../schemas/people.ts';
import { endpoint } from './endpoint.ts';
import { removeThing, type Thing } from '../stores/things.ts';

/** DELETE of something in the stores: while nothing on record names it. */
export const removal = (thing: Thing) =>
  endpoint({ right: 'stores', answer: nothing }, async ({ id, asker }) => {
    await removeThing(thing, id('id'), asker);
    return { ok: true };
  });
