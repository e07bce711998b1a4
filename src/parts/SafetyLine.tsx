/** Said wherever hands go to the needle. */
export function SafetyLine({ className = '' }: { className?: string }) {
  return (
    <p className={`quiet border-s-4 ps-3 text-sm [border-color:var(--color-base-content)] ${className}`}>
      <b>Before hands go to the needle:</b> machine stopped, power off or emergency stop, as the machine’s
      manual and your local rules say.
    </p>
  );
}
