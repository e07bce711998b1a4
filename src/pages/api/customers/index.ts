import { customerChange, customerChanged } from '../../../schemas/stores.ts';
import { endpoint } from '../../../server/http/endpoint.ts';
import { renameCustomer } from '../../../server/jobs/customers.ts';

export const PATCH = endpoint(
  { right: 'plan', body: customerChange, answer: customerChanged },
  ({ body, asker }) => renameCustomer(body, asker),
);
