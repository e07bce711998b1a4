import { countsAsBreak, faults } from '../../core/fault/faults.ts';
import { needleText } from '../../core/needle/label.ts';
import { stripOf, type Strip } from '../../core/run/strip.ts';
import { useFrame } from '../../parts/frame/context.tsx';
import { useAsked } from '../../parts/frame/useAsked.ts';
import { counted, dayText, momentText, stopsText } from '../../parts/text.ts';
import type { Event } from '../../schemas/ledger/event.ts';

const wide = 640;
const rows = { needle: 20, cone: 62, breaks: 100, case: 140 } as const;

/** Needle, cone, breaks and the case's tension of one position on one strip of time. */
export function TimeStrip({ head, position }: { head: number; position: number }) {
  const { data, view } = useFrame();
  const { id } = data.machine;
  const ask = (query: string) => `/api/ledger?machine=${id}&${query}`;
  const own = useAsked<{ items: Event[] }>(ask(`position=${position}&head=${head}&limit=200`));
  const readings = useAsked<{ items: Event[] }>(ask('kind=case_measured&limit=60'));
  const told = own && readings && [...own.items, ...readings.items];
  const byId = new Map((told ?? []).map((event) => [event.id, event]));
  for (const event of view.events)
    if (event.kind === 'case_measured' || (event.head === head && event.position === position))
      byId.set(event.id, event);
  const strip = stripOf([...byId.values()], data.now);
  return (
    <section aria-label="Along time" className="sheet min-h-52 p-3">
      <h2 className="px-1">Along time</h2>
      {told === null ? <p className="quiet px-1">Reading …</p> : <Drawn strip={strip} />}
    </section>
  );
}

function Drawn({ strip }: { strip: Strip }) {
  const { data, threads } = useFrame();
  const x = (at: number) => (wide * (at - strip.from)) / (strip.to - strip.from);
  const grams = strip.readings.map((reading) => reading.grams);
  const [low, high] = [Math.min(...grams, 20), Math.max(...grams, 35)];
  const y = (value: number) => rows.case + 34 - (30 * (value - low)) / (high - low);
  const breaks = strip.breaks.filter(({ fault }) => countsAsBreak(fault)).length;
  const moment = (at: number) => momentText(new Date(at).toISOString(), data.zone, data.now);
  const ticks = [0, 0.25, 0.5, 0.75, 1].map((share) => strip.from + share * (strip.to - strip.from));
  return (
    <div className="overflow-x-auto" role="group" aria-label="Drawn along time" tabIndex={0}>
      <svg
        viewBox={`-64 0 ${wide + 84} 206`}
        className="w-full min-w-[34rem]"
        role="img"
        aria-label={`${counted(strip.needles.length, 'needle')}, ${counted(strip.cones.length, 'cone')}, ${stopsText(breaks, strip.breaks.length - breaks) || 'no break'}, ${counted(strip.readings.length, 'reading')} of the case since ${moment(strip.from)}`}
      >
        <g className="figures fill-current text-[13px]">
          {[
            ['needle', rows.needle],
            ['cone', rows.cone],
            ['breaks', rows.breaks],
            ['case, g', rows.case + 12],
          ].map(([name, at]) => (
            <text key={name} x={-62} y={Number(at) + 14}>
              {name}
            </text>
          ))}
          {ticks.map((at, index) => (
            <g key={at}>
              <path d={`M${x(at)} 10V186`} stroke="var(--color-base-300)" />
              <text x={x(at)} y={202} textAnchor={index === 0 ? 'start' : index === 4 ? 'end' : 'middle'}>
                {index === 4 ? 'now' : dayText(new Date(at).toISOString(), data.zone)}
              </text>
            </g>
          ))}
          {strip.needles.map((span, index) => (
            <g key={span.from}>
              <rect
                x={x(span.from)}
                y={rows.needle}
                width={Math.max(2, x(span.to) - x(span.from))}
                height={22}
                fill={index % 2 ? 'var(--color-base-300)' : 'var(--color-base-200)'}
                stroke="currentColor"
              />
              {x(span.to) - x(span.from) > 80 && (
                <text x={x(span.from) + 5} y={rows.needle + 15}>
                  {needleText(span.data.needle)}
                </text>
              )}
            </g>
          ))}
          {strip.cones.map((span) => (
            <rect
              key={span.from}
              x={x(span.from)}
              y={rows.cone}
              width={Math.max(2, x(span.to) - x(span.from))}
              height={22}
              fill={threads.get(span.data.threadId)?.colour ?? '#888888'}
              stroke="var(--cone-edge)"
            />
          ))}
          {strip.breaks.map((stopped) => (
            <g key={stopped.at}>
              <title>{`${moment(stopped.at)}: ${stopped.fault ? faults[stopped.fault].says : 'kind not said'}`}</title>
              <path
                d={breakMark(
                  x(stopped.at),
                  rows.breaks + 11,
                  stopped.fault ? faults[stopped.fault].side : 'top',
                )}
                fill="none"
                stroke="currentColor"
                strokeWidth={2.5}
              />
            </g>
          ))}
          {strip.readings.length > 1 && (
            <path
              d={`M${strip.readings.map((reading) => `${x(reading.at).toFixed(1)} ${y(reading.grams).toFixed(1)}`).join('L')}`}
              fill="none"
              stroke="currentColor"
            />
          )}
          {strip.readings.map((reading) => (
            <circle key={reading.at} cx={x(reading.at)} cy={y(reading.grams)} r={4} className="fill-current">
              <title>{`${moment(reading.at)}: ${reading.grams} g`}</title>
            </circle>
          ))}
          {strip.readings.at(-1) && (
            <text x={wide + 4} y={y(strip.readings.at(-1)!.grams) - 8} textAnchor="end">
              {strip.readings.at(-1)!.grams} g
            </text>
          )}
        </g>
      </svg>
      <p className="quiet px-1 text-sm">
        Breaks: × from the top thread, + from the bobbin, ▽ from the needle. Colours are the threads’ own.
      </p>
    </div>
  );
}

/** A break's mark by where its search begins: told apart by shape. */
function breakMark(x: number, y: number, side: 'top' | 'bobbin' | 'needle'): string {
  if (side === 'bobbin') return `M${x - 8} ${y}H${x + 8}M${x} ${y - 8}V${y + 8}`;
  if (side === 'needle') return `M${x - 8} ${y - 7}H${x + 8}L${x} ${y + 8}Z`;
  return `M${x - 7} ${y - 7}L${x + 7} ${y + 7}M${x + 7} ${y - 7}L${x - 7} ${y + 7}`;
}
