/** Why a message was not taken. `message` can be shown as it is; `status` is 0 where nobody answered. */
export class NotTaken extends Error {
  constructor(
    readonly status: number,
    sentence: string,
  ) {
    super(sentence);
  }
  /** Someone else changed it meanwhile. */
  get isClash(): boolean {
    return this.status === 409;
  }
}

/** Sends a message to one of our endpoints. Throws {@link NotTaken}. */
export const send = <Answer>(
  method: 'POST' | 'PUT' | 'PATCH' | 'DELETE',
  path: string,
  message: unknown,
): Promise<Answer> =>
  asked<Answer>(path, 'Nothing you typed is lost: try again in a moment.', {
    method,
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(message),
  });

/** Asks one of our endpoints. Throws {@link NotTaken} with the endpoint's own sentence. */
export const get = <Answer>(path: string): Promise<Answer> => asked<Answer>(path, 'Try again in a moment.');

async function asked<Answer>(path: string, then: string, init?: RequestInit): Promise<Answer> {
  let response: Response;
  try {
    response = await fetch(path, init);
  } catch {
    throw new NotTaken(0, `The server does not answer. ${then}`);
  }
  const answer: unknown = await response.json().catch(() => null);
  if (!response.ok)
    throw new NotTaken(
      response.status,
      (answer as { detail?: string } | null)?.detail ?? `The server answered ${response.status}.`,
    );
  return answer as Answer;
}
