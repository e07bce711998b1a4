import { needleReasons } from '../../core/needle/reasons.ts';
import { needleText } from '../../core/needle/label.ts';
import { SafetyLine } from '../../parts/SafetyLine.tsx';
import { Frame } from '../../parts/frame/Frame.tsx';
import { useFrame } from '../../parts/frame/context.tsx';
import type { FrameData } from '../../schemas/frame-data.ts';
import { dayText, timeText, whole } from '../../parts/text.ts';
import type { Event, NeedleRecord as Known } from '../../schemas/ledger/event.ts';

interface NeedleRecordProps {
  record: Known;
  jobName: string | null;
}

/** The printable record of one broken needle: what was found, which piece was held, who released it. */
export default function NeedleRecordScreen({ data, ...rest }: NeedleRecordProps & { data: FrameData }) {
  return (
    <Frame data={data}>
      <NeedleRecord {...rest} />
    </Frame>
  );
}

function NeedleRecord({ record, jobName }: NeedleRecordProps) {
  const { data, view } = useFrame();
  const { machine } = data;
  // What was done since the page was made counts too.
  const broke =
    view.events.filter((event) => event.kind === 'break').find(({ id }) => id === record.broke.id) ??
    record.broke;
  const held =
    view.events
      .filter((event) => event.kind === 'piece_held')
      .find(({ data }) => data.breakId === broke.id) ?? record.held;
  const released =
    record.released ??
    view.events
      .filter((event) => event.kind === 'piece_released')
      .find(({ data }) => data.closes === held?.id) ??
    null;
  const { needle, next } = record;
  const who = (event: Event | null) =>
    data.operators.find((operator) => operator.id === event?.operatorId)?.name ?? 'nobody named';
  const when = (event: Event) =>
    `${dayText(event.at, data.zone)} ${new Date(event.at).getUTCFullYear()}, ${timeText(event.at, data.zone)}`;
  const fragments = broke.data.fragments;
  const steps: { name: string; says: string; isOpen?: boolean }[] = [
    { name: 'Stopped', says: `${when(broke)}, by ${who(broke)}` },
    {
      name: 'Where',
      says: `${machine.name}, head ${broke.head}, position ${broke.position}${jobName ? `; job ${jobName}` : ''}${broke.data.stop ? `, stop ${broke.data.stop}` : ''}${broke.data.stitch ? `, stitch ${whole(broke.data.stitch)}` : ''}`,
    },
    {
      name: 'Needle',
      says: needle
        ? `${needleText(needle.data.needle)}, fitted ${when(needle)}, ${whole(record.stitches)} st sewn`
        : 'no needle was on record there',
    },
    {
      name: 'Fragments',
      says:
        fragments === 'all_found'
          ? 'all found'
          : fragments === 'missing'
            ? 'NOT all found'
            : 'not yet said: search hook, plate, cloth and backing',
      isOpen: fragments === undefined,
    },
    {
      name: 'Piece',
      says: held
        ? `held ${when(held)}, by ${who(held)}: ${held.data.why}`
        : fragments === 'all_found'
          ? 'not held'
          : 'not held yet',
      isOpen: !held && fragments !== 'all_found',
    },
    ...(held
      ? [
          {
            name: 'Released',
            says: released ? `${when(released)}, by ${who(released)}: ${released.data.why}` : 'still on hold',
            isOpen: !released,
          },
        ]
      : []),
    {
      name: 'New needle',
      says: next
        ? `${needleText(next.data.needle)}, ${when(next)}, by ${who(next)} (${needleReasons[next.data.reason].name})`
        : 'none on record yet',
      isOpen: !next,
    },
  ];
  return (
    <div className="grid max-w-3xl gap-3 p-3 lg:p-4">
      <header className="flex flex-wrap items-center gap-3">
        <h1 className="me-auto">Broken needle, position {broke.position}</h1>
        <button type="button" className="btn no-print" onClick={() => print()}>
          Print this record
        </button>
      </header>
      {broke.data.fault !== 'needle_broke' && (
        <p className="font-semibold">! This break is on record as something other than a broken needle.</p>
      )}
      <dl className="sheet">
        {steps.map((step) => (
          <div key={step.name} className="flex gap-4 border-t px-3 py-2.5 rule first:border-t-0">
            <dt className="w-28 shrink-0 font-bold">
              {step.isOpen ? '□ ' : '✓ '}
              {step.name}
            </dt>
            <dd className="figures min-w-0">{step.says}</dd>
          </div>
        ))}
      </dl>
      <p className="quiet text-sm">
        Entry {broke.id}. Old needle and fragments go into the closed sharps container. This record follows
        the ledger; corrections of it stay in its history.
      </p>
      <div className="mt-6 hidden grid-cols-2 gap-8 print:grid">
        <p className="border-t pt-1">Name, date, signature</p>
        <p className="border-t pt-1">Released by, date, signature</p>
      </div>
      <SafetyLine />
    </div>
  );
}
