interface NamedThread {
  code: string;
  name: string;
}

/** The one thread that a text means: its code, the beginning of just one thread's name, or a word in just one; case does not matter. Null: none, or several. */
export function threadNamed<T extends NamedThread>(text: string, threads: readonly T[]): T | null {
  const wanted = text.trim().toLowerCase();
  if (!wanted) return null;
  const byCode = threads.find((thread) => thread.code.toLowerCase() === wanted);
  if (byCode) return byCode;
  const byName = threads.filter((thread) => thread.name.toLowerCase().startsWith(wanted));
  if (byName.length > 0) return byName.length === 1 ? byName[0]! : null;
  const within = threads.filter((thread) => thread.name.toLowerCase().split(' ').includes(wanted));
  return within.length === 1 ? within[0]! : null;
}
