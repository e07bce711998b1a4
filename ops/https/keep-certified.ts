import { certify, type Certified } from './certificate.ts';
import { reachNow } from './reach.ts';

const lookEveryMs = 60_000;

/** Addresses as a person types them, of what the certificate covers: not those of the computer itself. */
export const networkAddresses = (
  { covers }: Pick<Certified, 'covers'>,
  scheme: string,
  port: number,
): string[] =>
  covers
    .filter((one) => !['localhost', '127.0.0.1', '::1'].includes(one))
    .map((one) => `${scheme}://${one}:${port}`);

/**
 * Makes sure of the certificate now, and looks every minute whether it ends soon or the computer has got another address; `onNew` is told when another was
 * made. Gives what is there now, and how to stop looking.
 */
export function keepCertified(
  folder: string,
  onNew: (made: Certified) => void,
): { now: Certified; stop: () => void } {
  const now = certify(folder, reachNow(), new Date());
  const timer = setInterval(() => {
    try {
      const found = certify(folder, reachNow(), new Date());
      if (found.isNewCertificate) onNew(found);
    } catch (error) {
      console.error((error as Error).message);
    }
  }, lookEveryMs);
  return { now, stop: () => clearInterval(timer) };
}
