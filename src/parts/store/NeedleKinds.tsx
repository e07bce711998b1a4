import { v7 as uuid7 } from 'uuid';
import type { NeedleKind } from '../../schemas/workshop.ts';
import { AddField, AddForm } from './AddForm.tsx';

/** The kinds of needle on the shelf: what is offered when one is fitted. */
export function NeedleKinds({ kinds }: { kinds: NeedleKind[] }) {
  return (
    <section id="needles" className="sheet mt-4 p-4">
      <h2>Needles</h2>
      <p className="figures">
        {kinds.map((kind) => kind.text).join(' · ') || (
          <span className="quiet">None yet. Any needle can also be typed when it is fitted.</span>
        )}
      </p>
      <AddNeedle />
    </section>
  );
}

/** A kind of needle by its label. */
export function AddNeedle() {
  return (
    <AddForm
      right="stores"
      name="Add a needle"
      path="/api/needle-kinds"
      button="Add the needle"
      message={(fields) => ({ id: uuid7(), label: fields['label'] })}
    >
      <AddField label="As on its pack">
        <input name="label" className="input w-72" maxLength={80} placeholder="DBxK5 75/11 FFG" required />
      </AddField>
    </AddForm>
  );
}
