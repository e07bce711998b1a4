/** Those who want to hear of one thing. */
export class Listeners<News extends unknown[] = []> {
  private readonly listening = new Set<(...news: News) => void>();

  /** Adds one; the answer takes it away again. */
  readonly hear = (listener: (...news: News) => void): (() => void) => {
    this.listening.add(listener);
    return () => void this.listening.delete(listener);
  };

  tell(...news: News): void {
    this.listening.forEach((listener) => listener(...news));
  }
}
