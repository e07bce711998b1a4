import { useCallback, useEffect, useRef, useState, type RefObject } from 'react';
import { v7 as uuid7 } from 'uuid';
import type { PlanSetup } from '../../../core/plan/asked/setup.ts';
import type { KeptSeat } from '../../../core/seating/context.ts';
import { getJson } from '../../../parts/live/get-json.ts';
import { NotTaken, send } from '../../../parts/live/send.ts';
import type { SavedPlan } from '../../../schemas/plan/plan.ts';
import { useUnderWay, type UnderWay } from './useUnderWay.ts';

export type SaveState = 'saved' | 'saving' | { clash: string } | { failed: string };

const saveAfterMs = 700;

/** A plan on its way to the server and back, and where it is kept on the page. */
interface Keeping {
  plan: SavedPlan | null;
  setup: PlanSetup;
  machineId: string;
  operatorId: string | null;
  underWay: RefObject<UnderWay>;
  isOpen: (plan: SavedPlan) => boolean;
  opened: (plan: SavedPlan) => void;
  setSetup: (setup: PlanSetup) => void;
}

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
  const underWay = useUnderWay();
  /** The plan that is open: an answer about another one, asked for before that was opened, is passed over. */
  const openId = useRef(first?.id ?? null);
  const isOpen = ({ id }: SavedPlan) => openId.current === null || openId.current === id;
  const opened = (next: SavedPlan) => {
    openId.current = next.id;
    setPlan(next);
  };
  const keeping: Keeping = { plan, setup, machineId, operatorId, underWay, isOpen, opened, setSetup };
  useKeeping(keeping, state, setState);
  useOthersChanges(keeping, onPlan);
  const keepSeats = useKeepSeats(keeping);

  const changeTo = (next: PlanSetup, before: PlanSetup[]) => {
    setPast(before);
    setSetup(next);
    underWay.current.dirty = true;
    setState('saving');
  };
  const open = (other: SavedPlan) => {
    underWay.current.dirty = false;
    opened(other);
    setSetup(other.setup as PlanSetup);
    setState('saved');
  };
  return {
    ...{ plan, setup, state, keepSeats, canUndo: past.length > 0 },
    change: (next: PlanSetup) => changeTo(next, [...past.slice(-49), setup]),
    undo: () => {
      const before = past.at(-1);
      if (before) changeTo(before, past.slice(0, -1));
    },
    takeTheirs: async () =>
      plan ? open(await getJson<SavedPlan>(`/api/plans/${plan.id}`)) : location.reload(),
    keepAs: async (name: string): Promise<void> => {
      const kept = await firstKept(keeping, name);
      underWay.current.dirty = false;
      opened(kept);
      setState('saved');
    },
    open: (other: SavedPlan) => {
      open(other);
      setPast([]);
    },
  };
}

/** A plan that is not on the server yet. */
function firstKept(keeping: Pick<Keeping, 'machineId' | 'setup' | 'operatorId'>, name = 'Today') {
  const { machineId, setup, operatorId } = keeping;
  return send<SavedPlan>('POST', '/api/plans', { id: uuid7(), machineId, name, setup, operatorId });
}

/** Sends what was changed, a moment after the last change; a clash waits for the operator. */
function useKeeping(keeping: Keeping, state: SaveState, setState: (state: SaveState) => void): void {
  const { plan, setup, machineId, operatorId, underWay } = keeping;
  useEffect(() => {
    if (!underWay.current.dirty || (typeof state === 'object' && 'clash' in state)) return;
    const timer = setTimeout(() => {
      underWay.current.dirty = false;
      underWay.current.sending = true;
      const { name, version } = plan ?? {};
      const keep = plan
        ? send<SavedPlan>('PUT', `/api/plans/${plan.id}`, { name, setup, operatorId, version })
        : firstKept({ machineId, setup, operatorId });
      keep.then(
        (kept) => {
          underWay.current.sent();
          if (!keeping.isOpen(kept)) return;
          keeping.opened(kept);
          setState('saved');
        },
        (error: Error) => {
          underWay.current.dirty = true;
          underWay.current.sent();
          const isClash = error instanceof NotTaken && error.isClash;
          setState(isClash ? { clash: error.message } : { failed: error.message });
        },
      );
    }, saveAfterMs);
    return () => clearTimeout(timer);
  }, [setup, plan, machineId, operatorId, state]);
}

/** Takes over what others kept of the open plan, while nothing of ours is unsaved. */
function useOthersChanges(keeping: Keeping, onPlan: (listener: () => void) => () => void): void {
  const { plan, underWay } = keeping;
  useEffect(() => {
    if (!plan) return;
    const { current } = underWay;
    current.look = () => {
      if (current.sending) current.missed = true;
      if (current.isOurs()) return;
      getJson<SavedPlan>(`/api/plans/${plan.id}`).then(
        (theirs) => {
          if (current.isOurs() || theirs.version < plan.version || !keeping.isOpen(theirs)) return;
          keeping.opened(theirs);
          if (theirs.version > plan.version) keeping.setSetup(theirs.setup as PlanSetup);
        },
        () => undefined,
      );
    };
    return onPlan(() => current.look());
  }, [plan, onPlan]);
}

/** Where this plan seats the stops; a first plan is made for them. Passed over when the plan was changed meanwhile. */
function useKeepSeats(keeping: Keeping): (seats: KeptSeat[]) => Promise<void> {
  const { plan, machineId, setup, operatorId, underWay } = keeping;
  return useCallback(
    async (seats) => {
      const { current } = underWay;
      if (current.isOurs()) return;
      current.sending = true;
      try {
        const of = plan ?? (await firstKept({ machineId, setup, operatorId }));
        const kept = await send<SavedPlan>('PUT', `/api/plans/${of.id}/seats`, {
          version: of.version,
          seats,
        });
        if (current.dirty || !keeping.isOpen(kept)) return;
        keeping.opened(kept);
        // Someone changed the plan meanwhile: the answer is theirs, and its seats are worked out anew.
        if (kept.version !== of.version) keeping.setSetup(kept.setup as PlanSetup);
      } finally {
        current.sent();
      }
    },
    [plan, machineId, setup, operatorId],
  );
}
