/**
 * Keeps something open while the page is seen. A browser keeps six connections to a server at most: pages in tabs behind this one must not hold
 * them all. Returns how to end it.
 */
export function whileSeen(open: () => () => void): () => void {
  let close: (() => void) | null = null;
  const look = () => {
    if (!document.hidden) close ??= open();
    else {
      close?.();
      close = null;
    }
  };
  look();
  document.addEventListener('visibilitychange', look);
  return () => {
    document.removeEventListener('visibilitychange', look);
    close?.();
  };
}
