/** The first element that is so. Throws Error where there is none: what is missing is a fault of the program, not of what was typed. */
export function mustFind<T>(list: readonly T[], isSo: (element: T) => boolean, what: string): T {
  const found = list.find(isSo);
  if (found === undefined) throw new Error(`There is no ${what}.`);
  return found;
}
