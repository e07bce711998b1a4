import type { APIContext, APIRoute } from 'astro';
import type { FromSchema, JSONSchema } from 'json-schema-to-ts';
import { log } from '../log.ts';
import { maxBodyBytes, parseJson, tooLong } from './body.ts';
import { checker } from './check.ts';
import { problemFrom, ProblemError } from './problem.ts';

/** A schema's type; `undefined` where the endpoint takes none. */
type Message<Schema> = Schema extends JSONSchema ? FromSchema<Schema> : undefined;

interface Contract<Body, Query> {
  body?: Body;
  query?: Query;
  /** Checked only where answers are checked (VIVID_CHECK_ANSWERS=1: all tests). */
  answer: JSONSchema;
  status?: number;
}

interface Given<Body, Query> {
  body: Body;
  query: Query;
  /** A path parameter that must be a UUID. */
  id: (name: string) => string;
  context: APIContext;
}

/**
 * Wraps one endpoint: reads and checks the query and body by their schemas, runs `handle`, checks the answer
 * (in tests), and turns every error into a problem of RFC 9457.
 */
export function endpoint<const Body = undefined, const Query = undefined>(
  contract: Contract<Body, Query>,
  handle: (given: Given<Message<Body>, Message<Query>>) => Promise<unknown>,
): APIRoute {
  const checkBody = contract.body && checker(contract.body as JSONSchema);
  const checkQuery = contract.query && checker(contract.query as JSONSchema, { coerce: true });
  const checkAnswer = process.env['VIVID_CHECK_ANSWERS'] ? checker(contract.answer) : undefined;
  return (context) =>
    answering(context, async () => {
      const query = checkQuery?.(Object.fromEntries(context.url.searchParams), 'query');
      const body = checkBody?.(await readJson(context.request), 'body');
      // What the checks let through has the schemas' types; the compiler cannot follow them through the generics.
      const given = { body, query, id: (name: string) => pathId(context, name), context } as never;
      const answer = await handle(given);
      if (answer instanceof Response) return answer;
      checkAnswer?.(answer, 'answer');
      return Response.json(answer, {
        status: contract.status ?? 200,
        headers: { 'cache-control': 'no-store' },
      });
    });
}

/** Runs `work` and turns an error into its problem. */
async function answering(context: APIContext, work: () => Promise<Response>): Promise<Response> {
  try {
    return await work();
  } catch (error) {
    const problem = problemFrom(error);
    if (problem.status >= 500) log().error({ err: error, path: context.url.pathname }, 'request failed');
    return new Response(JSON.stringify(problem), {
      status: problem.status,
      headers: { 'content-type': 'application/problem+json', 'cache-control': 'no-store' },
    });
  }
}

function pathId(context: APIContext, name: string): string {
  const value = context.params[name] ?? '';
  if (!/^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i.test(value)) {
    throw new ProblemError(
      404,
      'Not found',
      `“${value.slice(0, 60)}” is no id. Go back and pick it from the list.`,
    );
  }
  return value.toLowerCase();
}

async function readJson(request: Request): Promise<unknown> {
  const type = request.headers.get('content-type') ?? '';
  // The type first: what is no JSON need not be read at all.
  if (!/^application\/json\b/i.test(type)) return parseJson(type, '');
  return parseJson(type, (await readLimited(request, maxBodyBytes)).toString('utf8'));
}

/** The body, stopped as soon as it is too long, whatever the sender said of its length. */
export async function readLimited(request: Request, most: number, refusal?: string): Promise<Buffer> {
  if (Number(request.headers.get('content-length') ?? 0) > most) throw tooLong(refusal);
  const reader = request.body?.getReader();
  const parts: Uint8Array[] = [];
  let bytes = 0;
  const read = () =>
    reader!.read().catch(() => {
      throw new ProblemError(400, 'Cut off', 'The message was cut off on its way. Send it again.');
    });
  for (let next = reader && (await read()); next && !next.done; next = await read()) {
    bytes += next.value.length;
    if (bytes > most) {
      await reader!.cancel();
      throw tooLong(refusal);
    }
    parts.push(next.value);
  }
  return Buffer.concat(parts);
}
