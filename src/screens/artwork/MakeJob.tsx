import type { ManualCorrection } from '../../core/artwork/manual-correction.ts';
import type { ElementKind } from '../../core/element/elements.ts';
import type { Measures } from '../../core/element/measures.ts';
import { cloths } from '../../core/garment/cloths.ts';
import type { Garment } from '../../core/garment/garment.ts';
import { useState } from 'react';
import { v7 as uuid7 } from 'uuid';
import { useFrame } from '../../parts/frame/context.tsx';
import { send } from '../../parts/live/send.ts';
import { keepPicture } from '../../parts/job/keep-picture.ts';
import { counted } from '../../parts/text.ts';

interface MakeJobProps {
  suggested: string;
  garment: Garment;
  /** Of the picture in this page; empty: there is none. */
  pictureUrl?: string;
  note: string;
  /** Of a picture: what was put right of its reading. */
  putRight?: ManualCorrection;
  /** In sewing order; `threadId` is empty where none was chosen yet. */
  stops: readonly { threadId: string; stitches: number; element: ElementKind; measures: Measures }[];
}

/** The stops become a job of the list, to be looked over and put on the machine. */
export function MakeJob({ suggested, garment, pictureUrl = '', note, putRight, stops }: MakeJobProps) {
  const { data } = useFrame();
  const [name, setName] = useState('');
  const [pieces, setPieces] = useState('24');
  const [refusal, setRefusal] = useState('');
  const missing = stops.filter((stop) => !stop.threadId).length;

  async function make(): Promise<void> {
    setRefusal('');
    try {
      const id = uuid7();
      await send('POST', '/api/jobs', {
        jobs: [
          {
            id,
            name: name.trim() || suggested || 'New logo',
            customer: '',
            cloth: garment.cloth ? cloths[garment.cloth].name : '',
            garment,
            pieces: Number(pieces),
            due: null,
            note,
            ...(putRight && { putRight }),
            stops: stops.map((stop, index) => ({ stop: index + 1, ...stop, position: null })),
          },
        ],
      });
      // The job is made: a picture that cannot be kept is no reason to make it again.
      if (pictureUrl) await keepPicture(id, pictureUrl).catch(() => undefined);
      location.assign(`/${data.machine.slug}/jobs/${id}`);
    } catch (error) {
      setRefusal((error as Error).message);
    }
  }

  return (
    <form
      aria-label="Make it a job"
      className="mt-3 flex flex-wrap items-end gap-2"
      onSubmit={(submit) => {
        submit.preventDefault();
        void make();
      }}
    >
      <label className="grow text-sm font-semibold">
        Name of the job
        <input
          className="input w-full"
          maxLength={120}
          value={name}
          placeholder={suggested}
          onChange={(change) => setName(change.target.value)}
        />
      </label>
      <label className="text-sm font-semibold">
        Pieces
        <input
          className="input figures block w-24 text-end"
          inputMode="numeric"
          value={pieces}
          onChange={(change) => setPieces(change.target.value)}
        />
      </label>
      <button type="submit" className="btn btn-primary" disabled={missing > 0 || stops.length === 0}>
        Make it a job
      </button>
      {missing > 0 && (
        <p className="w-full text-sm">
          {counted(missing, 'stop')} without a thread: choose one, or add it under Stores.
        </p>
      )}
      {refusal && (
        <p role="alert" className="w-full font-semibold">
          × {refusal}
        </p>
      )}
    </form>
  );
}
