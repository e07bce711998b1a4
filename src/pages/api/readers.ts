import { putRightMessage } from '../../schemas/artwork.ts';
import { endpoint } from '../../server/http/endpoint.ts';
import { putRightHere } from '../../server/jobs/manual-corrections.ts';

/** GET: how often the readers of logos and of test blocks were put right here. */
export const GET = endpoint({ right: 'read', answer: putRightMessage }, () => putRightHere());
