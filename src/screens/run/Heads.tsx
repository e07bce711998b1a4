import { useFrame } from '../../parts/frame/context.tsx';
import { headsOf, keepHeads } from '../../parts/device/kept.ts';

interface HeadsProps {
  sewing: readonly number[];
  onChange: (sewing: number[]) => void;
}

/** Which heads sew: one may stand out (broken needle, no cap) while the others go on; its needles do not count then. */
export function Heads({ sewing, onChange }: HeadsProps) {
  const { data, say } = useFrame();
  const { machine } = data;
  const all = headsOf(machine);
  const toggle = (head: number) => {
    const next = sewing.includes(head)
      ? sewing.filter((other) => other !== head)
      : [...sewing, head].sort((a, b) => a - b);
    if (next.length === 0) return say('At least one head sews.');
    keepHeads(machine, next);
    onChange(next);
    say(
      sewing.includes(head)
        ? `Head ${head} stands out: its needles do not count.`
        : `Head ${head} sews again.`,
    );
  };
  return (
    <div role="group" aria-label="Heads that sew" className="flex flex-wrap items-center gap-2">
      <span className="quiet">Heads that sew</span>
      {all.map((head) => (
        <button
          key={head}
          type="button"
          className="btn min-h-16 min-w-16"
          aria-label={`Head ${head} sews`}
          aria-pressed={sewing.includes(head)}
          onClick={() => toggle(head)}
        >
          {head}
          {!sewing.includes(head) && <span className="text-xs font-normal">out</span>}
        </button>
      ))}
    </div>
  );
}
