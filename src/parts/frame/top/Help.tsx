import { useEffect, useRef, useState } from 'react';
import { quickExamples } from '../../../core/ledger/quick/quick-line.ts';
import { useFrame } from '../context.tsx';
import { keysOn } from '../keys.ts';

/** `?`: the keys that this screen hears, and the words of the quick line. */
export function Help() {
  const { data } = useFrame();
  const dialog = useRef<HTMLDialogElement>(null);
  const [isOpen, setIsOpen] = useState(false);
  const show = () => {
    setIsOpen(true);
    dialog.current?.showModal();
  };
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const typing = event.target instanceof HTMLElement && event.target.closest('input, textarea, select');
      if (event.key !== '?' || typing) return;
      event.preventDefault();
      if (dialog.current?.open) dialog.current.close();
      else show();
    };
    document.addEventListener('keydown', onKey);
    return () => document.removeEventListener('keydown', onKey);
  }, []);
  return (
    <>
      <button
        type="button"
        className="btn btn-ghost btn-square hidden sm:inline-flex"
        aria-label="Keys and words of this screen"
        onClick={show}
      >
        ?
      </button>
      <dialog
        ref={dialog}
        onClose={() => setIsOpen(false)}
        aria-label="Keys and words"
        className="sheet m-auto w-96 max-w-[calc(100vw-2rem)] p-4 text-base-content backdrop:bg-black/40"
      >
        {isOpen && (
          <>
            <h2>Keys here</h2>
            <dl className="mt-1">
              {keysOn(data.screen).map(({ key, does }) => (
                <Line key={key} name={key} means={does} />
              ))}
            </dl>
            <h2 className="mt-3">Words of the quick line</h2>
            <dl className="mt-1">
              {quickExamples.map(({ example, means }) => (
                <Line key={example} name={example} means={means} />
              ))}
            </dl>
            <form method="dialog" className="mt-3 text-end">
              <button type="submit" className="btn btn-primary">
                Close
              </button>
            </form>
          </>
        )}
      </dialog>
    </>
  );
}

function Line({ name, means }: { name: string; means: string }) {
  return (
    <div className="flex justify-between gap-4 border-t py-1 rule first:border-t-0">
      <dt className="figures font-bold whitespace-nowrap">{name}</dt>
      <dd className="quiet text-end">{means}</dd>
    </div>
  );
}
