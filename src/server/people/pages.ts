import type { Right } from '../../core/people/rights.ts';
import type { Principal } from '../../schemas/people.ts';

/** What a page takes, by the framework's pattern of its address; all others take `read`. */
const pages: Readonly<Record<string, Right>> = {
  '/sign-in': 'anyone',
  '/let-in': 'anyone',
  '/owner': 'anyone',
  '/trust': 'anyone',
  '/trust/authority.crt': 'anyone',
  '/404': 'anyone',
  '/500': 'anyone',
  // It refuses by itself, with a problem instead of a page.
  '/metrics': 'anyone',
  '/board': 'board',
  '/people': 'people',
};

export const rightOfPage = (pattern: string): Right => pages[pattern] ?? 'read';

/** Where whoever may not see a page goes instead, and from there back to it. */
export function whereTo({ role }: Principal, isNear: boolean, { pathname, search }: URL): string {
  if (role === 'display') return '/board';
  const page = role === 'nobody' && !isNear ? '/let-in' : '/sign-in';
  return `${page}?then=${encodeURIComponent(pathname + search)}`;
}

/** An address of ours to go on to, from what a query says; "/" for any other. */
export function wayOn(then: string | null): string {
  return then !== null && /^\/(?![/\\])[\w\-/?=&%.,:+]*$/.test(then) ? then : '/';
}
