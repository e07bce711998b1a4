import type { Operator } from '../../schemas/workshop.ts';

/** Who may stand at the machines: the name that goes with each entry. */
export function People({ operators, mayChange }: { operators: Operator[]; mayChange: boolean }) {
  return (
    <section id="people" className="sheet mt-4 p-4">
      <h2>People</h2>
      <p>
        {operators.map((operator) => operator.name).join(' · ') || (
          <span className="quiet">Nobody yet. Entries are then kept without a name.</span>
        )}
      </p>
      {mayChange && (
        <a className="btn mt-2" href="/people">
          People, PINs and devices
        </a>
      )}
    </section>
  );
}
