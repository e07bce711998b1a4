import { useEffect, useState } from 'react';
import { forgetOffline } from '../../parts/live/fresh/keep-offline.ts';
import { get, send } from '../../parts/live/send.ts';
import { NotAllowed } from '../../parts/people/NotAllowed.tsx';
import { useAwake } from '../../parts/device/useAwake.ts';
import { useTry } from '../../parts/live/useTry.ts';
import { useHash } from './useHash.ts';

/** A device that is not let in: the code of the owner's screen, or nothing. `then`: where it goes on. */
export default function LetInScreen({ then }: { then: string }) {
  useAwake();
  const [code, setCode] = useState('');
  const { attempt, busy, refusal } = useTry();
  // What comes after # never left this device: the owner's screen drew it into the picture.
  useHash(setCode);
  useEffect(() => {
    // A link from elsewhere comes without this device's token; and one that was turned out drops what it kept.
    get<{ role: string }>('/api/who').then(
      ({ role }) => (role === 'nobody' ? forgetOffline() : location.replace(then)),
      () => undefined,
    );
  }, [then]);
  const letIn = () =>
    attempt(async () => {
      const { kind } = await send<{ kind: string }>('POST', '/api/let-in', { code });
      location.replace(kind === 'display' ? '/board' : then);
    });
  return (
    <div className="mx-auto max-w-xl p-3 pt-8 lg:p-6">
      <h1>This device is not paired yet</h1>
      <p className="mt-2">
        An owner opens Workshop, People on another device and presses <b>Let a device in</b>. Type the code
        that is shown there.
      </p>
      <form
        className="mt-4 grid gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          void letIn();
        }}
      >
        <label>
          <span className="quiet block">Code</span>
          <input
            className="input figures h-16 w-full max-w-96 text-center text-3xl font-bold tracking-[0.2em] uppercase"
            value={code}
            maxLength={40}
            autoComplete="off"
            autoCapitalize="characters"
            spellCheck={false}
            autoFocus
            required
            onChange={(change) => setCode(change.target.value)}
          />
        </label>
        <p>
          <button type="submit" className="btn btn-primary h-14 px-6 text-lg" disabled={busy}>
            Let this device in
          </button>
        </p>
        <NotAllowed says={refusal} />
      </form>
      <p className="quiet mt-4">
        The code holds for ten minutes and lets one device in. What was logged here before is kept, and sent
        once it is let in.
      </p>
    </div>
  );
}
