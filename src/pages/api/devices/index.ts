import { deviceNew, devices, pairingCode } from '../../../schemas/people.ts';
import { endpoint } from '../../../server/http/endpoint.ts';
import { listDevices, makeCode } from '../../../server/people/devices.ts';

export const GET = endpoint({ right: 'people', answer: devices }, async () => ({
  devices: await listDevices(),
}));
/** A code by which one device is let in. */
export const POST = endpoint(
  { right: 'people', body: deviceNew, answer: pairingCode, status: 201 },
  ({ body, asker }) => makeCode(body, asker),
);
