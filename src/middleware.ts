import type { APIContext, MiddlewareNext } from 'astro';
import { defineMiddleware } from 'astro:middleware';
import { directRoutes } from './server/app/direct.ts';
import { requestSeconds } from './server/base/metrics.ts';
import type { Right } from './core/people/rights.ts';
import { may } from './core/people/roles.ts';
import { logFailure } from './server/base/failures.ts';
import { problemAnswer, problemFrom, wrongMethod } from './server/base/problem.ts';
import { authenticate, nobody } from './server/people/principals.ts';
import type { RequestOrigin } from './server/people/credentials.ts';
import { credentialsOf } from './server/people/credentials.ts';
import { isByHand, noteActivity } from './server/people/activity.ts';
import { renameDevice } from './server/people/cookies.ts';
import { rightOfPage, whereTo } from './server/people/pages.ts';

/** Every endpoint, by the address pattern that the framework knows it by. */
const endpoints = new Map(
  Object.entries(import.meta.glob<Record<string, unknown>>('./pages/api/**/*.ts')).map(([file, load]) => [
    file.replace(/^\.\/pages/, '').replace(/(\/index)?\.ts$/, ''),
    load,
  ]),
);

/** Under `astro dev`, which serves nothing but this computer, nobody says where a request comes from. */
const inDevelopment: RequestOrigin = { isNear: import.meta.env.DEV, isHttps: false, address: '' };

/**
 * Finds out who asks, once, for pages and endpoints; an endpoint holds it against its contract, a page is held against what it
 * needs here. A method that an endpoint does not have is answered by the framework with a bare 404: here it becomes a 405 that says
 * which it has.
 */
const onAsked = defineMiddleware(async (context, next) => {
  const { method, headers } = context.request;
  // A page that stands in for another (404, 500) is given the locals that there are.
  const { from = inDevelopment } = context.locals as Partial<App.Locals>;
  context.locals.from = from;
  const module = await endpoints.get(context.routePattern)?.();
  const direct = directRoutes.some(({ pattern }) => pattern === context.routePattern) ? ['POST'] : [];
  const has = [...Object.keys(module ?? {}).filter((name) => /^[A-Z]+$/.test(name)), ...direct];
  // The framework answers HEAD by GET.
  const takes = has.includes('GET') ? [...has, 'HEAD'] : has;
  if (module && !has.includes('ALL') && !takes.includes(method))
    return problemAnswer(problemFrom(wrongMethod(method, takes.sort().join(', '))));
  const { contract } = (module?.[method === 'HEAD' ? 'GET' : method] ?? {}) as {
    contract?: { right: Right; anonymous?: true };
  };
  try {
    context.locals.asker = contract?.anonymous ? nobody : await authenticate(credentialsOf(headers), from);
  } catch (error) {
    // The database is away: who asks cannot be known, and is let do nothing but what anybody may.
    const right = module ? contract?.right : rightOfPage(context.routePattern);
    if (right !== 'anyone') {
      if (module) return problemAnswer(problemFrom(error));
      context.locals.asker = nobody;
      return failedPage(context, error);
    }
    context.locals.asker = nobody;
  }
  const { asker } = context.locals;
  if (isByHand(method, headers.get('sec-fetch-mode'), contract?.right)) void noteActivity(asker);
  if (!module && !may(asker.role, rightOfPage(context.routePattern)))
    return context.redirect(whereTo(asker, from.isNear, context.url));
  if (!module) renameDevice(context);
  return next();
});

/** A page that could not be made: in words, and with the status that says to try again where that helps. */
async function failedPage(context: APIContext, error: unknown): Promise<Response> {
  logFailure(error, context.url.pathname);
  context.locals.failure = error;
  const page = await context.rewrite('/500');
  return new Response(page.body, { status: problemFrom(error).status, headers: page.headers });
}

/** Each answer's time until it begins: for whoever watches over the app (/metrics). */
export const onRequest = defineMiddleware(async (context, next) => {
  const took = requestSeconds.startTimer({ route: context.routePattern, method: context.request.method });
  const answer = await answered(context, next);
  took({ status: answer.status });
  return answer;
});

async function answered(context: APIContext, next: MiddlewareNext): Promise<Response> {
  try {
    return (await onAsked(context, next)) ?? (await next());
  } catch (error) {
    // Where even the page that says so fails, the framework says it barely.
    if (context.locals.failure !== undefined) throw error;
    return failedPage(context, error);
  }
}
