import { type ReactNode } from 'react';
import type { Right } from '../../core/people/rights.ts';
import { useMay } from '../people/rights.tsx';
import { send } from '../live/send.ts';
import { useTry } from '../live/useTry.ts';

interface AddFormProps {
  name: string;
  method?: 'POST' | 'PATCH';
  path: string;
  /** The message from the fields; may throw an Error whose words are shown. */
  message: (fields: Record<string, string>) => unknown;
  button: string;
  /** One of several forms beside each other, and not the first that is wanted. */
  isQuiet?: boolean;
  /** What adding takes: not offered to whoever may not. */
  right: Right;
  children: ReactNode;
}

/** A short form that adds one thing. What was typed stays when it is refused; the page reloads when it is done. */
export function AddForm({
  name,
  method = 'POST',
  path,
  message,
  button,
  isQuiet = false,
  right,
  children,
}: AddFormProps) {
  const may = useMay(right);
  const { attempt, busy, refusal } = useTry();
  const submit = (form: HTMLFormElement) =>
    attempt(async () => {
      const fields = Object.fromEntries(
        [...new FormData(form)].map(([key, value]) => [key, String(value).trim()]),
      );
      await send(method, path, message(fields));
      location.reload();
    });
  if (!may) return null;
  return (
    <form
      aria-label={name}
      className="mt-3 flex flex-wrap items-end gap-2 border-t pt-3 rule"
      onSubmit={(event) => {
        event.preventDefault();
        void submit(event.currentTarget);
      }}
    >
      {children}
      <button type="submit" className={`btn ${isQuiet ? '' : 'btn-primary'}`} disabled={busy}>
        {button}
      </button>
      {refusal && (
        <p role="alert" className="w-full font-semibold">
          × {refusal}
        </p>
      )}
    </form>
  );
}

/** A labelled field of such a form. */
export function AddField({ label, children }: { label: string; children: ReactNode }) {
  return (
    <label className="text-sm">
      <span className="quiet block">{label}</span>
      {children}
    </label>
  );
}

/** A whole number out of a field, or an Error that says what it should be. */
export function wholeField(fields: Record<string, string>, key: string, what: string): number {
  const value = Number((fields[key] ?? '').replace(/[ ,]/g, ''));
  if (!fields[key] || !Number.isInteger(value)) throw new Error(`${what} must be a whole number.`);
  return value;
}
