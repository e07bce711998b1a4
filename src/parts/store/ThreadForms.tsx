import { useState } from 'react';
import { v7 as uuid7 } from 'uuid';
import { colourOfName } from '../../core/thread/colour-of-name.ts';
import { readConeLabel } from '../../core/thread/cone-label.ts';
import { fibreKeys } from '../../core/thread/fibres.ts';
import { countFrom, readThreadCount, texFrom } from '../../core/units/thread-count.ts';
import type { Thread } from '../../schemas/workshop.ts';
import { AddField, AddForm, wholeField } from './AddForm.tsx';

/** The weight may be stated in any count: a stated tex wins over the one the weight number gives. */
export function threadMessage(fields: Record<string, string>) {
  const { tex } = readThreadCount(fields['weight'] ?? '');
  const { code, name, colour, fibre } = fields;
  return {
    code,
    name,
    colour,
    fibre,
    weightNo: Math.round(countFrom('wt', tex) * 10) / 10,
    tex,
  };
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
function ColourFields({ guess, thread }: { guess: string; thread: Thread | undefined }) {
  const [picked, setPicked] = useState<string | null>(thread?.colour ?? null);
  const [typed, setTyped] = useState('');
  const found = colourOfName(typed || guess);
  return (
    <>
      <AddField label="Colour name">
        <input
          name="name"
          className="input w-44"
          maxLength={60}
          defaultValue={thread?.name}
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

/** What a thread is, field by field. `thread`: what stands there now. */
export function ThreadFields({ thread, guess = '' }: { thread?: Thread; guess?: string }) {
  return (
    <>
      <AddField label="Code">
        <input
          name="code"
          className="input w-24"
          maxLength={24}
          placeholder="TE40"
          defaultValue={thread?.code}
          required
        />
      </AddField>
      <ColourFields guess={guess} thread={thread} />
      <AddField label="Weight, as on the cone">
        <input
          name="weight"
          className="input w-32"
          defaultValue={thread ? threadAsTyped(thread) : '40 wt'}
          placeholder="40 wt, 25 tex"
          required
        />
      </AddField>
      <AddField label="Fibre">
        <select name="fibre" className="select w-32" defaultValue={thread?.fibre}>
          {fibreKeys.map((fibre) => (
            <option key={fibre}>{fibre}</option>
          ))}
        </select>
      </AddField>
    </>
  );
}

/** The weight number where it says all there is; else the stated tex. */
export const threadAsTyped = ({ weightNo, tex }: Pick<Thread, 'weightNo' | 'tex'>): string =>
  Math.abs(texFrom('wt', weightNo) - tex) < 0.5 ? `${weightNo} wt` : `${tex} tex`;

/** A thread article by hand: its weight as it stands on the cone, in any count. */
export function AddThread() {
  const [guess, setGuess] = useState('');
  return (
    <AddForm
      right="stores"
      name="Add a thread"
      path="/api/threads"
      button="Add the thread"
      message={(fields) => ({ id: uuid7(), ...threadMessage(fields) })}
    >
      <AddField label="A cone’s label, typed or scanned: fills the rest in">
        <input
          className="input w-80"
          maxLength={200}
          placeholder="Polyester 40 wt TE40 Teal feather"
          onChange={(change) => setGuess(fillFrom(change.target.form, change.target.value))}
        />
      </AddField>
      <ThreadFields guess={guess} />
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
