import { useEffect, useRef, useState } from 'react';
import type { MeasuredDesign } from '../../core/stitches/read-list.ts';

interface StitchSketchProps {
  design: MeasuredDesign;
  /** Colour of each stop's thread; null: not named yet. */
  colours: readonly (string | null)[];
  /** The address of the drawing in this page, for the job's picture. */
  onDrawn: (url: string) => void;
}

/** Longer side of the drawing, px, and the room around it. */
const side = 420;
const room = 8;
/** A 40 wt thread's width on the cloth, mm. From memory. */
const threadMm = 0.4;
/** Neither black nor white: seen on both. */
const unnamed = '#8a8f94';

/** The design as its stitches lie, in its threads' colours: what it is, and which stop is which, is seen at a glance. */
export function StitchSketch({ design, colours, onDrawn }: StitchSketchProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const [isTurned, setTurned] = useState(false);
  const scale = (side - 2 * room) / Math.max(design.widthMm, design.heightMm, 0.1);
  const key = colours.join();
  useEffect(() => {
    const own = canvas.current;
    if (!own) return;
    draw(own, design, key.split(','), scale, isTurned);
    let url = '';
    let isGone = false;
    own.toBlob((blob) => {
      if (!blob || isGone) return;
      url = URL.createObjectURL(blob);
      onDrawn(url);
    });
    return () => {
      isGone = true;
      if (url) URL.revokeObjectURL(url);
    };
  }, [design, key, scale, isTurned, onDrawn]);
  return (
    <div className="mt-2 flex flex-wrap items-end gap-3">
      <canvas
        ref={canvas}
        width={design.widthMm * scale + 2 * room}
        height={design.heightMm * scale + 2 * room}
        role="img"
        aria-label="The design, drawn from its stitches"
        className="block max-h-72 max-w-full rounded-sm bg-white"
      />
      <button type="button" className="btn" aria-pressed={isTurned} onClick={() => setTurned(!isTurned)}>
        Upside down? Turn it
      </button>
    </div>
  );
}

function draw(
  canvas: HTMLCanvasElement,
  design: MeasuredDesign,
  colours: readonly string[],
  scale: number,
  isTurned: boolean,
): void {
  const pen = canvas.getContext('2d')!;
  pen.fillStyle = '#ffffff';
  pen.fillRect(0, 0, canvas.width, canvas.height);
  pen.lineWidth = Math.max(0.6, threadMm * scale);
  pen.lineCap = 'round';
  pen.lineJoin = 'round';
  const x = (at: number) => room + (at - design.leftMm) * scale;
  // Lists are written with y up more often than down.
  const y = (at: number) =>
    isTurned ? room + (at - design.topMm) * scale : canvas.height - room - (at - design.topMm) * scale;
  design.stops.forEach(({ path }, index) => {
    pen.strokeStyle = colours[index] || unnamed;
    pen.beginPath();
    let isDown = false;
    for (let at = 0; at < path.length; at += 2) {
      if (Number.isNaN(path[at]!)) isDown = false;
      else if (isDown) pen.lineTo(x(path[at]!), y(path[at + 1]!));
      else {
        pen.moveTo(x(path[at]!), y(path[at + 1]!));
        isDown = true;
      }
    }
    pen.stroke();
  });
}
