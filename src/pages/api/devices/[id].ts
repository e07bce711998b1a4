import { device, deviceChange, nothing } from '../../../schemas/people.ts';
import { endpoint } from '../../../server/http/endpoint.ts';
import { changeDevice, turnOut } from '../../../server/people/devices.ts';

export const PATCH = endpoint(
  { right: 'people', body: deviceChange, answer: device },
  ({ id, body, asker }) => changeDevice(id('id'), body, asker),
);
/** Turns it out, at once. */
export const DELETE = endpoint({ right: 'people', answer: nothing }, async ({ id, asker }) => {
  await turnOut(id('id'), asker);
  return { ok: true };
});
