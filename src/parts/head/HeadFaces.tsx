/** The two faces of a machine's head, and where its table is typed in. */
const faces = [
  { key: 'plan', name: 'The plan', path: '' },
  { key: 'standing', name: 'The standing head', path: '/standing' },
  { key: 'table', name: 'Fill the head', path: '/table' },
] as const;

/** Which face of the head is open, and the way to the others. */
export function HeadFaces({ slug, face }: { slug: string; face: (typeof faces)[number]['key'] }) {
  return (
    <nav aria-label="Faces of the head" className="no-print flex gap-1 border-b px-3 pt-1 rule">
      {faces.map(({ key, name, path }) => (
        <a
          key={key}
          href={`/${slug}/head${path}`}
          aria-current={key === face ? 'page' : undefined}
          className="flex min-h-11 items-center border-b-4 border-transparent px-3 font-semibold whitespace-nowrap hover:bg-base-100 aria-[current]:[border-color:var(--color-base-content)]"
        >
          {name}
        </a>
      ))}
    </nav>
  );
}
