/** Where a request comes from, as server/app/network.ts saw it. */
export interface RequestOrigin {
  /** This computer itself, and nothing before it that passes others' requests on. */
  isNear: boolean;
  isHttps: boolean;
  address: string;
}
/** What a request shows of itself. */
export interface Credentials {
  cookie: string | null;
  authorization: string | null;
}

/** What the headers of a request show of who asks. */
export const credentialsOf = (headers: Headers): Credentials => ({
  cookie: headers.get('cookie'),
  authorization: headers.get('authorization'),
});

/** What a browser keeps for us. */
export type Kept = 'device' | 'session';

/**
 * Over https the name says that only this very host set it, over https (`__Host-`, RFC 6265bis 4.1.3.2): what another service on this computer, or plain http, sets under a
 * cookie's name is not taken for it.
 */
export const nameOf = (kept: Kept, { isHttps }: RequestOrigin) => (isHttps ? `__Host-${kept}` : kept);

/** One cookie's value, from the header. */
function cookieOf(header: string | null, name: string): string | null {
  if (!header?.includes(name)) return null;
  for (const part of header.split(';')) {
    const at = part.indexOf('=');
    if (part.slice(0, at).trim() === name) return part.slice(at + 1).trim();
  }
  return null;
}

/** What a request holds. A tablet that was let in before the names changed is known by the old one, until it opens a page. */
export const cookiesOf = ({ cookie }: Credentials, from: RequestOrigin): Record<Kept, string | null> => ({
  device: cookieOf(cookie, nameOf('device', from)) ?? cookieOf(cookie, 'device'),
  session: cookieOf(cookie, nameOf('session', from)),
});
