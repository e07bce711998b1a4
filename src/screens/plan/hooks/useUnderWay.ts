import { useRef, type RefObject } from 'react';

/** What of ours is not on the server yet. It is no state: nothing is drawn by it, and an answer that comes late must see it as it is. */
export class UnderWay {
  /** Changed here, and not sent. */
  dirty = false;
  /** Our change is on its way: what others change meanwhile must not take its place unseen. */
  sending = false;
  /** News came while ours was on its way, and were not looked at: the answer may be of before them. */
  missed = false;
  /** Looks at what others kept. */
  look: () => void = () => undefined;

  isOurs(): boolean {
    return this.dirty || this.sending;
  }

  /** The answer to ours has come; news that were missed are looked at now. */
  sent(): void {
    this.sending = false;
    if (!this.missed) return;
    this.missed = false;
    // What was answered to ours is drawn first.
    setTimeout(() => this.look(), 100);
  }
}

export function useUnderWay(): RefObject<UnderWay> {
  const underWay = useRef<UnderWay>(null);
  underWay.current ??= new UnderWay();
  return underWay as RefObject<UnderWay>;
}
