import { among, object, text } from '../../../shape/parts.ts';
import { kindOfEntry } from '../kind.ts';

/** What an operator can say of an item of the Check list. */
export const checkStates = { done: { says: 'checked' }, not_done: { says: 'not checked' } } as const;

/** An item of the Check list said done, or not done and why. `says`: its words on that day. */
export const definition = kindOfEntry({
  name: 'Check',
  where: 'either',
  shape: object(
    {
      item: {
        type: 'string',
        pattern: '^[a-z-]{1,30}(:(\\d{1,2}(:\\d{1,2})?|[0-9a-f-]{36}))?$',
        description: 'an item of the Check list',
      },
      says: text(1, 300),
      state: among(checkStates),
      why: text(1, 300),
    },
    ['why'],
  ),
  flags: { alters: true },
  says: ({ data }) =>
    `${checkStates[data.state].says}: ${data.says}${data.state === 'not_done' && data.why ? ` (${data.why})` : ''}`,
});
