import { ownFactorMessage } from '../../../schemas/artwork.ts';
import { endpoint } from '../../../server/http/endpoint.ts';
import { ownStitchFactor } from '../../../server/jobs/own-factor.ts';

/** GET: what the workshop's own files are to an estimate from a picture. */
export const GET = endpoint({ right: 'read', answer: ownFactorMessage }, () => ownStitchFactor());
