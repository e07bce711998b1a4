import { defineMiddleware } from 'astro:middleware';
import { problemAnswer, problemFrom, wrongMethod } from './server/http/problem.ts';

/** Every endpoint, by the address pattern that the framework knows it by. */
const endpoints = new Map(
  Object.entries(import.meta.glob<Record<string, unknown>>('./pages/api/**/*.ts')).map(([file, load]) => [
    file.replace(/^\.\/pages/, '').replace(/(\/index)?\.ts$/, ''),
    load,
  ]),
);

/**
 * A method that an endpoint does not have is answered by the framework with a bare 404: here it becomes a 405 that says
 * which it has.
 */
export const onRequest = defineMiddleware(async (context, next) => {
  const { method } = context.request;
  const module = await endpoints.get(context.routePattern)?.();
  const has = Object.keys(module ?? {}).filter((name) => /^[A-Z]+$/.test(name));
  // The framework answers HEAD by GET.
  const takes = has.includes('GET') ? [...has, 'HEAD'] : has;
  if (module && !has.includes('ALL') && !takes.includes(method))
    return problemAnswer(problemFrom(wrongMethod(method, takes.sort().join(', '))));
  return next();
});
