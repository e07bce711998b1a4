import { useState } from 'react';
import { send } from '../../parts/live/send.ts';
import { useTry } from '../../parts/live/useTry.ts';

/** Makes something whose secret is shown this once; what was refused is said, and nothing typed is lost. `message`: what the form says. */
export function useMake<Message extends { name: string }, Made>(
  path: string,
  message: (text: (field: string) => string) => Message,
): { made: (Made & Message) | null; make: (form: FormData) => Promise<void>; refusal: string } {
  const [made, setMade] = useState<(Made & Message) | null>(null);
  const { attempt, refusal } = useTry();
  async function make(form: FormData): Promise<void> {
    const asked = message((field) => String(form.get(field)).trim());
    await attempt(async () => setMade({ ...asked, ...(await send<Made>('POST', path, asked)) }));
  }
  return { made, make, refusal };
}
