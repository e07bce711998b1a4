import type { BackupState } from '../../schemas/backup-state.ts';
import { counted, momentText, whole } from '../../parts/text.ts';

interface BackupsProps {
  backups: BackupState | null;
  /** The last good one is of more than two nights ago. */
  isOld: boolean;
  /** Bytes free, if the disk is nearly full. */
  lowDisk: number | null;
  zone: string;
  now: string;
}

/** The nightly backups, as they came out: the last good one, and what went wrong since. */
export function Backups({ backups, isOld, lowDisk, zone, now }: BackupsProps) {
  const good = backups?.good ?? null;
  return (
    <section id="backups" className="sheet mt-4 p-4">
      <h2>Backups</h2>
      {lowDisk !== null && (
        <p role="alert" className="font-semibold">
          × The disk is nearly full: {(lowDisk / 1e9).toFixed(1)} GB are free. Make room before the ledger can
          be written no more.
        </p>
      )}
      {!backups && <p>Not made by this installation. Whoever runs its database backs it up.</p>}
      {backups?.failed && (
        <p role="alert" className="font-semibold">
          × The backup of {momentText(backups.failed.at, zone, now)} failed: {backups.failed.why}
        </p>
      )}
      {backups?.second?.why && (
        <p role="alert" className="font-semibold">
          × No second copy: {backups.second.why}
        </p>
      )}
      {good && (
        <p className={isOld ? 'font-semibold' : ''}>
          {isOld && '× '}Last good one: {momentText(good.at, zone, now)},{' '}
          {counted(good.entries, 'ledger line')} in {whole(Math.ceil(good.bytes / 1000))} kB. It was restored
          beside and counted; {counted(good.heads, 'machine')} had the same heads.
        </p>
      )}
      {good && (
        <p className="quiet break-all">{[good.file, backups?.second?.file].filter(Boolean).join(' · ')}</p>
      )}
      {backups && !good && !backups.failed && (
        <p className="quiet">The first is made tonight, and proved by restoring it beside.</p>
      )}
    </section>
  );
}
