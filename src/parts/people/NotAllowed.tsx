/** Why something was not done; nothing where nothing was refused. */
export function NotAllowed({ says }: { says: string }) {
  if (says === '') return null;
  return (
    <p role="alert" className="mt-2 w-full font-semibold">
      × {says}
    </p>
  );
}
