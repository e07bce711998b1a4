import type { OutgoingHttpHeaders, ServerResponse } from 'node:http';

/**
 * For what is no page. A page has its own policy (astro.config.ts), with the hashes of its scripts; what it says of styles
 * is added here: the threads' colours stand in style attributes.
 */
const policy =
  "default-src 'self'; script-src 'self'; style-src 'self'; img-src 'self' data: blob:; font-src 'self' data:; " +
  "object-src 'none'; base-uri 'none'; frame-ancestors 'none'; form-action 'self'";

/** Security headers of every answer of the framework, of files and of problems. */
export const headers: Readonly<Record<string, string>> = {
  'x-content-type-options': 'nosniff',
  'referrer-policy': 'same-origin',
  'cross-origin-opener-policy': 'same-origin',
  'cross-origin-resource-policy': 'same-origin',
  'permissions-policy':
    'camera=(self), screen-wake-lock=(self), microphone=(), geolocation=(), usb=(), serial=(), payment=()',
  'content-security-policy': policy,
};

/** For what is no page and can be none: data, answered past the framework at every touch. */
export const dataHeaders: Readonly<Record<string, string>> = {
  'x-content-type-options': 'nosniff',
  'cross-origin-resource-policy': 'same-origin',
};

const policyHeader = 'content-security-policy';

/** Pages keep what the framework says of scripts; inline style attributes are allowed beside it, style elements are not. */
export function allowStyleAttributes(response: ServerResponse): void {
  const writeHead = response.writeHead.bind(response) as (
    status: number,
    ...rest: unknown[]
  ) => ServerResponse;
  response.writeHead = (status: number, ...rest: unknown[]) => {
    const last = rest.at(-1);
    const given = last && typeof last === 'object' ? (last as OutgoingHttpHeaders) : null;
    const now = String(given?.[policyHeader] ?? response.getHeader(policyHeader));
    const whole = `${now.replace(/;?\s*$/, '')}; style-src-attr 'unsafe-inline'`;
    if (given?.[policyHeader]) given[policyHeader] = whole;
    else response.setHeader(policyHeader, whole);
    return writeHead(status, ...rest);
  };
}
