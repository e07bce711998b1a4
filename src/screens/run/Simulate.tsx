import { lazy, Suspense, useState } from 'react';
import { useFrame } from '../../parts/frame/context.tsx';

/** The stand-in itself comes when it is wanted: a shift at the machine never needs it. */
const SimulatePanel = lazy(() => import('./SimulatePanel.tsx'));

/** Where the simulated machine is; once opened it goes on, folded or not. */
export function Simulate() {
  const { data } = useFrame();
  const [isWanted, setIsWanted] = useState(false);
  if (!data.simulators) return null;
  return (
    <details className="sheet p-3" onToggle={() => setIsWanted(true)}>
      <summary className="min-h-11 cursor-pointer py-2 font-semibold">Simulated machine</summary>
      {isWanted && (
        <Suspense>
          <SimulatePanel />
        </Suspense>
      )}
    </details>
  );
}
