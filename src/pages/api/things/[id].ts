import { thingsBefore as answer } from '../../../schemas/stores.ts';
import { endpoint } from '../../../server/http/endpoint.ts';
import { thingsBefore } from '../../../server/stores/things.ts';

export const GET = endpoint({ right: 'read', answer }, ({ id }) => thingsBefore(id('id')));
