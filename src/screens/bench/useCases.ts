import { useMemo, useState } from 'react';
import { fieldOf } from '../../core/ledger/about-kinds.ts';
import { beliefOverLife, workshopCases } from '../../core/tension/case/life.ts';
import { caseDue } from '../../core/tension/case/due.ts';
import { platePairs } from '../../core/tension/case/plate-pairs.ts';
import type { Sewn } from '../../core/tension/case/stitches-by-day.ts';
import { beliefOf } from '../../core/tension/case/belief/screw.ts';
import { knownBy } from '../../core/tension/block/known-case.ts';
import { bandOf } from '../../core/tension/targets.ts';
import { learnFriction } from '../../core/tension/case/belief/scale.ts';
import { useFrame } from '../../parts/frame/context.tsx';
import type { Event } from '../../schemas/ledger/event.ts';
import type { BobbinCase, BobbinKind } from '../../schemas/stores.ts';
import { lastReading, lifeOf } from './case/lives.ts';

/** The cases at the bench with their lives: which one is at the gauge, with which bobbin, and what the machine's plate does to a pull. */
export function useCases(
  cases: readonly BobbinCase[],
  lives: Readonly<Record<string, Event[]>>,
  sewn: Sewn,
  bobbins: readonly BobbinKind[],
) {
  const { data, view, caseId: inHead } = useFrame();
  const { machine, schools } = data;
  const everyDays = Number(schools.caseEvery);
  const listed = useMemo(
    () =>
      cases
        .filter((bobbinCase) => !bobbinCase.retired)
        .map((bobbinCase) => {
          const life = lifeOf(bobbinCase.id, lives[bobbinCase.id] ?? [], view.events);
          return {
            one: bobbinCase,
            life,
            due: caseDue(life, { now: data.now, everyDays, bobbinKindId: null }),
          };
        }),
    [cases, lives, view.events, data.now, everyDays],
  );
  // The one that was picked; the case in the head, whoever put it in; where nobody said, the one that was last read on this machine, or else one that is due.
  const lastHere = view.events.find((event) => event.kind === 'case_measured' && fieldOf(event, 'caseId'));
  const opened = (id: unknown) => listed.find(({ one }) => one.id === id)?.one.id;
  const [picked, setCaseId] = useState<string | null>(null);
  const [otherwise] = useState(
    () =>
      opened(lastHere && fieldOf(lastHere, 'caseId')) ??
      (listed.find(({ due }) => due.length > 0) ?? listed[0])?.one.id ??
      null,
  );
  const caseId = picked ?? opened(inHead) ?? otherwise;
  const chosen = listed.find(({ one: bobbinCase }) => bobbinCase.id === caseId) ?? null;
  const [kinds, setKinds] = useState<Record<string, string>>({});
  const loaded = chosen && lastReading(chosen.life)?.data.bobbinKindId;
  const bobbinKindId = (chosen && (kinds[chosen.one.id] ?? loaded)) || bobbins[0]?.id || null;
  // Readings of every case taken both ways on this machine: the plate is the machine's.
  const friction = useMemo(
    () =>
      learnFriction(
        cases.flatMap((bobbinCase) =>
          platePairs(
            lifeOf(
              bobbinCase.id,
              (lives[bobbinCase.id] ?? []).filter((event) => event.machineId === machine.id),
              view.events,
            ),
          ),
        ),
      ),
    [cases, lives, machine.id, view.events],
  );
  // How stated chances came out is learnt from this case's own turns as well.
  const { screws, came } = useMemo(
    () =>
      workshopCases(
        listed.map(({ life }) => life),
        sewn,
        chosen?.life,
      ),
    [listed, chosen, sewn],
  );
  // A case that is due at the gauge is not known: dropped, turned, another thread in it, or read too long ago.
  const known = useMemo(() => {
    if (!chosen || caseDue(chosen.life, { now: data.now, everyDays, bobbinKindId }).length > 0) return null;
    return knownBy(beliefOf(beliefOverLife(chosen.life, bobbinKindId, screws, sewn)), bandOf(schools.case));
  }, [chosen, data.now, everyDays, bobbinKindId, screws, sewn, schools.case]);
  return {
    known,
    screws,
    came,
    listed,
    caseId,
    setCaseId,
    chosen,
    bobbinKindId,
    setBobbinKind: (id: string) => chosen && setKinds({ ...kinds, [chosen.one.id]: id }),
    friction,
  };
}
