import { access, accessChange } from '../../../schemas/people.ts';
import { endpoint } from '../../../server/http/endpoint.ts';
import { accessNow, changeAccess } from '../../../server/people/access.ts';

export const GET = endpoint({ right: 'people', answer: access }, () => accessNow());
export const PATCH = endpoint({ right: 'people', body: accessChange, answer: access }, ({ body, asker }) =>
  changeAccess(body, asker),
);
