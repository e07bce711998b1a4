import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import type { Right } from '../../src/core/people/rights.ts';
import type { AnyShape } from '../../src/core/shape/data-of.ts';
import { directRoutes } from '../../src/server/app/direct.ts';

/** One method of one endpoint of the app, as its file exports it. */
export interface Route {
  method: string;
  /** "/api/jobs/[id]" */
  pattern: string;
  body?: AnyShape;
  query?: AnyShape;
  right: Right;
}

/** Every endpoint there is, found from the files that are the app's routes, and those that are answered beside them. */
export async function routes(folder = 'src/pages/api'): Promise<Route[]> {
  const files = readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .filter((file) => file.endsWith('.ts') && !file.includes('[...'))
    .sort();
  const found: Route[] = directRoutes.map(({ pattern, contract: { right, body } }) => ({
    ...{ method: 'POST', pattern, right },
    ...(body && { body }),
  }));
  for (const file of files) {
    const module = (await import(/* @vite-ignore */ join(process.cwd(), folder, file))) as Record<
      string,
      { contract?: Pick<Route, 'body' | 'query' | 'right'> }
    >;
    const pattern = `/api/${file.replace(/(^|\/)index\.ts$|\.ts$/, '')}`.replace(/\/$/, '');
    for (const [method, { contract }] of Object.entries(module)) {
      const { body, query, right } = contract ?? {};
      if (/^[A-Z]+$/.test(method))
        found.push({ method, pattern, right: right!, ...(body && { body }), ...(query && { query }) });
    }
  }
  return found;
}
