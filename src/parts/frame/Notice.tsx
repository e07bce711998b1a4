/** A strip told apart by its mark and its border, not by hue. */
export function Notice({ mark, children }: { mark: string; children: React.ReactNode }) {
  return (
    <div
      role="status"
      className="flex items-start gap-3 border-b-2 bg-base-100 px-4 py-2.5 [border-color:var(--color-base-content)]"
    >
      <span
        aria-hidden="true"
        className="grid size-7 shrink-0 place-items-center rounded-full bg-base-content font-bold text-base-100"
      >
        {mark}
      </span>
      <div className="min-w-0 grow leading-7">{children}</div>
    </div>
  );
}
