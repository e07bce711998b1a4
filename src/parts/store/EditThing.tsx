import { useState, type ReactNode } from 'react';
import type { Right } from '../../core/people/rights.ts';
import type { ThingsBefore } from '../../schemas/stores.ts';
import { get } from '../live/send.ts';
import { useTry } from '../live/useTry.ts';
import { useMay } from '../people/rights.tsx';
import { AddField, AddForm } from './AddForm.tsx';
import { Remove } from './Remove.tsx';

interface EditThingProps {
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
export function EditThing(props: EditThingProps) {
  const { name, id, path, right, message, retired, others = [], children } = props;
  const may = useMay(right);
  const [isOpen, setIsOpen] = useState(false);
  if (!may) return null;
  return (
    <details
      className="mt-2"
      onToggle={(toggle) => toggle.currentTarget === toggle.target && setIsOpen(toggle.currentTarget.open)}
    >
      <summary className="min-h-11 cursor-pointer py-2 text-sm underline">Edit {name}</summary>
      {isOpen && (
        <>
          <AddForm
            right={right}
            name={`Edit ${name}`}
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
              name={`Merge ${name}`}
              method="PATCH"
              path={path}
              button="Merge"
              isQuiet
              message={({ sameAs }) => ({ sameAs })}
            >
              <AddField label="Duplicate of">
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
              button={retired ? 'Use again' : 'Retire'}
              isQuiet
              message={({ retired: why }) => ({ retired: retired ? null : why })}
            >
              {retired ? (
                <p>Retired: {retired}.</p>
              ) : (
                <AddField label="Retire, because">
                  <input name="retired" className="input w-60" maxLength={200} required />
                </AddField>
              )}
            </AddForm>
          )}
          <div className="mt-3 border-t pt-3 rule">
            <Remove name={name} path={path} onRemoved={() => location.reload()} />
          </div>
          <Before id={id} />
        </>
      )}
    </details>
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
          History
        </button>
        {refusal && <span role="alert"> × {refusal}</span>}
      </p>
    );
  if (before.length === 0) return <p className="quiet text-sm">Never changed.</p>;
  return (
    <ul className="text-sm" aria-label="History">
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
