import { useEffect, useRef, useState, type RefObject } from 'react';
import { v7 as uuid7 } from 'uuid';
import { checkScheme } from '../../core/plan/scheme/faults.ts';
import type { Block } from '../../core/plan/blocks/scheme.ts';
import { useFrame } from '../../parts/frame/context.tsx';
import { NotTaken, send } from '../../parts/live/send.ts';
import { useSchemes } from '../../parts/live/fresh/useSchemes.ts';
import type { SavedScheme } from '../../schemas/plan/scheme.ts';

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
  const took = (kept: SavedScheme) =>
    setSchemes((all) => [
      kept,
      ...all
        .filter(({ id }) => id !== kept.id)
        .map((other) => (kept.since === null ? other : { ...other, since: null })),
    ]);
  const { shown, fault, setFault, settle, ...changes } = useChanges(open, took);
  /** Does one thing with the server; a refusal is shown where the scheme is. */
  const tried = async (work: () => Promise<void>) => {
    try {
      await work();
    } catch (error) {
      setFault((error as Error).message);
    }
  };
  return {
    ...{ schemes, open, shown, fault, ...changes },
    add: (fields: Omit<SchemeFields, 'name'> & { name?: string }) =>
      tried(async () => {
        const taken = schemes.map((scheme) => scheme.name);
        const kept = await send<SavedScheme>('POST', '/api/schemes', {
          ...{ id: uuid7(), machineId: data.machine.id, operatorId },
          ...{ ...fields, name: freeName(fields.name ?? 'Standing head', taken) },
        });
        took(kept);
        setOpenId(kept.id);
        settle();
        say(`Kept as “${kept.name}”.`);
      }),
    show: (id: string) => {
      setOpenId(id);
      settle();
    },
    takeTheirs: settle,
    remove: () =>
      tried(async () => {
        if (!open) return;
        await send('DELETE', `/api/schemes/${open.id}`, undefined);
        setSchemes((all) => all.filter(({ id }) => id !== open.id));
        setOpenId(null);
        settle();
        say(`“${open.name}” is taken away. The head stays as it is.`);
      }),
  };
}
export type OpenScheme = ReturnType<typeof useScheme>;

/** What is changed of the open scheme, kept a moment after each change, and taken back step by step. */
function useChanges(open: SavedScheme | null, took: (kept: SavedScheme) => void) {
  const [draft, setDraft] = useState<SchemeFields | null>(null);
  const [past, setPast] = useState<SchemeFields[]>([]);
  const [fault, setFault] = useState('');
  /** Someone else changed it meanwhile: ours is not kept until the operator has chosen. */
  const [isClash, setClash] = useState(false);
  const sending = useRef(false);
  /** The version that our changes were made from: what the feed tells meanwhile must not be overwritten unseen. */
  const base = useRef<number | null>(null);
  const shown = draft ?? (open && fieldsOf(open));
  const keep = useKeep({ sending, base }, (kept) => {
    took(kept);
    setFault('');
  });
  const { data, operatorId } = useFrame();
  const { positions } = data.machine;

  useEffect(() => {
    if (!draft || !open || isClash) return;
    try {
      checkScheme(draft, positions);
    } catch (error) {
      setFault((error as Error).message);
      return;
    }
    const timer = setTimeout(() => {
      keep(open, draft)?.then(
        () => setDraft((now) => (now === draft ? null : now)),
        (error: Error) => {
          setFault(error.message);
          setClash(error instanceof NotTaken && error.isClash);
        },
      );
    }, saveAfterMs);
    return () => clearTimeout(timer);
    // `keep` is made anew at each drawing; what it does is the same.
  }, [draft, open, operatorId, positions, isClash]);

  const changeTo = (next: SchemeFields, before: SchemeFields[]) => {
    if (!draft && !sending.current) base.current = open?.version ?? null;
    setPast(before);
    setDraft(next);
  };
  return {
    ...{ shown, fault, setFault, isClash },
    ...{ isSaving: draft !== null && fault === '', canUndo: past.length > 0 },
    change: (next: Partial<SchemeFields>) => {
      if (shown) changeTo({ ...shown, ...next }, [...past.slice(-49), shown]);
    },
    undo: () => {
      const before = past.at(-1);
      if (before) changeTo(before, past.slice(0, -1));
    },
    /** Nothing of ours is unsaved. */
    settle: () => {
      base.current = null;
      setDraft(null);
      setPast([]);
      setFault('');
      setClash(false);
    },
  };
}

/** Sends what was changed, made from the version in `base`; nothing while an earlier change is on its way. */
function useKeep(
  { sending, base }: { sending: RefObject<boolean>; base: RefObject<number | null> },
  took: (kept: SavedScheme) => void,
) {
  const { operatorId } = useFrame();
  return (open: SavedScheme, draft: SchemeFields): Promise<void> | null => {
    if (sending.current) return null;
    sending.current = true;
    const version = base.current ?? open.version;
    return send<SavedScheme>('PUT', `/api/schemes/${open.id}`, { ...draft, operatorId, version })
      .finally(() => {
        sending.current = false;
      })
      .then((kept) => {
        base.current = kept.version;
        took(kept);
      });
  };
}
