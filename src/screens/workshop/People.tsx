import { v7 as uuid7 } from 'uuid';
import type { Operator } from '../../schemas/workshop.ts';
import { AddField, AddForm } from '../../parts/store/AddForm.tsx';

/** Who may stand at the machines: the name that goes with each entry. */
export function People({ operators }: { operators: Operator[] }) {
  return (
    <section id="people" className="sheet mt-4 p-4">
      <h2>People</h2>
      <p>
        {operators.map((operator) => operator.name).join(' · ') || (
          <span className="quiet">Nobody yet. Entries are then kept without a name.</span>
        )}
      </p>
      <AddForm
        name="Add a person"
        path="/api/operators"
        button="Add the person"
        message={(fields) => ({ id: uuid7(), name: fields['name'] })}
      >
        <AddField label="Name">
          <input name="name" className="input w-52" maxLength={60} required />
        </AddField>
      </AddForm>
    </section>
  );
}
