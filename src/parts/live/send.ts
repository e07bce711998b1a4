/** Sends a message to one of our endpoints. On refusal throws an Error whose message can be shown as it is. */
export async function send<Answer>(
  method: 'POST' | 'PUT' | 'PATCH',
  path: string,
  message: unknown,
): Promise<Answer> {
  let response: Response;
  try {
    response = await fetch(path, {
      method,
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(message),
    });
  } catch {
    throw new Error('The server does not answer. Nothing you typed is lost: try again in a moment.');
  }
  const answer: unknown = await response.json().catch(() => null);
  if (!response.ok)
    throw new Error(
      (answer as { detail?: string } | null)?.detail ?? `The server answered ${response.status}.`,
    );
  return answer as Answer;
}
