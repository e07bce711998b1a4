import { Faces } from '../frame/Faces.tsx';

/** The two faces of a machine's head, and where its table is typed in. */
const faces = [
  { key: 'plan', name: 'The plan', path: '' },
  { key: 'standing', name: 'The standing head', path: '/standing' },
  { key: 'table', name: 'Fill the head', path: '/table' },
] as const;

/** Which face of the head is open, and the way to the others. */
export function HeadFaces({ slug, face }: { slug: string; face: (typeof faces)[number]['key'] }) {
  return <Faces label="Faces of the head" base={`/${slug}/head`} faces={faces} face={face} />;
}
