import { useRef, useState } from 'react';

interface PinPadProps {
  /** Whose PIN it is, for whoever hears the field instead of seeing it. */
  name: string;
  isBusy: boolean;
  refusal: string;
  /** False: it was not it, and the field is emptied. */
  onEnter: (secret: string) => Promise<boolean>;
}

/** Figures large enough for a thumb in a glove; a keyboard, and a password with letters, go into the field. */
export function PinPad({ name, isBusy, refusal, onEnter }: PinPadProps) {
  const [typed, type] = useState('');
  const [letters, setLetters] = useState(false);
  const field = useRef<HTMLInputElement>(null);
  async function enter(): Promise<void> {
    if (typed === '' || isBusy) return;
    if (!(await onEnter(typed))) {
      type('');
      field.current?.focus();
    }
  }
  const key = 'btn h-16 text-2xl font-bold';
  return (
    <form
      className="mt-4 max-w-80"
      onSubmit={(event) => {
        event.preventDefault();
        void enter();
      }}
    >
      <label>
        <span className="sr-only">PIN of {name}</span>
        <input
          ref={field}
          type="password"
          inputMode={letters ? 'text' : 'none'}
          autoComplete="off"
          autoFocus
          className="input h-14 w-full text-center text-2xl tracking-[0.4em]"
          placeholder="PIN"
          value={typed}
          maxLength={128}
          onChange={(change) => type(change.target.value)}
        />
      </label>
      <p role="alert" className="mt-2 min-h-6 font-semibold">
        {refusal && `× ${refusal}`}
      </p>
      {!letters && (
        <div className="mt-1 grid grid-cols-3 gap-2" role="group" aria-label="Figures">
          {['1', '2', '3', '4', '5', '6', '7', '8', '9'].map((figure) => (
            <button key={figure} type="button" className={key} onClick={() => type((now) => now + figure)}>
              {figure}
            </button>
          ))}
          <button
            type="button"
            className={`${key} text-base`}
            onClick={() => type((now) => now.slice(0, -1))}
            aria-label="Take the last one back"
          >
            ←
          </button>
          <button type="button" className={key} onClick={() => type((now) => `${now}0`)}>
            0
          </button>
          <button type="submit" className={`${key} btn-primary text-lg`} disabled={isBusy || typed === ''}>
            Enter
          </button>
        </div>
      )}
      <button
        type="button"
        className="btn btn-ghost mt-3"
        aria-pressed={letters}
        onClick={() => {
          setLetters(!letters);
          setTimeout(() => field.current?.focus());
        }}
      >
        {letters ? 'Figures' : 'My password has letters'}
      </button>
      {letters && (
        <button type="submit" className="btn btn-primary mt-3" disabled={isBusy || typed === ''}>
          Enter
        </button>
      )}
    </form>
  );
}
