import { shareRange } from '../../src/core/findings/rates/share';

export interface Reported {
  files: Record<string, { mutants: { status: string }[] }>;
}

const seen = new Set(['Killed', 'Timeout']);
const unseen = new Set(['Survived', 'NoCoverage']);

/**
 * One line for each folder of core: the faults planted, the share that a test saw, and the interval that holds the share of
 * all faults 95 times in 100 where only some were drawn.
 */
export function tableOf({ files }: Reported): string {
  const folders = new Map<string, { seen: number; all: number }>();
  for (const [path, { mutants }] of Object.entries(files)) {
    const parts = path.split('/');
    // core/plan, core/artwork and their like have rooms of their own.
    for (const folder of new Set([
      parts.slice(0, 3).join('/'),
      parts.slice(0, -1).slice(0, 4).join('/'),
      'all',
    ])) {
      const sum = folders.get(folder) ?? { seen: 0, all: 0 };
      sum.seen += mutants.filter(({ status }) => seen.has(status)).length;
      sum.all += mutants.filter(({ status }) => seen.has(status) || unseen.has(status)).length;
      folders.set(folder, sum);
    }
  }
  return [...folders]
    .filter(([, sum]) => sum.all > 0)
    .sort(([first], [second]) => first.localeCompare(second))
    .map(([folder, sum]) => {
      const { low, high } = shareRange(sum.seen, sum.all);
      return `${folder.padEnd(34)} ${String(sum.all).padStart(5)} planted, ${percent(sum.seen / sum.all)} seen (${percent(low)} to ${percent(high)})`;
    })
    .join('\n');
}

function percent(share: number): string {
  return `${(100 * share).toFixed(1)} %`;
}
