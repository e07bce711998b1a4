import { useState } from 'react';
import { v7 as uuid7 } from 'uuid';
import { leastSigns, personRoles, roles, type PersonRole } from '../../core/people/roles.ts';
import { AddField, AddForm } from '../../parts/store/AddForm.tsx';
import { EditThing } from '../../parts/store/EditThing.tsx';
import type { Person } from '../../schemas/people.ts';
import { NotAllowed } from '../../parts/people/NotAllowed.tsx';
import { useAct } from './useAct.ts';

/** Everybody, with role and PIN; what the roles may stands under it. */
export function PersonRows({ people }: { people: readonly Person[] }) {
  return (
    <section id="people" className="sheet mt-4 p-4">
      <h2>People</h2>
      {people.length === 0 && <p className="quiet">Nobody yet. Entries are then kept without a name.</p>}
      <ul>
        {people.map((one) => (
          <PersonRow key={one.id} person={one} />
        ))}
      </ul>
      <AddForm
        right="people"
        name="Add a person"
        path="/api/people"
        button="Add the person"
        message={({ name, role, secret }) => ({ id: uuid7(), name, role, ...(secret && { secret }) })}
      >
        <AddField label="Name">
          <input name="name" className="input w-48" maxLength={60} required />
        </AddField>
        <AddField label="Role">
          <RoleSelect name="role" />
        </AddField>
        <AddField label="PIN or password (may come later)">
          <SecretInput name="secret" least={leastSigns.operator} />
        </AddField>
      </AddForm>
      <dl className="quiet mt-3 text-sm">
        {personRoles.map((role) => (
          <div key={role}>
            <dt className="inline font-semibold">{roles[role].name}: </dt>
            <dd className="inline">
              {roles[role].says}. PIN of {leastSigns[role]} characters or more.
            </dd>
          </div>
        ))}
      </dl>
    </section>
  );
}

function PersonRow({ person: { id, name, role, canSignIn, active } }: { person: Person }) {
  const { act, busy, refusal } = useAct();
  const [giving, give] = useState(false);
  /** A role that needs a longer PIN than was given: it is set together with a new one. */
  const [nextRole, setNextRole] = useState<PersonRole | null>(null);
  const change = (message: object) => void act('PATCH', `/api/people/${id}`, message);
  const chooseRole = (next: PersonRole) => {
    const needsPin = canSignIn && leastSigns[next] > leastSigns[role];
    setNextRole(needsPin ? next : null);
    if (needsPin) give(true);
    else change({ role: next });
  };
  return (
    <li className="border-t py-2 rule first:border-t-0">
      <div className="flex flex-wrap items-center gap-2">
        <b className="min-w-36 grow break-words">{name}</b>
        {active ? (
          <>
            <span className="quiet text-sm">{canSignIn ? 'has a PIN' : 'no PIN yet'}</span>
            <RoleSelect label={`Role of ${name}`} value={nextRole ?? role} onChange={chooseRole} />
            <button type="button" className="btn" aria-expanded={giving} onClick={() => give(!giving)}>
              {canSignIn ? 'New PIN' : 'Give a PIN'}
            </button>
            <button type="button" className="btn" disabled={busy} onClick={() => change({ active: false })}>
              Take off
            </button>
          </>
        ) : (
          <>
            <span className="quiet text-sm">off the list; entries keep the name</span>
            <button type="button" className="btn" disabled={busy} onClick={() => change({ active: true })}>
              Put back
            </button>
          </>
        )}
      </div>
      {giving && (
        <form
          aria-label={`PIN of ${name}`}
          className="mt-2 flex flex-wrap items-end gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            const secret = String(new FormData(event.currentTarget).get('secret'));
            change({ secret, ...(nextRole && { role: nextRole }) });
          }}
        >
          <AddField label={`New PIN or password of ${name}`}>
            <SecretInput name="secret" least={leastSigns[nextRole ?? role]} required />
          </AddField>
          <button type="submit" className="btn btn-primary" disabled={busy}>
            Set it
          </button>
          {nextRole && (
            <span className="text-sm">
              {roles[nextRole].name}s need {leastSigns[nextRole]} characters or more: set a new PIN with the
              role.
            </span>
          )}
          {canSignIn && <span className="quiet text-sm">Signs {name} out everywhere else.</span>}
        </form>
      )}
      <NotAllowed says={refusal} />
      <EditThing
        name={name}
        id={id}
        path={`/api/people/${id}`}
        right="people"
        message={(fields) => ({ name: fields['name'] })}
      >
        <AddField label="Name">
          <input name="name" className="input w-48" maxLength={60} defaultValue={name} required />
        </AddField>
      </EditThing>
    </li>
  );
}

interface RoleSelectProps {
  name?: string;
  label?: string;
  value?: PersonRole;
  onChange?: (role: PersonRole) => void;
}
function RoleSelect({ name, label, value, onChange }: RoleSelectProps) {
  return (
    <select
      name={name}
      aria-label={label}
      className="select w-36"
      {...(onChange ? { value } : { defaultValue: 'operator' })}
      onChange={(change) =>
        onChange?.(personRoles.find((role) => role === change.target.value) ?? 'operator')
      }
    >
      {personRoles.map((role) => (
        <option key={role} value={role}>
          {roles[role].name}
        </option>
      ))}
    </select>
  );
}

interface SecretInputProps {
  name: string;
  /** Signs. */
  least: number;
  required?: boolean;
}
function SecretInput({ name, least, required = false }: SecretInputProps) {
  return (
    <input
      name={name}
      type="password"
      className="input w-44"
      autoComplete="new-password"
      minLength={least}
      maxLength={128}
      required={required}
    />
  );
}
