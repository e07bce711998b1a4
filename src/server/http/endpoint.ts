import type { APIContext, APIRoute } from 'astro';
import type { Right } from '../../core/people/rights.ts';
import type { DataOf, AnyShape } from '../../core/shape/data-of.ts';
import type { Principal } from '../../schemas/people.ts';
import { logFailure } from '../base/failures.ts';
import {
  bodyWithinMs,
  cutOff,
  maxBodyBytes,
  mustBeJson,
  parseText,
  readAway,
  textOf,
  tooLong,
  tooSlow,
} from './body.ts';
import { requireRight, requireMachineScope } from '../people/principals.ts';
import { mustTake, type Rate } from './rate.ts';
import { validator } from './validate.ts';
import { idOf } from './path-id.ts';
import { problemAnswer, problemFrom } from '../base/problem.ts';

/** A schema's type; `undefined` where the endpoint takes none. */
type Message<Schema> = Schema extends AnyShape ? DataOf<Schema> : undefined;

interface Contract<Body, Query> {
  /** What whoever asks must be allowed (core/people): held against his role before anything is read. */
  right: Right;
  /** Answered without finding out who asks, and so without the database. */
  anonymous?: true;
  /** The machine whose data it changes (true: the path’s `id` is its): a device that is another one’s may not. Found out only for such a device. */
  ofMachine?: true | ((about: { id: string; body: Message<Body> }) => string | Promise<string>);
  /** It costs more than a touch: how often a device may. */
  rate?: Rate;
  body?: Body;
  query?: Query;
  /** Checked only where answers are checked (VIVID_CHECK_ANSWERS=1: all tests). */
  answer: AnyShape;
  status?: number;
}

interface Given<Body, Query> {
  body: Body;
  query: Query;
  asker: Principal;
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
  const checkBody = contract.body && validator(contract.body as AnyShape);
  const checkQuery = contract.query && validator(contract.query as AnyShape, { coerce: true });
  const checkAnswer = process.env['VIVID_CHECK_ANSWERS'] ? validator(contract.answer) : undefined;
  const route: APIRoute = (context) =>
    answering(context, async () => {
      const { asker } = context.locals;
      requireRight(asker, contract.right);
      if (contract.ofMachine === true) requireMachineScope(asker, pathId(context, 'id'));
      if (contract.rate) mustTake(asker, context.locals.from.address, contract.rate, 1);
      const query = checkQuery?.(Object.fromEntries(context.url.searchParams), 'query');
      const body = checkBody?.(await readJson(context.request), 'body');
      // What the checks let through has the schemas' types; the compiler cannot follow them through the generics.
      const given = { body, query, asker, id: (name: string) => pathId(context, name), context } as Given<
        Message<Body>,
        Message<Query>
      >;
      if (typeof contract.ofMachine === 'function' && asker.machineId !== null) {
        const id = context.params['id'] === undefined ? '' : pathId(context, 'id');
        requireMachineScope(asker, await contract.ofMachine({ id, body: given.body }));
      }
      const answer = await handle(given);
      if (answer instanceof Response) return answer;
      checkAnswer?.(answer, 'answer');
      return Response.json(answer, {
        status: contract.status ?? 200,
        headers: { 'cache-control': 'no-store' },
      });
    });
  // What it takes stands with it, for tests that send whatever it might be sent.
  return Object.assign(route, { contract });
}

/** Runs `work` and turns an error into its problem. */
async function answering(context: APIContext, work: () => Promise<Response>): Promise<Response> {
  try {
    return await work();
  } catch (error) {
    const problem = problemFrom(error);
    if (problem.status >= 500) logFailure(error, context.url.pathname);
    return problemAnswer(problem);
  }
}

const pathId = (context: APIContext, name: string): string => idOf(context.params[name] ?? '');

async function readJson(request: Request): Promise<unknown> {
  // The type first: what is no JSON need not be read at all.
  mustBeJson(request.headers.get('content-type') ?? '');
  return parseText(textOf(await readLimited(request, maxBodyBytes)));
}

/** The body, stopped as soon as it is too long, whatever the sender said of its length, or does not come in time. */
export async function readLimited(request: Request, most: number, refusal?: string): Promise<Buffer> {
  if (Number(request.headers.get('content-length') ?? 0) > most) throw tooLong(refusal);
  const reader = request.body?.getReader();
  if (!reader) return Buffer.alloc(0);
  let late: ReturnType<typeof setTimeout> | undefined;
  const inTime = new Promise<never>((_done, fail) => {
    late = setTimeout(() => fail(tooSlow()), bodyWithinMs);
  });
  const parts: Uint8Array[] = [];
  let bytes = 0;
  try {
    for (;;) {
      const next = await Promise.race([
        inTime,
        reader.read().catch(() => {
          throw cutOff();
        }),
      ]);
      if (next.done) return Buffer.concat(parts);
      bytes += next.value.length;
      if (bytes > most) throw tooLong(refusal);
      parts.push(next.value);
    }
  } catch (error) {
    readAway(reader);
    throw error;
  } finally {
    clearTimeout(late);
  }
}
