import { resolve } from 'node:path';
import { certify } from './certificate.ts';
import { reachNow } from './reach.ts';

/** `npm run certificate -- FOLDER`: makes or renews authority and certificate there, for a proxy that serves the https. Exit code 3: nothing was to be done. */
const [, , folder] = process.argv;
if (!folder) {
  console.error('Say which folder: npm run certificate -- /etc/vivid-eye/https');
  process.exit(2);
}
try {
  const made = certify(resolve(folder), reachNow(), new Date());
  console.log(
    `${made.isNewCertificate ? 'Made anew' : 'Still good'}: ends ${made.ends.toISOString().slice(0, 10)}, for ${made.covers.join(', ')}.\n` +
      `Fingerprint (SHA-256) of the authority: ${made.fingerprint}`,
  );
  if (!made.isNewCertificate) process.exit(3);
} catch (error) {
  console.error((error as Error).message);
  process.exit(1);
}
