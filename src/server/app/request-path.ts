/**
 * How the target of a request may be spelled. Every decision by path (which pages plain http gets, which answers are live lines, who needs what) compares text: with one
 * spelling an address, none of them can be evaded.
 */

/** Characters that never need an escape (RFC 3986, 2.3), and those whose escapes would be read as another path. */
const needlessEscape = /^[\w\-.~/\\%]$/;

/** What nearly every target is, found at once: segments of letters, figures and marks, none beginning with a dot; no query. */
const plain = /^(?:\/[\w\-~][\w\-.~]*)+\/?$/;

/**
 * The path of a request target ("/a/b?query"), or null where it is no canonical path: dot segments, empty segments (but a last one), backslashes, control
 * characters, fragments, escapes that are not needed or not UTF-8. The query's escapes must be readable too.
 */
export function canonicalPath(target: string): string | null {
  if (plain.test(target)) return target;
  const [path = '', ...query] = target.split('?');
  if (!/^\/[\x21-\x7e]*$/.test(path) || /[\\#]/.test(target) || path.includes('//')) return null;
  if (path.split('/').some((segment) => segment === '.' || segment === '..')) return null;
  if (/%(?![0-9a-f]{2})/i.test(target)) return null;
  for (const [, hex] of path.matchAll(/%([0-9a-f]{2})/gi)) {
    const character = String.fromCharCode(parseInt(hex!, 16));
    if (character < ' ' || character === '\x7f' || needlessEscape.test(character)) return null;
  }
  try {
    decodeURIComponent(query.join('?'));
    // What is left are escapes of signs that mean something in a path (RFC 3986, 2.2): none of ours holds them.
    return decodeURI(path).includes('%') ? null : path;
  } catch {
    return null;
  }
}

/** Whether a path is an endpoint's, and no page's. */
export const isApi = (path: string): boolean => /^\/api(\/|$)/.test(path);

/** The path of a target that was found canonical. */
export const pathOf = (target: string): string => target.split('?', 1)[0]!;
