import { artworkAnswer, artworkQuery } from '../../../schemas/artwork.ts';
import { readPictureFile } from '../../../server/heavy/artwork.ts';
import { linesFrom } from '../../../core/artwork/lines-from-text.ts';
import { heavyFor } from '../../../server/heavy/heavy-work.ts';
import { endpoint } from '../../../server/http/endpoint.ts';

/** The body is the picture itself, up to 30 MB: image/png, image/jpeg, image/webp, image/avif or image/svg+xml. */
export const POST = endpoint(
  { right: 'compute', rate: 'compute', query: artworkQuery, answer: artworkAnswer },
  ({ query, context }) =>
    readPictureFile(context.request, heavyFor(context), { ...query, lines: linesFrom(query) }),
);
