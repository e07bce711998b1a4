import { lieWithin } from './carriers.ts';
import { edgeOf, type Contacts } from '../parts/contacts.ts';
import type { Part } from '../parts/parts.ts';

/** A piece with so much of its edge at one part lies within it. */
const enclosedFrom = 0.9;
/** What divides a piece of ground is thin beside the pieces: a line laid over it. */
const thinBeside = 0.3;
/** Of a piece's edge, so much lies along the line that divides it. */
const alongFrom = 0.06;

/**
 * Pieces of one tone that are one thing, with something laid over it: what shows through a letter's eye, and a patch cut in pieces by
 * a line. Gives the id of the largest piece by each piece's id; a part by itself is not in it. `letters`: the ids of parts that are letters.
 */
export function joinBeneath(
  parts: readonly Part[],
  contacts: Contacts,
  letters: ReadonlySet<number>,
): Map<number, number> {
  const byId = new Map(parts.map((part) => [part.id, part]));
  const root = new Map<number, number>();
  const rootOf = (id: number): number => {
    let at = id;
    for (let next = root.get(at); next !== undefined; next = root.get(at)) at = next;
    return at;
  };
  for (const part of [...parts].sort((a, b) => a.area - b.area)) {
    const beneath = largerPiece(part, byId, contacts, letters);
    if (beneath && rootOf(beneath.id) !== part.id) root.set(part.id, rootOf(beneath.id));
  }
  return new Map([...root.keys()].map((id) => [id, rootOf(id)]));
}

/** Whether a part is what shows through a letter: enclosed by one that lies on more of the part's tone. */
export function isEye(
  part: Part,
  byId: ReadonlyMap<number, Part>,
  contacts: Contacts,
  letters: ReadonlySet<number>,
): boolean {
  const around = encloserOf(part, byId, contacts);
  if (!around || !letters.has(around.id)) return false;
  return [...(contacts.get(around.id)?.keys() ?? [])].some((id) => {
    const other = byId.get(id);
    return (
      other !== undefined && other.tone === part.tone && other.area > part.area && lieWithin(around, other)
    );
  });
}

/** The part that encloses another one, or null. */
function encloserOf(part: Part, byId: ReadonlyMap<number, Part>, contacts: Contacts): Part | null {
  const own = contacts.get(part.id);
  if (!own) return null;
  const edge = edgeOf(own);
  for (const [id, count] of own) if (count > enclosedFrom * edge) return byId.get(id) ?? null;
  return null;
}

/** The larger piece that a piece is the rest of, or null. */
function largerPiece(
  part: Part,
  byId: ReadonlyMap<number, Part>,
  contacts: Contacts,
  letters: ReadonlySet<number>,
): Part | null {
  const own = contacts.get(part.id);
  if (!own) return null;
  const edge = edgeOf(own);
  let best: Part | null = null;
  for (const [overId, count] of own) {
    const over = byId.get(overId);
    if (!over) continue;
    // Of outlined letters the rim within an eye touches the letter on one side and the ground on the other.
    const isRim = own.size === 2 && own.has(0) && lieWithin(part, over);
    const shows = letters.has(overId) && (count > enclosedFrom * edge || isRim);
    for (const [id, along] of contacts.get(overId) ?? []) {
      const other = byId.get(id);
      if (!other || other === part || other.tone !== part.tone) continue;
      if (other.area < part.area || (other.area === part.area && other.id > part.id)) continue;
      const isDivided =
        !letters.has(part.id) &&
        count > alongFrom * edge &&
        over.strokePx < thinBeside * Math.min(part.widestPx, other.widestPx) &&
        along > 0.3 * count;
      const isBeneath = shows && (isRim || lieWithin(over, other));
      if ((isBeneath || isDivided) && (!best || other.area > best.area)) best = other;
    }
  }
  return best;
}
