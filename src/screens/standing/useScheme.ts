import { useEffect, useRef, useState } from 'react';
import { v7 as uuid7 } from 'uuid';
import { checkScheme } from '../../core/plan/scheme/faults.ts';
import type { Block } from '../../core/plan/blocks/scheme.ts';
import { useFrame } from '../../parts/frame/context.tsx';
import { NotTaken, send } from '../../parts/live/send.ts';
import { useSchemes } from '../../parts/live/useSchemes.ts';
import type { SavedScheme } from '../../schemas/scheme.ts';

/** What can be changed of a scheme. */
export interface SchemeFields {
  name: string;
  blocks: readonly Block[];
  price: number;
  tradeWeeks: number;
  since: string | null;
}

const saveAfterMs = 600;
/** To begin with: breaking a block is as dear as a new tension; blocks trade ends after a month (common practice). */
export const firstPrice = 5;
export const firstWeeks = 4;

const fieldsOf = ({ name, blocks, price, tradeWeeks, since }: SavedScheme): SchemeFields => ({
  name,
  blocks: blocks as readonly Block[],
  price,
  tradeWeeks,
  since,
});

/** The first name of a list that is not taken: "Standing head", "Standing head 2" … */
const freeName = (name: string, taken: readonly string[]) => {
  for (let count = 1; ; count++) {
    const candidate = count === 1 ? name : `${name} ${count}`;
    if (!taken.includes(candidate)) return candidate;
  }
};

/** The schemes of the machine, the one that is open, and its changes: kept a moment after each. */
export function useScheme(first: SavedScheme[]) {
  const { data, live, operatorId, say } = useFrame();
  const { schemes, inForce, setSchemes } = useSchemes(first, data.machine.id, live.onPlan);
  const [openId, setOpenId] = useState<string | null>(inForce?.id ?? first[0]?.id ?? null);
  const open = schemes.find(({ id }) => id === openId) ?? schemes[0] ?? null;
  const [draft, setDraft] = useState<SchemeFields | null>(null);
  const [past, setPast] = useState<SchemeFields[]>([]);
  const [fault, setFault] = useState('');
  /** Someone else changed it meanwhile: ours is not kept until the operator has chosen. */
  const [isClash, setClash] = useState(false);
  const sending = useRef(false);
  /** The version that our changes were made from: what the feed tells meanwhile must not be overwritten unseen. */
  const base = useRef<number | null>(null);
  const shown = draft ?? (open && fieldsOf(open));
  const took = (kept: SavedScheme) =>
    setSchemes((all) => [
      kept,
      ...all
        .filter(({ id }) => id !== kept.id)
        .map((other) => (kept.since === null ? other : { ...other, since: null })),
    ]);

  useEffect(() => {
    if (!draft || !open || isClash) return;
    try {
      checkScheme(draft, data.machine.positions);
    } catch (error) {
      setFault((error as Error).message);
      return;
    }
    const timer = setTimeout(() => {
      if (sending.current) return;
      sending.current = true;
      send<SavedScheme>('PUT', `/api/schemes/${open.id}`, {
        ...draft,
        operatorId,
        version: base.current ?? open.version,
      }).then(
        (kept) => {
          sending.current = false;
          base.current = kept.version;
          took(kept);
          setFault('');
          setDraft((now) => (now === draft ? null : now));
        },
        (error: Error) => {
          sending.current = false;
          setFault(error.message);
          setClash(error instanceof NotTaken && error.isClash);
        },
      );
    }, saveAfterMs);
    return () => clearTimeout(timer);
    // `took` is made anew at each drawing; what it does is the same.
  }, [draft, open, operatorId, data.machine.positions, isClash]);

  /** Nothing of ours is unsaved. */
  const settle = () => {
    base.current = null;
    setDraft(null);
    setPast([]);
    setFault('');
    setClash(false);
  };
  const change = (next: Partial<SchemeFields>) => {
    if (!shown) return;
    if (!draft && !sending.current) base.current = open?.version ?? null;
    setPast([...past.slice(-49), shown]);
    setDraft({ ...shown, ...next });
  };
  const add = async (fields: Omit<SchemeFields, 'name'> & { name?: string }) => {
    const name = freeName(
      fields.name ?? 'Standing head',
      schemes.map((scheme) => scheme.name),
    );
    try {
      const kept = await send<SavedScheme>('POST', '/api/schemes', {
        ...{ id: uuid7(), machineId: data.machine.id, operatorId },
        ...{ ...fields, name },
      });
      took(kept);
      setOpenId(kept.id);
      settle();
      say(`Kept as “${kept.name}”.`);
    } catch (error) {
      setFault((error as Error).message);
    }
  };
  return {
    schemes,
    open,
    shown,
    fault,
    isSaving: draft !== null && fault === '',
    change,
    add,
    canUndo: past.length > 0,
    undo: () => {
      const before = past.at(-1);
      if (!before) return;
      if (!draft && !sending.current) base.current = open?.version ?? null;
      setPast(past.slice(0, -1));
      setDraft(before);
    },
    show: (id: string) => {
      setOpenId(id);
      settle();
    },
    isClash,
    takeTheirs: settle,
    remove: async () => {
      if (!open) return;
      try {
        await send('DELETE', `/api/schemes/${open.id}`, undefined);
        setSchemes((all) => all.filter(({ id }) => id !== open.id));
        setOpenId(null);
        settle();
        say(`“${open.name}” is taken away. The head stays as it is.`);
      } catch (error) {
        setFault((error as Error).message);
      }
    },
  };
}
export type OpenScheme = ReturnType<typeof useScheme>;
