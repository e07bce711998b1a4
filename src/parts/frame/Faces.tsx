/** The faces of one room: which is open, and the way to the others. */
export function Faces({
  label,
  base,
  faces,
  face,
}: {
  label: string;
  base: string;
  faces: readonly { key: string; name: string; path: string }[];
  face: string;
}) {
  return (
    <nav aria-label={label} className="no-print flex gap-1 border-b px-3 pt-1 rule">
      {faces.map(({ key, name, path }) => (
        <a
          key={key}
          href={`${base}${path}`}
          aria-current={key === face ? 'page' : undefined}
          className="flex min-h-11 items-center border-b-4 border-transparent px-3 font-semibold whitespace-nowrap hover:bg-base-100 aria-[current]:[border-color:var(--color-base-content)]"
        >
          {name}
        </a>
      ))}
    </nav>
  );
}
