import { useEffect, useState } from 'react';
import { cloths } from '../../../core/garment/cloths.ts';
import { garmentOf } from '../../../core/garment/from-words.ts';
import type { Garment } from '../../../core/garment/garment.ts';
import { jobBreaks } from '../../../core/findings/answers/for-job.ts';
import { ruleInStitches } from '../../../core/needle/rule-in-stitches.ts';
import { useFrame } from '../../../parts/frame/context.tsx';
import { useHeard } from '../../../parts/frame/useAsked.ts';
import { get } from '../../../parts/live/send.ts';
import type { CostData, PairingData, PlacesData } from '../../../schemas/findings.ts';

interface Known {
  onCloth: PairingData['rows'];
  places: PlacesData['places'];
  cost: CostData;
}

/** What breaks and needle changes will take of the job's time, by what this machine's ledger knows; nothing where it knows nothing. */
export function BreaksOfJob({
  stitches,
  cloth,
  garment,
}: {
  stitches: number;
  cloth: string;
  garment: Garment;
}) {
  const { data } = useFrame();
  const { machine } = data;
  const key = garmentOf({ cloth, garment }).garment.cloth;
  const name = key ? cloths[key].name : cloth;
  const known = useKnown(machine.id, name);
  if (!known || stitches <= 0) return null;
  const stops = known.cost.causes;
  const told = jobBreaks({
    ...{ stitches, cloth: name, onCloth: sum(known.onCloth), onMachine: sum(known.places) },
    stops: stops.reduce((all, line) => all + line.stops, 0),
    lostMinutes: stops.reduce((all, line) => all + line.lostMs, 0) / 60_000,
    rule: ruleInStitches(machine.profile.needleLife),
    changeMinutes: known.cost.plannedMinutes,
  });
  return (
    told && (
      <section aria-label="Breaks of the job" className="sheet mt-5 p-4">
        <h2>Breaks on {machine.name}</h2>
        <p className="figures mt-1">{told.says}</p>
      </section>
    )
  );
}

const sum = (rows: readonly { breaks: number; stitches: number }[]) => ({
  breaks: rows.reduce((all, row) => all + row.breaks, 0),
  stitches: rows.reduce((all, row) => all + row.stitches, 0),
});

/** What the machine's ledger knows of a year, and of the cloth; asked again when the page has heard news. */
function useKnown(machineId: string, cloth: string): Known | null {
  const [known, setKnown] = useState<Known | null>(null);
  const heard = useHeard();
  useEffect(() => {
    let isOver = false;
    const path = `/api/machines/${machineId}/findings`;
    // Not at each letter of the cloth's name.
    const wait = setTimeout(() => {
      Promise.all([
        cloth ? get<PairingData>(`${path}/pairing?${new URLSearchParams({ cloth }).toString()}`) : null,
        get<PlacesData>(`${path}/places`),
        get<CostData>(`${path}/cost`),
      ]).then(
        ([pairing, { places }, cost]) => !isOver && setKnown({ onCloth: pairing?.rows ?? [], places, cost }),
        () => undefined,
      );
    }, 300);
    return () => {
      isOver = true;
      clearTimeout(wait);
    };
  }, [machineId, cloth, heard]);
  return known;
}
