import { UserError } from '../../core/base/user-error.ts';

/** An answer of RFC 9457 (problem details). `detail` is a sentence an operator understands. */
export interface Problem {
  type: string;
  title: string;
  status: number;
  detail: string;
  /** Where in the message it is wrong, for each fault found. */
  errors?: { where: string; detail: string }[];
  [more: string]: unknown;
}

/** Thrown by server code to answer with a problem. Nothing has been written when it is thrown. */
export class ProblemError extends Error {
  constructor(
    readonly status: number,
    readonly title: string,
    detail: string,
    readonly errors?: Problem['errors'],
    readonly type = 'about:blank',
    /** Further members of the answer, as RFC 9457 allows them. */
    readonly more?: Readonly<Record<string, unknown>>,
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

/** An id made by its writer stands for one content for good: what is kept under it, and what was sent now, side by side. */
export const otherContent = (detail: string, kept: unknown, sent: unknown) =>
  new ProblemError(409, 'Kept already, with other content', detail, undefined, 'urn:vivid-eye:OtherContent', {
    kept,
    sent,
  });

/** Too many at once: what is asked for may be asked again after so many seconds. */
export const tooMany = (detail: string, retryAfterS = 5) =>
  new ProblemError(429, 'Too many at once', detail, undefined, 'about:blank', { retryAfterS });

/** There is something at this address, and it takes other methods. `allow`: them, as the header lists them. */
export const wrongMethod = (method: string, allow: string) =>
  new ProblemError(
    405,
    'Method not allowed',
    `This address does not take ${method}. It takes ${allow}; docs/api.md says what for.`,
    undefined,
    'about:blank',
    { allow },
  );

export const conflict = (detail: string) => new ProblemError(409, 'Changed meanwhile', detail);

/** Seconds after which a message that could not be taken now may be sent again. */
const comeAgainS = 2;

/** The headers of a problem's answer. */
export function problemHeaders(problem: Problem): Record<string, string> {
  const waits = problem.status === 429 || problem.status === 503;
  return {
    'content-type': 'application/problem+json',
    'cache-control': 'no-store',
    ...(waits && { 'retry-after': String(problem['retryAfterS'] ?? comeAgainS) }),
    ...(typeof problem['allow'] === 'string' && { allow: problem['allow'] }),
  };
}

export const problemAnswer = (problem: Problem) =>
  new Response(JSON.stringify(problem), { status: problem.status, headers: problemHeaders(problem) });

/** The problem that an error is answered with; anything not foreseen is a 500 without its inner words. */
export function problemFrom(error: unknown): Problem {
  if (error instanceof ProblemError) {
    const { status, title, message: detail, errors, type, more } = error;
    return { type, title, status, detail, ...(errors && { errors }), ...more };
  }
  if (error instanceof UserError) {
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
  if (isDiskFull(error))
    return {
      type: 'about:blank',
      title: 'No room',
      status: 503,
      detail:
        'The disk of the database is full. What you entered is kept on this device. Make room on the computer’s disk: it is then sent by itself.',
    };
  const unreachable = isUnreachable(error);
  return {
    type: 'about:blank',
    title: unreachable ? 'Not just now' : 'Something broke here',
    status: unreachable ? 503 : 500,
    detail: unreachable
      ? 'The database does not answer in time just now. What you entered is kept on this device; try again in a moment.'
      : 'The server made a mistake. What you entered is kept on this device; try again, and tell whoever looks after Vivid Eye.',
  };
}

/**
 * PostgreSQL found a value it cannot take (SQLSTATE class 22) or that breaks a rule of the tables (class 23). A check that
 * fails without a rule's name is about the ledger's partitions: that is the server's state, not the message's fault.
 */
function isUnfitValue(error: unknown): boolean {
  const { code = '' } = (error ?? {}) as { code?: string };
  return /^2[23][0-9A-Z]{3}$/.test(code) && !isAboutPartitions(error);
}

function isAboutPartitions(error: unknown): boolean {
  const { code, constraint } = (error ?? {}) as { code?: string; constraint?: string };
  return code === '23514' && !constraint;
}

/** The database has no room to write. */
export const isDiskFull = (error: unknown) => (error as { code?: string } | null)?.code === '53100';

/** A statement took longer than it may: one message's own fault, perhaps. */
export const isTimedOut = (error: unknown) => (error as { code?: string } | null)?.code === '57014';

/**
 * Connection refused or lost, PostgreSQL starting up or shutting down, out of room, or busy beyond the time that a
 * statement or lock is given, or no more the server that may be written: the same message may go well in a moment. SQLSTATE
 * classes 08, 53, 57, 58; 25006, 25P02 and 25P03, 40001, 40P01, 55P03; 23514 without a rule (see above).
 */
export function isUnreachable(error: unknown): boolean {
  const { code = '', message = '' } = (error ?? {}) as { code?: string; message?: string };
  return (
    isAboutPartitions(error) ||
    /^(ECONNREFUSED|ECONNRESET|EPIPE|ETIMEDOUT|ENOTFOUND|EAI_AGAIN|ENOENT|08...$|53...$|57...$|58...$|25006$|25P0[23]$|40001$|40P01$|55P03$)/.test(
      code,
    ) ||
    /Connection terminated|timeout exceeded when trying to connect|Client has encountered a connection error/.test(
      message,
    )
  );
}
