import type { Access } from '../../schemas/people.ts';
import { NotAllowed } from '../../parts/people/NotAllowed.tsx';
import { useAct } from './useAct.ts';

const idleChoices = [10, 30, 60, 120, 240, 480];

/** Whether signing in is asked, and for how long it holds. */
export function AccessRules({ access, hasOwner }: { access: Access; hasOwner: boolean }) {
  const { act, busy, refusal } = useAct();
  const choices = [...new Set([...idleChoices, access.idleMinutes])].sort((a, b) => a - b);
  return (
    <section className="sheet mt-4 p-4">
      <h2>Signing in</h2>
      {access.isOpen ? (
        <p className="font-semibold">
          × Nothing is asked of anybody: started with --open. Whoever is in the network may do everything.
        </p>
      ) : (
        <>
          <p>
            From the network only devices that were let in get anything. On this computer itself{' '}
            {access.signIn
              ? 'signing in is asked too.'
              : 'nothing is asked: whoever sits at it may do everything.'}
          </p>
          <div className="mt-3 flex flex-wrap items-end gap-3">
            <button
              type="button"
              className="btn"
              disabled={busy || (!hasOwner && !access.signIn)}
              onClick={() => void act('PATCH', '/api/access', { signIn: !access.signIn })}
            >
              {access.signIn ? 'Ask nothing on this computer' : 'Ask on this computer too'}
            </button>
            <label className="text-sm">
              <span className="quiet block">Signed out after, without a touch</span>
              <select
                className="select w-44"
                value={access.idleMinutes}
                disabled={busy}
                onChange={(change) =>
                  void act('PATCH', '/api/access', { idleMinutes: Number(change.target.value) })
                }
              >
                {choices.map((minutes) => (
                  <option key={minutes} value={minutes}>
                    {minutes < 120 ? `${minutes} min` : `${Number((minutes / 60).toFixed(1))} h`}
                  </option>
                ))}
              </select>
            </label>
          </div>
          {!hasOwner && (
            <p className="quiet mt-2">
              Give an owner a PIN first: without one nobody could come in again. (./start --owner-link prints
              a link that makes one.)
            </p>
          )}
        </>
      )}
      <NotAllowed says={refusal} />
    </section>
  );
}
