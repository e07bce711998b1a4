import { useState } from 'react';
import { colourOfName } from '../../core/thread/colour-of-name.ts';
import { fibreKeys } from '../../core/thread/fibres.ts';
import { v7 as uuid7 } from 'uuid';
import { readConeLabel } from '../../core/thread/cone-label.ts';
import { readThreadCount, countFrom, threadWeightText } from '../../core/units/thread-count.ts';
import { Swatch } from '../thread/Swatch.tsx';
import { counted, whole } from '../text.ts';
import type { Cone, Thread } from '../../schemas/workshop.ts';
import { AddField, AddForm, wholeField } from './AddForm.tsx';

/** Thread articles and the cones of each. */
export function Threads({ threads, cones }: { threads: Thread[]; cones: Cone[] }) {
  return (
    <section id="threads" className="sheet mt-4 p-4">
      <h2>Threads and cones</h2>
      {threads.length === 0 && (
        <p className="quiet">
          None yet. A thread has a short code, by which jobs and the quick line name it.
        </p>
      )}
      <ul className="mt-1 grid gap-x-6 sm:grid-cols-2">
        {threads.map((thread) => (
          <ThreadLine
            key={thread.id}
            thread={thread}
            cones={cones.filter((cone) => cone.threadId === thread.id)}
          />
        ))}
      </ul>
      <AddThread />
    </section>
  );
}

/** The weight may be stated in any count: a stated tex wins over the one the weight number gives. */
function threadMessage(fields: Record<string, string>) {
  const { tex } = readThreadCount(fields['weight'] ?? '');
  const { code, name, colour, fibre } = fields;
  return {
    id: uuid7(),
    code,
    name,
    colour,
    fibre,
    weightNo: Math.round(countFrom('wt', tex) * 10) / 10,
    tex,
  };
}

function ThreadLine({ thread, cones }: { thread: Thread; cones: Cone[] }) {
  return (
    <li className="flex items-start gap-3 border-t py-1.5 rule">
      <Swatch thread={thread} className="mt-1 size-8" />
      <details className="grow">
        <summary className="min-h-11 cursor-pointer leading-5">
          <b>{thread.name}</b>
          <span className="figures quiet block text-sm">
            {thread.code} · {threadWeightText(thread.weightNo, thread.tex)} · {thread.fibre} ·{' '}
            {counted(cones.length, 'cone')}
          </span>
        </summary>
        <ul className="figures quiet text-sm">
          {cones.map((cone) => (
            <li key={cone.id}>
              batch {cone.batch || 'unknown'}, {whole(cone.metres)} m when new
            </li>
          ))}
        </ul>
        <AddCone thread={thread} />
      </details>
    </li>
  );
}

/** Fills the form's fields with what a cone's label says; what it does not say stays as it is. Returns the colour's name in it. */
function fillFrom(form: HTMLFormElement | null, text: string): string {
  if (!form || !text.trim()) return '';
  const put = (name: string, value: string) => {
    const field = form.elements.namedItem(name);
    if (field instanceof HTMLInputElement || field instanceof HTMLSelectElement) field.value = value;
  };
  try {
    const { tex, fibre, rest } = readConeLabel(text);
    put('weight', `${Number(tex.toPrecision(4))} tex`);
    put('fibre', fibre);
    // A code has figures in it; the words beside it are the colour's name.
    const code = rest.split(' ').find((word) => /^[a-z]{0,4}-?\d{2,6}$/i.test(word)) ?? '';
    if (code) put('code', code);
    const name = rest.replace(code, '').trim();
    put('name', name);
    return name;
  } catch {
    // Half typed: the weight comes yet.
    return '';
  }
}

/** The colour's name, and the colour: guessed from the name until someone picks. `guess`: a name that a label told. */
function ColourFields({ guess }: { guess: string }) {
  const [picked, setPicked] = useState<string | null>(null);
  const [typed, setTyped] = useState('');
  const found = colourOfName(typed || guess);
  return (
    <>
      <AddField label="Colour name">
        <input
          name="name"
          className="input w-44"
          maxLength={60}
          required
          onChange={(change) => setTyped(change.target.value)}
        />
      </AddField>
      <AddField label={picked === null ? (found ? 'Colour, guessed' : 'Colour: pick it') : 'Colour'}>
        <input
          name="colour"
          type="color"
          className="input w-16 p-1"
          value={picked ?? found ?? '#808080'}
          onChange={(change) => setPicked(change.target.value)}
        />
      </AddField>
    </>
  );
}

/** A thread article by hand: its weight as it stands on the cone, in any count. */
export function AddThread() {
  const [guess, setGuess] = useState('');
  return (
    <AddForm
      right="stores"
      name="Add a thread"
      path="/api/threads"
      button="Add the thread"
      message={threadMessage}
    >
      <AddField label="A cone’s label, typed or scanned: fills the rest in">
        <input
          className="input w-80"
          maxLength={200}
          placeholder="Polyester 40 wt TE40 Teal feather"
          onChange={(change) => setGuess(fillFrom(change.target.form, change.target.value))}
        />
      </AddField>
      <AddField label="Code">
        <input name="code" className="input w-24" maxLength={24} placeholder="TE40" required />
      </AddField>
      <ColourFields guess={guess} />
      <AddField label="Weight, as on the cone">
        <input
          name="weight"
          className="input w-32"
          defaultValue="40 wt"
          placeholder="40 wt, 25 tex"
          required
        />
      </AddField>
      <AddField label="Fibre">
        <select name="fibre" className="select w-32">
          {fibreKeys.map((fibre) => (
            <option key={fibre}>{fibre}</option>
          ))}
        </select>
      </AddField>
    </AddForm>
  );
}

export function AddCone({ thread }: { thread: Thread }) {
  return (
    <AddForm
      right="stores"
      name={`Add a cone of ${thread.code}`}
      path="/api/cones"
      button="Add"
      message={(fields) => ({
        id: uuid7(),
        threadId: thread.id,
        batch: fields['batch'],
        metres: wholeField(fields, 'metres', 'Metres'),
      })}
    >
      <AddField label="Batch">
        <input name="batch" className="input w-28" maxLength={40} />
      </AddField>
      <AddField label="Metres">
        <input name="metres" className="input w-24" inputMode="numeric" defaultValue="5000" />
      </AddField>
    </AddForm>
  );
}
