import ScanQrCode from 'lucide-react/icons/scan-qr-code';
import { lazy, Suspense, useEffect, useId, useRef, useState, type KeyboardEvent } from 'react';
import { quickExamples, readQuickLine } from '../../../core/ledger/quick/quick-line.ts';
import type { QuickContext, Understood } from '../../../core/ledger/quick/quick-understood.ts';
import { inUse } from '../../../core/stores/in-use.ts';
import { seatAt } from '../../../core/ledger/head-now.ts';
import { UserError } from '../../../core/base/user-error.ts';
import { useFrame } from '../context.tsx';

const CameraScan = lazy(() => import('../CameraScan.tsx'));

/** One line for the keyboard and for a scanner that types: it says what it understood before Enter. */
export function QuickLine() {
  const { data, view, headNo, live, actions, said, say, caseId } = useFrame();
  const [text, setText] = useState('');
  const [open, setOpen] = useState(false);
  const [scanning, setScanning] = useState(false);
  const input = useRef<HTMLInputElement>(null);
  const hint = useId();
  useSlashKey(input);

  const context: QuickContext = {
    heads: data.machine.heads,
    positions: data.machine.positions,
    head: headNo,
    threads: inUse(data.threads),
    letters: data.letters,
    cones: data.cones,
    needleOn: (head, position) => seatAt(view, head, position)?.needle?.spec ?? null,
    cases: data.cases,
    caseId,
    threadOn: (head, position) => seatAt(view, head, position)?.cone?.threadId ?? null,
  };
  const reading = read(text, context);

  function enter(): void {
    if (!reading) return;
    if ('refused' in reading) {
      // A label knows what, not where: the position is typed in front of it.
      if (reading.name === 'QuickLineNoPosition') input.current?.setSelectionRange(0, 0);
      return say(reading.refused);
    }
    carryOut(reading.understood);
    setText('');
  }

  function carryOut(understood: Understood): void {
    if (understood.does === 'piece') actions.finishPiece();
    else if (understood.does === 'undo') actions.undo();
    else if (understood.does === 'sewing-again') actions.sewingAgain();
    else {
      const { draft, at, says } = understood;
      live.write(...(at.length > 0 ? at.map((seat) => ({ ...draft, ...seat })) : [draft]));
      say(`Logged. ${says}.`);
    }
  }

  function onKeyDown(event: KeyboardEvent): void {
    if (event.key === 'Enter') enter();
    if (event.key === 'Escape') {
      setText('');
      input.current?.blur();
    }
  }

  const line = reading === null ? said : 'refused' in reading ? reading.refused : reading.understood.says;
  return (
    <div className="relative order-last w-full sm:order-none sm:ms-auto sm:w-72 lg:w-80">
      <label className="sr-only" htmlFor="quick-line">
        Quick line
      </label>
      <div className="input flex w-full items-center gap-2 px-2">
        <kbd className="quiet rounded border px-1.5 text-sm rule" aria-hidden="true">
          /
        </kbd>
        <input
          id="quick-line"
          ref={input}
          className="grow"
          value={text}
          placeholder={said || '7b shred'}
          autoComplete="off"
          autoCapitalize="none"
          spellCheck={false}
          aria-describedby={hint}
          onChange={(change) => setText(change.target.value)}
          onFocus={() => setOpen(true)}
          onBlur={() => setOpen(false)}
          onKeyDown={onKeyDown}
        />
        <button
          type="button"
          className="btn btn-ghost btn-square -me-2"
          aria-label="Scan a label with the camera"
          onClick={() => setScanning(!scanning)}
        >
          <ScanQrCode className="size-5" aria-hidden="true" />
        </button>
      </div>
      <UnderLine
        id={hint}
        line={line}
        isOpen={open}
        isUnderstood={reading !== null && !('refused' in reading)}
      />
      {open && !text && !said && <Examples />}
      {scanning && (
        <Suspense>
          <CameraScan
            onClose={() => setScanning(false)}
            onRead={(label) => {
              setScanning(false);
              setText(label);
              // A label says what; the position is typed in front of it.
              input.current?.focus();
              requestAnimationFrame(() => input.current?.setSelectionRange(0, 0));
            }}
          />
        </Suspense>
      )}
      <SaidTimer />
    </div>
  );
}

interface UnderLineProps {
  id: string;
  line: string;
  isOpen: boolean;
  isUnderstood: boolean;
}

/** What the line means, said before Enter; what is wrong with it; or what was done last. */
function UnderLine({ id, line, isOpen, isUnderstood }: UnderLineProps) {
  return (
    <p
      id={id}
      role="status"
      className={`sheet absolute inset-x-0 top-full z-40 mt-1 px-3 py-2 text-sm shadow-md ${line && isOpen ? '' : 'sr-only'}`}
    >
      {isUnderstood && <strong>Enter: </strong>}
      {line}
    </p>
  );
}

function Examples() {
  return (
    <ul
      className="sheet absolute inset-x-0 top-full z-40 mt-1 px-3 py-2 text-sm shadow-md"
      aria-hidden="true"
    >
      {quickExamples.map(({ example, means }) => (
        <li key={example} className="flex justify-between gap-3 py-0.5">
          <b className="figures whitespace-nowrap">{example}</b>
          <span className="quiet text-end">{means}</span>
        </li>
      ))}
    </ul>
  );
}

/** What was said goes away by itself after a while, and at the next key. */
function SaidTimer() {
  const { said, say } = useFrame();
  useEffect(() => {
    if (!said) return;
    const timer = setTimeout(() => say(''), 4000);
    return () => clearTimeout(timer);
  }, [said, say]);
  return null;
}

function read(
  text: string,
  context: QuickContext,
): { understood: Understood } | { refused: string; name: string } | null {
  if (!text.trim()) return null;
  try {
    return { understood: readQuickLine(text, context) };
  } catch (error) {
    if (error instanceof UserError) return { refused: error.message, name: error.name };
    throw error;
  }
}

/** `/` reaches the line from anywhere but another text field. */
function useSlashKey(input: React.RefObject<HTMLInputElement | null>): void {
  useEffect(() => {
    const onKey = (event: globalThis.KeyboardEvent) => {
      const typing = event.target instanceof HTMLElement && event.target.closest('input, textarea, select');
      if (event.key !== '/' || typing || event.ctrlKey || event.metaKey) return;
      event.preventDefault();
      input.current?.focus();
    };
    document.addEventListener('keydown', onKey);
    return () => document.removeEventListener('keydown', onKey);
  }, [input]);
}
