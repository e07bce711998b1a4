import { Faces } from '../frame/Faces.tsx';

/** The Ledger's two faces. */
const faces = [
  { key: 'happened', name: 'What happened', path: '' },
  { key: 'findings', name: 'Findings', path: '/findings' },
] as const;

/** Which face of the Ledger is open, and the way to the other. */
export function LedgerFaces({ slug, face }: { slug: string; face: (typeof faces)[number]['key'] }) {
  return <Faces label="Faces of the ledger" base={`/${slug}/ledger`} faces={faces} face={face} />;
}
