import { workshop as message, workshopChange } from '../../schemas/stores.ts';
import { endpoint } from '../../server/http/endpoint.ts';
import { changeWorkshop, workshop } from '../../server/stores/workshop.ts';

export const GET = endpoint({ right: 'read', answer: message }, () => workshop());
export const PATCH = endpoint({ right: 'machines', body: workshopChange, answer: message }, ({ body }) =>
  changeWorkshop(body),
);
