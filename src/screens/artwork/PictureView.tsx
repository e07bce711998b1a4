import { useEffect, useRef, type RefObject } from 'react';
import type { Place, Reading } from '../../engines/logo/index.ts';
import { nearest } from '../../engines/picture/index.ts';

interface PictureViewProps {
  place: RefObject<HTMLDivElement | null>;
  url: string;
  reading: Reading | null;
  /** Regions shown clearly; the rest is laid back. Empty: all. */
  shown: readonly number[];
  /** The region under a touch or close to it, and the place: parts of the picture's width and height. */
  onTouch: (region: number | null, place: Place) => void;
}

/** The picture; a touch picks the region under it. What is not picked is laid back. */
export function PictureView({ url, reading, shown, onTouch, place }: PictureViewProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    if (reading && canvas.current) veil(canvas.current, reading, shown);
  }, [reading, shown]);
  // A drawing may not say how large it is: then it is as wide as there is room.
  const shape = reading && { width: `min(100%, ${(26 * reading.map.width) / reading.map.height}rem)` };
  return (
    <div ref={place} className="relative mx-auto w-fit bg-white" style={shape ?? {}}>
      <img
        src={url}
        alt="The logo as it was dropped"
        className={shape ? 'block h-auto w-full' : 'block max-h-[26rem] max-w-full'}
      />
      {reading && (
        <canvas
          ref={canvas}
          width={reading.map.width}
          height={reading.map.height}
          aria-hidden="true"
          className="absolute inset-0 size-full cursor-pointer"
          onClick={(click) => {
            const box = click.currentTarget.getBoundingClientRect();
            const place = {
              x: (click.clientX - box.left) / box.width,
              y: (click.clientY - box.top) / box.height,
            };
            const [x, y] = [place.x * reading.map.width, place.y * reading.map.height];
            onTouch(regionNear(reading, Math.floor(x), Math.floor(y)), place);
          }}
        />
      )}
    </div>
  );
}

/** The region at a point, or the nearest within a finger's slip: thin lines are hard to hit. */
const regionNear = ({ map }: Reading, x: number, y: number): number | null =>
  nearest({ x, y }, map, Math.round(map.width / 60), (pixel) => map.of[pixel] || null);

function veil(canvas: HTMLCanvasElement, { map }: Reading, shown: readonly number[]): void {
  const context = canvas.getContext('2d');
  if (!context) return;
  const image = context.createImageData(map.width, map.height);
  if (shown.length > 0) {
    const isShown = new Set(shown);
    for (let pixel = 0; pixel < map.of.length; pixel++) {
      if (isShown.has(map.of[pixel]!)) continue;
      image.data[pixel * 4] = image.data[pixel * 4 + 1] = image.data[pixel * 4 + 2] = 245;
      image.data[pixel * 4 + 3] = 205;
    }
  }
  context.putImageData(image, 0, 0);
}
