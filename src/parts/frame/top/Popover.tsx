import { useEffect, useRef, type ReactNode } from 'react';

interface PopoverProps {
  /** On the button that opens it. */
  label: ReactNode;
  className?: string;
  onToggle?: (isOpen: boolean) => void;
  children: ReactNode;
}

/** A button that opens a sheet below itself. Escape, a touch elsewhere or another one's opening closes it. */
export function Popover({ label, className = '', onToggle, children }: PopoverProps) {
  const place = useRef<HTMLDetailsElement>(null);
  useEffect(() => {
    const close = () => {
      if (place.current) place.current.open = false;
    };
    const onKey = (event: KeyboardEvent) => {
      if (event.key !== 'Escape' || !place.current?.open) return;
      close();
      place.current.querySelector('summary')?.focus();
    };
    const onTouch = (event: PointerEvent) => {
      if (!place.current?.contains(event.target as Node)) close();
    };
    document.addEventListener('keydown', onKey);
    document.addEventListener('pointerdown', onTouch);
    return () => {
      document.removeEventListener('keydown', onKey);
      document.removeEventListener('pointerdown', onTouch);
    };
  }, []);
  return (
    <details ref={place} className="relative" onToggle={(toggle) => onToggle?.(toggle.currentTarget.open)}>
      <summary className={`btn ${className}`}>{label}</summary>
      {children}
    </details>
  );
}
