import { useState, type ReactNode } from 'react';
import type { Right } from '../../core/people/rights.ts';
import type { ThingsBefore } from '../../schemas/stores.ts';
import { get, send } from '../live/send.ts';
import { useTry } from '../live/useTry.ts';
import { useMay } from '../people/rights.tsx';
import { AddField, AddForm } from './AddForm.tsx';

interface PutRightProps {
  /** What it is called in the names of the forms: “TE40”. */
  name: string;
  id: string;
  path: string;
  right: Right;
  /** The message of the form from its fields. */
  message: (fields: Record<string, string>) => unknown;
  /** Null: it is in use; a reason: it is not; left out: it cannot be taken out of use. */
  retired?: string | null;
  /** Others of its kind, one of which it may be: it was named twice. */
  others?: readonly { id: string; name: string }[];
  /** The fields, with what stands there now. */
  children: ReactNode;
}

/** What was typed of a thing, put right: changed, said to be another, taken out of use, removed while it was never used. */
export function PutRight(props: PutRightProps) {
  const { name, id, path, right, message, retired, others = [], children } = props;
  const may = useMay(right);
  const [isOpen, setIsOpen] = useState(false);
  if (!may) return null;
  return (
    <details
      className="mt-2"
      onToggle={(toggle) => toggle.currentTarget === toggle.target && setIsOpen(toggle.currentTarget.open)}
    >
      <summary className="min-h-11 cursor-pointer py-2 text-sm underline">Put {name} right</summary>
      {isOpen && (
        <>
          <AddForm
            right={right}
            name={`Put ${name} right`}
            method="PATCH"
            path={path}
            button="Save"
            message={message}
          >
            {children}
          </AddForm>
          {others.length > 0 && (
            <AddForm
              right={right}
              name={`${name} named twice`}
              method="PATCH"
              path={path}
              button="It is that one"
              isQuiet
              message={({ sameAs }) => ({ sameAs })}
            >
              <AddField label="Named twice: it is the same as">
                <select name="sameAs" className="select w-60" required defaultValue="">
                  <option value="" disabled>
                    which?
                  </option>
                  {others.map((other) => (
                    <option key={other.id} value={other.id}>
                      {other.name}
                    </option>
                  ))}
                </select>
              </AddField>
            </AddForm>
          )}
          {retired !== undefined && (
            <AddForm
              right={right}
              name={`Use of ${name}`}
              method="PATCH"
              path={path}
              button={retired ? 'Back in use' : 'Take out of use'}
              isQuiet
              message={({ retired: why }) => ({ retired: retired ? null : why })}
            >
              {retired ? (
                <p>Out of use: {retired}.</p>
              ) : (
                <AddField label="Out of use, because">
                  <input name="retired" className="input w-60" maxLength={200} required />
                </AddField>
              )}
            </AddForm>
          )}
          <Remove name={name} path={path} />
          <Before id={id} />
        </>
      )}
    </details>
  );
}

/** A second touch removes; what is on record refuses, and says what to do instead. */
function Remove({ name, path }: { name: string; path: string }) {
  const { attempt, busy, refusal } = useTry();
  const [asked, setAsked] = useState(false);
  const remove = () =>
    attempt(async () => {
      await send('DELETE', path, {});
      location.reload();
    });
  return (
    <div className="mt-3 flex flex-wrap items-center gap-2 border-t pt-3 rule">
      {asked ? (
        <>
          <span>Remove {name} for good?</span>
          <button type="button" className="btn" disabled={busy} onClick={() => void remove()}>
            Remove
          </button>
          <button type="button" className="btn btn-ghost" onClick={() => setAsked(false)}>
            Keep
          </button>
        </>
      ) : (
        <button type="button" className="btn btn-ghost" onClick={() => setAsked(true)}>
          Remove: it was never used
        </button>
      )}
      {refusal && (
        <p role="alert" className="w-full font-semibold">
          × {refusal}
        </p>
      )}
    </div>
  );
}

/** What it said before, newest first, when somebody asks. */
function Before({ id }: { id: string }) {
  const [before, setBefore] = useState<ThingsBefore['items'] | null>(null);
  const { attempt, refusal } = useTry();
  const show = () => attempt(async () => setBefore((await get<ThingsBefore>(`/api/things/${id}`)).items));
  if (!before)
    return (
      <p>
        <button type="button" className="btn btn-ghost" onClick={() => void show()}>
          What it said before
        </button>
        {refusal && <span role="alert"> × {refusal}</span>}
      </p>
    );
  if (before.length === 0) return <p className="quiet text-sm">It was never changed.</p>;
  return (
    <ul className="text-sm" aria-label="What it said before">
      {before.map((item) => (
        <li key={item.at}>
          Until {new Date(item.at).toLocaleString([], { dateStyle: 'medium', timeStyle: 'short' })}
          {item.by && ` (${item.by})`}: {inWords(item.before)}
        </li>
      ))}
    </ul>
  );
}

const inWords = (before: Record<string, unknown>): string =>
  Object.entries(before)
    .filter(([, value]) => typeof value !== 'object' || value === null)
    .map(([field, value]) => `${field} ${value === null || value === '' ? 'none' : String(value)}`)
    .join(', ') || 'other settings';
