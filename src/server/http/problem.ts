import { Refusal } from '../../core/refusal.ts';

/** An answer of RFC 9457 (problem details). `detail` is a sentence an operator understands. */
export interface Problem {
  type: string;
  title: string;
  status: number;
  detail: string;
  /** Where in the message it is wrong, for each fault found. */
  errors?: { where: string; detail: string }[];
}

/** Thrown by server code to answer with a problem. Nothing has been written when it is thrown. */
export class ProblemError extends Error {
  constructor(
    readonly status: number,
    readonly title: string,
    detail: string,
    readonly errors?: Problem['errors'],
    readonly type = 'about:blank',
  ) {
    super(detail);
  }
}

export const notFound = (what: string) =>
  new ProblemError(
    404,
    'Not found',
    `There is no such ${what}. It may have been typed wrongly; go back and pick it from the list.`,
  );

export const invalid = (detail: string, errors?: Problem['errors']) =>
  new ProblemError(422, 'Not accepted', detail, errors);

export const conflict = (detail: string) => new ProblemError(409, 'Changed meanwhile', detail);

/** The problem that an error is answered with; anything not foreseen is a 500 without its inner words. */
export function problemFrom(error: unknown): Problem {
  if (error instanceof ProblemError) {
    const { status, title, message: detail, errors, type } = error;
    return { type, title, status, detail, ...(errors && { errors }) };
  }
  if (error instanceof Refusal) {
    return { type: `urn:vivid-eye:${error.name}`, title: 'Not accepted', status: 422, detail: error.message };
  }
  if (isUnfitValue(error)) {
    return {
      type: 'about:blank',
      title: 'Not accepted',
      status: 422,
      detail:
        'A value in this message is out of range or malformed. Check numbers, dates and ids, and send it again.',
    };
  }
  const unreachable = isUnreachable(error);
  return {
    type: 'about:blank',
    title: unreachable ? 'Database not reachable' : 'Something broke here',
    status: unreachable ? 503 : 500,
    detail: unreachable
      ? 'The database does not answer just now. What you entered is kept on this device; try again in a moment.'
      : 'The server made a mistake. What you entered is kept on this device; try again, and tell whoever looks after Vivid Eye.',
  };
}

/** PostgreSQL found a value it cannot take (SQLSTATE class 22) or that breaks a rule of the tables (class 23). */
function isUnfitValue(error: unknown): boolean {
  return /^2[23][0-9A-Z]{3}$/.test((error as { code?: string } | null)?.code ?? '');
}

/** Connection refused or lost, or PostgreSQL starting up or shutting down (SQLSTATE class 08, 57P). */
export function isUnreachable(error: unknown): boolean {
  const { code = '', message = '' } = (error ?? {}) as { code?: string; message?: string };
  return (
    /^(ECONNREFUSED|ECONNRESET|EPIPE|ETIMEDOUT|08|57P)/.test(code) ||
    /Connection terminated|timeout exceeded when trying to connect/.test(message)
  );
}
