import { cloths, type Cloth } from '../../core/garment/cloths.ts';
import { hereText } from '../../core/findings/answers/here.ts';
import { useFrame } from '../../parts/frame/context.tsx';
import { useAsked } from '../../parts/frame/useAsked.ts';
import type { PairingData } from '../../schemas/findings.ts';

/** What this machine's own ledger says of the needle on the cloth, beside practice. Nothing while it is not known, or without a server. */
export function Here({ needle, cloth }: { needle: string; cloth: Cloth }) {
  const { data } = useFrame();
  const { name } = cloths[cloth];
  const asked = new URLSearchParams({ cloth: name }).toString();
  const told = useAsked<PairingData>(`/api/machines/${data.machine.id}/findings/pairing?${asked}`);
  const says = told && hereText(needle, name, told.rows);
  return (
    <p className="figures min-h-5 text-sm" aria-live="polite">
      {says}
    </p>
  );
}
