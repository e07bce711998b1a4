import { send } from '../../parts/live/send.ts';
import { useTry } from '../../parts/live/useTry.ts';
import { NotAllowed } from '../../parts/people/NotAllowed.tsx';

/** Another PIN for whoever is signed in. */
export function OwnSecret({ done }: { done: () => void }) {
  const { attempt, busy, refusal, refuse } = useTry();
  async function change(form: FormData): Promise<void> {
    const [secret, next, again] = ['secret', 'next', 'again'].map((name) => String(form.get(name)));
    if (next !== again) return refuse('The two new ones are not the same. Type both once more.');
    await attempt(async () => {
      await send('PUT', '/api/own-secret', { secret, next });
      done();
    });
  }
  return (
    <form
      className="grid w-full max-w-80 gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        void change(new FormData(event.currentTarget));
      }}
    >
      {fields.map(({ name, label, complete }) => (
        <label key={name}>
          <span className="quiet block">{label}</span>
          <input
            name={name}
            type="password"
            className="input h-12 w-full"
            autoComplete={complete}
            minLength={name === 'next' ? 4 : 1}
            maxLength={128}
            required
          />
        </label>
      ))}
      <p>
        <button type="submit" className="btn btn-primary" disabled={busy}>
          Keep the new PIN
        </button>
      </p>
      <NotAllowed says={refusal} />
    </form>
  );
}

const fields = [
  { name: 'secret', label: 'Your PIN until now', complete: 'current-password' },
  {
    name: 'next',
    label: 'The new one (technicians and owners: 6 characters or more)',
    complete: 'new-password',
  },
  { name: 'again', label: 'The new one again', complete: 'new-password' },
] as const;
