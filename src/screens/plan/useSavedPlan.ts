import { useCallback, useEffect, useRef, useState } from 'react';
import { v7 as uuid7 } from 'uuid';
import type { PlanSetup } from '../../core/plan/asked/setup.ts';
import type { KeptSeat } from '../../core/seating/asked.ts';
import { getJson } from '../../parts/live/get-json.ts';
import { NotTaken, send } from '../../parts/live/send.ts';
import type { SavedPlan } from '../../schemas/plan.ts';

export type SaveState = 'saved' | 'saving' | { clash: string } | { failed: string };

const saveAfterMs = 700;

/**
 * The setup of the open plan, kept on the server a moment after each change. Another planner's change is taken over
 * when nothing of ours is unsaved; when both changed it, nothing is overwritten: the operator chooses.
 */
export function useSavedPlan(
  first: SavedPlan | null,
  machineId: string,
  start: PlanSetup,
  operatorId: string | null,
  onPlan: (listener: () => void) => () => void,
) {
  const [plan, setPlan] = useState<SavedPlan | null>(first);
  const [setup, setSetup] = useState<PlanSetup>((first?.setup as PlanSetup | undefined) ?? start);
  const [past, setPast] = useState<PlanSetup[]>([]);
  const [state, setState] = useState<SaveState>('saved');
  const dirty = useRef(false);
  /** Our change is on its way: what others change meanwhile must not take its place unseen. */
  const sending = useRef(false);
  /** News came while ours was on its way, and were not looked at: the answer may be of before them. */
  const missed = useRef(false);
  const look = useRef<() => void>(() => undefined);
  const sent = () => {
    sending.current = false;
    if (!missed.current) return;
    missed.current = false;
    // What was answered to ours is drawn first.
    setTimeout(() => look.current(), 100);
  };
  /** The plan that is open: an answer about another one, asked for before that was opened, is passed over. */
  const openId = useRef(first?.id ?? null);
  const isOpen = ({ id }: SavedPlan) => openId.current === null || openId.current === id;
  const opened = (next: SavedPlan) => {
    openId.current = next.id;
    setPlan(next);
  };

  const change = (next: PlanSetup) => {
    setPast([...past.slice(-49), setup]);
    setSetup(next);
    dirty.current = true;
    setState('saving');
  };
  const undo = () => {
    const before = past.at(-1);
    if (!before) return;
    setPast(past.slice(0, -1));
    setSetup(before);
    dirty.current = true;
    setState('saving');
  };

  useEffect(() => {
    if (!dirty.current || (typeof state === 'object' && 'clash' in state)) return;
    const timer = setTimeout(() => {
      dirty.current = false;
      sending.current = true;
      const keep = plan
        ? send<SavedPlan>('PUT', `/api/plans/${plan.id}`, {
            name: plan.name,
            setup,
            operatorId,
            version: plan.version,
          })
        : send<SavedPlan>('POST', '/api/plans', { id: uuid7(), machineId, name: 'Today', setup, operatorId });
      keep.then(
        (kept) => {
          sent();
          if (!isOpen(kept)) return;
          opened(kept);
          setState('saved');
        },
        (error: Error) => {
          dirty.current = true;
          sent();
          const isClash = error instanceof NotTaken && error.isClash;
          setState(isClash ? { clash: error.message } : { failed: error.message });
        },
      );
    }, saveAfterMs);
    return () => clearTimeout(timer);
  }, [setup, plan, machineId, operatorId, state]);

  useEffect(() => {
    if (!plan) return;
    look.current = () => {
      if (sending.current) missed.current = true;
      if (dirty.current || sending.current) return;
      getJson<SavedPlan>(`/api/plans/${plan.id}`).then(
        (theirs) => {
          if (dirty.current || sending.current || theirs.version < plan.version || !isOpen(theirs)) return;
          setPlan(theirs);
          if (theirs.version > plan.version) setSetup(theirs.setup as PlanSetup);
        },
        () => undefined,
      );
    };
    return onPlan(() => look.current());
  }, [plan, onPlan]);

  const takeTheirs = async () => {
    if (!plan) return location.reload();
    const theirs = await getJson<SavedPlan>(`/api/plans/${plan.id}`);
    dirty.current = false;
    opened(theirs);
    setSetup(theirs.setup as PlanSetup);
    setState('saved');
  };
  const keepAs = async (name: string): Promise<void> => {
    const kept = await send<SavedPlan>('POST', '/api/plans', {
      id: uuid7(),
      machineId,
      name,
      setup,
      operatorId,
    });
    dirty.current = false;
    opened(kept);
    setState('saved');
  };
  /** Where this plan seats the stops; a first plan is made for them. Passed over when the plan was changed meanwhile. */
  const keepSeats = useCallback(
    async (seats: KeptSeat[]): Promise<void> => {
      if (dirty.current || sending.current) return;
      sending.current = true;
      try {
        const of =
          plan ??
          (await send<SavedPlan>('POST', '/api/plans', {
            id: uuid7(),
            machineId,
            name: 'Today',
            setup,
            operatorId,
          }));
        const kept = await send<SavedPlan>('PUT', `/api/plans/${of.id}/seats`, {
          version: of.version,
          seats,
        });
        if (dirty.current || !isOpen(kept)) return;
        opened(kept);
        // Someone changed the plan meanwhile: the answer is theirs, and its seats are worked out anew.
        if (kept.version !== of.version) setSetup(kept.setup as PlanSetup);
      } finally {
        sent();
      }
    },
    [plan, machineId, setup, operatorId],
  );
  const open = (other: SavedPlan) => {
    dirty.current = false;
    opened(other);
    setSetup(other.setup as PlanSetup);
    setPast([]);
    setState('saved');
  };
  return { plan, setup, change, undo, canUndo: past.length > 0, state, takeTheirs, keepAs, keepSeats, open };
}
