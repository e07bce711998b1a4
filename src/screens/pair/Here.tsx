import { useEffect, useState } from 'react';
import { cloths, type Cloth } from '../../core/garment/cloths.ts';
import { hereText } from '../../core/learn/answers/here.ts';
import { useFrame } from '../../parts/frame/context.tsx';
import { get } from '../../parts/live/send.ts';
import type { PairingData } from '../../schemas/findings.ts';

/** What this machine's own ledger says of the needle on the cloth, beside practice. Nothing while it is not known, or without a server. */
export function Here({ needle, cloth }: { needle: string; cloth: Cloth }) {
  const { data } = useFrame();
  const { name } = cloths[cloth];
  const [told, setTold] = useState<{ cloth: Cloth; rows: PairingData['rows'] } | null>(null);
  useEffect(() => {
    let isOver = false;
    get<PairingData>(
      `/api/machines/${data.machine.id}/findings/pairing?${new URLSearchParams({ cloth: name }).toString()}`,
    ).then(
      ({ rows }) => !isOver && setTold({ cloth, rows }),
      () => undefined,
    );
    return () => void (isOver = true);
  }, [cloth, data.machine.id, name]);
  const says = told?.cloth === cloth ? hereText(needle, name, told.rows) : null;
  return (
    <p className="figures min-h-5 text-sm" aria-live="polite">
      {says}
    </p>
  );
}
