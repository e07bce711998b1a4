import { whoIsIt } from '../../schemas/people.ts';
import { endpoint } from '../../server/http/endpoint.ts';

/** Who the server takes this device for. */
export const GET = endpoint(
  { right: 'anyone', answer: whoIsIt },
  ({ asker: { role, asked, person, device } }) => Promise.resolve({ role, asked, person, device }),
);
