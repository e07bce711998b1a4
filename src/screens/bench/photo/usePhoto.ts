import { useEffect, useState } from 'react';
import type { UndersideColumn } from '../../../engines/underside/index.ts';
import type { UndersideFile, UndersideSaid } from '../../../workers/underside.ts';
import { useOneWorker } from '../../useOneWorker.ts';

export type PhotoState =
  | { is: 'none' }
  | { is: 'reading' }
  | { is: 'read'; columns: UndersideColumn[]; width: number; height: number; ms: number; url: string }
  | { is: 'refused'; why: string };

const newWorker = () =>
  new Worker(new URL('../../../workers/underside.ts', import.meta.url), { type: 'module' });

/** A photo of a block's back being read in a worker: one at a time, and it can be cancelled. */
export function usePhoto() {
  const [state, setState] = useState<PhotoState>({ is: 'none' });
  const { ask, end } = useOneWorker<UndersideFile, UndersideSaid>(newWorker);
  const url = state.is === 'read' ? state.url : null;
  useEffect(() => () => void (url && URL.revokeObjectURL(url)), [url]);

  /** `isAgain`: what was read before stays until the new reading is there. */
  function read(photo: File, asked: UndersideFile['asked'], isAgain = false): void {
    if (!isAgain) setState({ is: 'reading' });
    ask({ file: photo, asked }, (said) => {
      setState(
        said.says === 'read'
          ? { is: 'read', ...said, url: URL.createObjectURL(photo) }
          : { is: 'refused', why: said.why },
      );
      return 'last';
    });
  }
  function clear(): void {
    end();
    setState({ is: 'none' });
  }
  return { state, read, clear };
}
