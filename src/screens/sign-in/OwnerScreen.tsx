import { useState } from 'react';
import { leastSigns } from '../../core/people/roles.ts';
import { send } from '../../parts/live/send.ts';
import { NotAllowed } from '../../parts/people/NotAllowed.tsx';
import { useAwake } from '../../parts/device/useAwake.ts';
import { useTry } from '../../parts/live/useTry.ts';
import { useHash } from './useHash.ts';

/** Whoever holds the link that ./start printed sets the owner. What is behind # is its key, and is sent only with the form. */
export default function OwnerScreen() {
  useAwake();
  const [key, setKey] = useState<string | null>(null);
  const { attempt, busy, refusal, refuse } = useTry();
  useHash(setKey);
  async function set(form: FormData): Promise<void> {
    const [secret, again] = [String(form.get('secret')), String(form.get('again'))];
    if (secret !== again) return refuse('The two are not the same. Type the PIN or password once more.');
    await attempt(async () => {
      await send('POST', '/api/owner', { key, name: String(form.get('name')).trim(), secret });
      location.replace('/people');
    });
  }
  return (
    <div className="mx-auto max-w-xl p-3 pt-8 lg:p-6">
      <h1>You own this workshop’s Vivid Eye</h1>
      {key === '' ? (
        <p className="sheet mt-4 p-4">
          The link is not whole. Open it as <code>./start</code> printed it; <code>./start --owner-link</code>{' '}
          prints a new one.
        </p>
      ) : (
        <form
          className="mt-4 grid max-w-80 gap-3"
          onSubmit={(event) => {
            event.preventDefault();
            void set(new FormData(event.currentTarget));
          }}
        >
          <p>The owner lets tablets in, adds people and gives PINs. The link works once.</p>
          <label>
            <span className="quiet block">Your name, as it stands in the ledger</span>
            <input name="name" className="input w-full" maxLength={60} required autoFocus />
          </label>
          <label>
            <span className="quiet block">A PIN or a password, {leastSigns.owner} characters or more</span>
            <input
              name="secret"
              type="password"
              className="input w-full"
              autoComplete="new-password"
              minLength={leastSigns.owner}
              maxLength={128}
              required
            />
          </label>
          <label>
            <span className="quiet block">The same again</span>
            <input
              name="again"
              type="password"
              className="input w-full"
              autoComplete="new-password"
              required
            />
          </label>
          <p>
            <button type="submit" className="btn btn-primary" disabled={busy}>
              Set the owner
            </button>
          </p>
          <NotAllowed says={refusal} />
        </form>
      )}
    </div>
  );
}
