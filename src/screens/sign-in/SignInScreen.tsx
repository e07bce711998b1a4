import { useState } from 'react';
import { forgetOffline } from '../../parts/live/fresh/keep-offline.ts';
import { send } from '../../parts/live/send.ts';
import { NotAllowed } from '../../parts/people/NotAllowed.tsx';
import { useTry } from '../../parts/live/useTry.ts';
import { useAwake } from '../../parts/device/useAwake.ts';
import { OwnSecret } from './OwnSecret.tsx';
import { PinPad } from './PinPad.tsx';

interface Named {
  id: string;
  name: string;
}
interface SignInProps {
  people: readonly Named[];
  /** Who is signed in here now. */
  person: Named | null;
  /** This device's name; null: the computer itself. */
  device: string | null;
  /** Whether one gets on without a name. */
  mayGoOn: boolean;
  /** Where it goes on afterwards. */
  then: string;
}

/** Who is at this device: pick the name, type the PIN. Large, for hands in a hurry. */
export default function SignInScreen({ people, person, device, mayGoOn, then }: SignInProps) {
  useAwake();
  const [chosen, choose] = useState<Named | null>(null);
  const place = device ?? 'This computer';
  return (
    <div className="mx-auto max-w-2xl p-3 pt-8 lg:p-6">
      <p className="quiet font-semibold">{place}</p>
      <h1>{chosen ? chosen.name : 'Who is at it?'}</h1>
      {person && !chosen && <SignedIn person={person} then={then} />}
      {chosen ? (
        <SignIn key={chosen.id} chosen={chosen} then={then} another={() => choose(null)} />
      ) : (
        <ul className="mt-4 grid grid-cols-2 gap-2 sm:grid-cols-3">
          {people
            .filter(({ id }) => id !== person?.id)
            .map((one) => (
              <li key={one.id}>
                <button
                  type="button"
                  className="btn h-auto min-h-16 w-full px-2 py-2 text-lg break-words"
                  onClick={() => choose(one)}
                >
                  {one.name}
                </button>
              </li>
            ))}
        </ul>
      )}
      {people.length === 0 && (
        <p className="sheet mt-4 p-4">
          Nobody has a PIN yet. An owner gives them under Workshop, People; <code>./start --owner-link</code>{' '}
          prints a link that makes an owner.
        </p>
      )}
      {!chosen && !person && mayGoOn && (
        <p className="mt-6">
          <a className="btn" href={then}>
            Go on without a name
          </a>
          <span className="quiet mt-1 block">
            {device
              ? `Breaks and stops are then kept as “${device}”. Whoever signs in here can claim them.`
              : 'On this computer nothing is asked: names are picked at the top of a machine’s pages.'}
          </span>
        </p>
      )}
    </div>
  );
}

function SignedIn({ person, then }: { person: Named; then: string }) {
  const [refusal, refuse] = useState('');
  const [secret, setSecret] = useState<'kept' | 'changing' | 'changed'>('kept');
  const signOut = () =>
    send('POST', '/api/sign-out', {}).then(
      async () => {
        await forgetOffline();
        location.reload();
      },
      (error: Error) => refuse(error.message),
    );
  return (
    <div className="sheet mt-4 flex flex-wrap items-center gap-3 p-4">
      <p className="min-w-0 grow">
        <b>{person.name}</b> is signed in.
      </p>
      <a className="btn btn-primary" href={then}>
        Go on
      </a>
      <button type="button" className="btn" onClick={() => void signOut()}>
        Sign out
      </button>
      {secret === 'kept' && (
        <button type="button" className="btn btn-ghost" onClick={() => setSecret('changing')}>
          Another PIN
        </button>
      )}
      {secret === 'changing' && <OwnSecret done={() => setSecret('changed')} />}
      {secret === 'changed' && (
        <p role="status" className="w-full font-semibold">
          ✓ The new PIN holds from now on.
        </p>
      )}
      <NotAllowed says={refusal} />
    </div>
  );
}

function SignIn({ chosen, then, another }: { chosen: Named; then: string; another: () => void }) {
  const { attempt, busy, refusal } = useTry();
  const tryIt = (secret: string) =>
    attempt(async () => {
      await send('POST', '/api/sign-in', { personId: chosen.id, secret });
      location.assign(then);
    });
  return (
    <>
      <PinPad name={chosen.name} isBusy={busy} refusal={refusal} onEnter={tryIt} />
      <button type="button" className="btn mt-4" onClick={another}>
        Somebody else
      </button>
    </>
  );
}
