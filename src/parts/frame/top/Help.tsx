import { lazy, Suspense, useEffect, useRef, useState } from 'react';
import { useFrame } from '../context.tsx';

/** Seldom opened, and not wanted before. */
const HelpText = lazy(() => import('./HelpText.tsx'));

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
            <Suspense fallback={null}>
              <HelpText screen={data.screen} />
            </Suspense>
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
