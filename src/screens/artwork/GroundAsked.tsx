import { useEffect, useRef } from 'react';
import { distance, rgbOf } from '../../core/thread/colour.ts';
import type { Reading } from '../../engines/logo/index.ts';

/** Width of the small pictures, px; a pixel is of a tone when it differs by less, RGB units. */
const wide = 160;
const ofTone = 60;

interface GroundAskedProps {
  reading: Reading;
  url: string;
  onGround: (colour: string) => void;
}

/** Where two colours may be the cloth: two small pictures, what would not be sewn hatched, to choose from. */
export function GroundAsked({ reading, url, onGround }: GroundAskedProps) {
  const now = reading.tones.find((tone) => tone.isGround)?.colour;
  if (now === undefined || reading.doubt === null) return null;
  return (
    <section aria-label="Which is the cloth" className="sheet p-3">
      <h2>Which is the cloth?</h2>
      <p className="text-sm">Hatched = background, not stitched. Every size in mm follows from it.</p>
      <div className="mt-2 flex flex-wrap gap-3">
        {[now, reading.doubt].map((colour, index) => (
          <button
            key={colour}
            type="button"
            className="btn h-auto flex-col gap-1 p-2"
            onClick={() => onGround(colour)}
          >
            <Hatched url={url} colour={colour} />
            <span>{index === 0 ? 'This, as read now' : 'This'}</span>
          </button>
        ))}
      </div>
    </section>
  );
}

/** The picture with one colour hatched. */
function Hatched({ url, colour }: { url: string; colour: string }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    let isOver = false;
    void hatch(url, colour).then((image) => {
      if (isOver || !canvas.current || !image) return;
      canvas.current.width = image.width;
      canvas.current.height = image.height;
      canvas.current.getContext('2d')?.putImageData(image, 0, 0);
    });
    return () => {
      isOver = true;
    };
  }, [url, colour]);
  return (
    <canvas
      ref={canvas}
      width={wide}
      height={120}
      role="img"
      aria-label={`${colour} not sewn`}
      className="max-w-full bg-white"
    />
  );
}

async function hatch(url: string, colour: string): Promise<ImageData | null> {
  const picture = new Image();
  picture.src = url;
  await picture.decode();
  const height = Math.max(1, Math.round((wide * picture.naturalHeight) / picture.naturalWidth));
  const context = new OffscreenCanvas(wide, height).getContext('2d');
  if (!context) return null;
  context.drawImage(picture, 0, 0, wide, height);
  const image = context.getImageData(0, 0, wide, height);
  const rgb = rgbOf(colour);
  const { data } = image;
  for (let pixel = 0; pixel < wide * height; pixel++) {
    const at = pixel * 4;
    if (distance(rgb, data[at]!, data[at + 1]!, data[at + 2]!) > ofTone) continue;
    const isLine = ((pixel % wide) + Math.floor(pixel / wide)) % 8 < 2;
    data[at] = data[at + 1] = data[at + 2] = isLine ? 120 : 250;
    data[at + 3] = 255;
  }
  return image;
}
