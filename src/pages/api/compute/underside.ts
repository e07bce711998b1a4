import { undersideAnswer, undersideQuery } from '../../../schemas/tension.ts';
import { readUndersideFile } from '../../../server/heavy/artwork.ts';
import { countTold, outlinesFrom } from '../../../engines/underside/index.ts';
import { heavyFor } from '../../../server/heavy/heavy-work.ts';
import { endpoint } from '../../../server/http/endpoint.ts';

/** The body is the photo itself, up to 30 MB: image/png or image/jpeg. */
export const POST = endpoint(
  { right: 'compute', rate: 'compute', query: undersideQuery, answer: undersideAnswer },
  async ({ query, context }) => {
    const outlines = outlinesFrom(query.outlines);
    const columns = await readUndersideFile(context.request, heavyFor(context), { ...query, outlines });
    return { columns, told: outlines ? null : countTold(columns.length, query.count) };
  },
);
