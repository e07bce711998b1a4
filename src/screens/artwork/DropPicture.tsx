import { useState } from 'react';

/** Where a picture is dropped, or chosen from the device. */
export function DropPicture({ again, onTake }: { again: boolean; onTake: (file: File) => void }) {
  const [over, setOver] = useState(false);
  return (
    <label
      className={`grid cursor-pointer place-items-center rounded-lg border-2 border-dashed p-4 text-center [border-color:var(--color-base-content)] ${again ? '' : 'min-h-60'} ${over ? 'bg-base-100' : ''}`}
      onDragOver={(drag) => {
        drag.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(drop) => {
        drop.preventDefault();
        setOver(false);
        const file = drop.dataTransfer.files[0];
        if (file) onTake(file);
      }}
    >
      <span>
        <b>{again ? 'Drop another picture' : 'Drop the logo here'}</b> or choose a file
        <span className="quiet block text-sm">
          SVG, PNG, JPEG, WebP or AVIF, or a stitch list as CSV. It stays on this device; only the job you
          make of it is sent.
        </span>
      </span>
      <input
        type="file"
        className="sr-only"
        accept="image/*,.svg,.csv,text/csv"
        aria-label="Picture of the logo"
        onChange={(change) => {
          const file = change.target.files?.[0];
          if (file) onTake(file);
          change.target.value = '';
        }}
      />
    </label>
  );
}
