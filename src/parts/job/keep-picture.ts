import { NotTaken } from '../live/send.ts';

/** What the server keeps at most, bytes. */
const mostBytes = 30_000;
/** Tried in turn until the picture is small enough: longer side in px, quality. */
const tries = [
  [320, 0.8],
  [320, 0.5],
  [240, 0.5],
  [160, 0.5],
] as const;

/** Draws a picture of this page small and keeps it with a job. Throws when it cannot be drawn, {@link NotTaken} when it is refused. */
export async function keepPicture(jobId: string, url: string): Promise<void> {
  const image = new Image();
  image.src = url;
  await image.decode();
  for (const [longer, quality] of tries) {
    const blob = await drawnSmall(image, longer, quality);
    if (blob.size > mostBytes) continue;
    const response = await fetch(`/api/jobs/${jobId}/picture`, {
      method: 'PUT',
      headers: { 'content-type': blob.type },
      body: blob,
    });
    if (!response.ok) throw new NotTaken(response.status, 'The picture was not kept.');
    return;
  }
  throw new Error('The picture cannot be made small enough.');
}

function drawnSmall(image: HTMLImageElement, longer: number, quality: number): Promise<Blob> {
  const scale = Math.min(1, longer / Math.max(image.naturalWidth, image.naturalHeight));
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(image.naturalWidth * scale));
  canvas.height = Math.max(1, Math.round(image.naturalHeight * scale));
  canvas.getContext('2d')!.drawImage(image, 0, 0, canvas.width, canvas.height);
  return new Promise((done, fail) =>
    canvas.toBlob((blob) => (blob ? done(blob) : fail(new Error('not drawn'))), 'image/webp', quality),
  );
}
