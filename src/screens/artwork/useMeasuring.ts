import { useCallback, useState } from 'react';
import type { MeasuredDesign } from '../../core/stitches/read-list.ts';
import type { StitchListSaid } from '../../workers/stitch-list.ts';
import { useOneWorker } from '../useOneWorker.ts';

const newWorker = () =>
  new Worker(new URL('../../workers/stitch-list.ts', import.meta.url), { type: 'module' });

export const isStitchList = (file: File) => file.type === 'text/csv' || /\.csv$/i.test(file.name);

export type MeasuringState =
  | { is: 'none' }
  | { is: 'working'; share: number; doing: string }
  | { is: 'done'; design: MeasuredDesign }
  | { is: 'refused'; why: string }
  | { is: 'cancelled' };

/** Measures a stitch list in a worker of its own: with progress, and given up by ending the worker. */
export function useMeasuring() {
  const [state, setState] = useState<MeasuringState>({ is: 'none' });
  const { ask, end } = useOneWorker<File, StitchListSaid>(newWorker);
  const forget = useCallback(
    (left: MeasuringState = { is: 'none' }) => {
      end();
      setState(left);
    },
    [end],
  );
  const measure = useCallback(
    (file: File) => {
      setState({ is: 'working', share: 0, doing: 'opening the list' });
      ask(file, (said) => {
        if (said.says === 'progress') {
          setState({ is: 'working', share: said.share, doing: said.doing });
          return 'more';
        }
        setState(
          said.says === 'done' ? { is: 'done', design: said.design } : { is: 'refused', why: said.why },
        );
        return 'last';
      });
    },
    [ask],
  );
  return { measuring: state, measure, forget };
}
