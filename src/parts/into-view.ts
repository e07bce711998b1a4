/** As a `ref`: what has just opened is brought into sight, all of it where it fits. */
export function intoView(element: HTMLElement | null): void {
  element?.scrollIntoView({ block: 'nearest' });
}
