/**
 * A function that keeps its newest `most` answers, by a key of what was asked: for answers that hang on nothing else and are not changed
 * by who gets them.
 */
export function memoized<Asked extends unknown[], Answer>(
  most: number,
  answer: (...asked: Asked) => Answer,
  keyOf: (...asked: Asked) => string,
): (...asked: Asked) => Answer {
  const known = new Map<string, Answer>();
  return (...asked) => {
    const key = keyOf(...asked);
    if (known.has(key)) return known.get(key)!;
    const found = answer(...asked);
    // The oldest goes: a Map keeps the order in which its keys came.
    if (known.size >= most) for (const oldest of known.keys()) if (known.delete(oldest)) break;
    known.set(key, found);
    return found;
  };
}
