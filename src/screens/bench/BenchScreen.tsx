import { counting } from '../../core/ledger/about-kinds.ts';
import type { EventOf } from '../../core/ledger/entry.ts';
import { railOrder } from '../../core/head/rail-order.ts';
import type { Sewn } from '../../core/tension/case/stitches-by-day.ts';
import { bandOf } from '../../core/tension/targets.ts';
import { capital } from '../../parts/text.ts';
import { SafetyLine } from '../../parts/SafetyLine.tsx';
import { Frame } from '../../parts/frame/Frame.tsx';
import { useCases } from './useCases.ts';
import { useFrame } from '../../parts/frame/context.tsx';
import type { FrameData } from '../../schemas/frame-data.ts';
import type { Event } from '../../schemas/ledger/event.ts';
import type { BobbinCase, BobbinKind } from '../../schemas/stores.ts';
import { Block } from './block/Block.tsx';
import { CaseList, CaseLog } from './case/CaseList.tsx';
import { Gauging } from './gauge/Gauging.tsx';
import { Uppers } from './Uppers.tsx';

interface BenchScreenProps {
  data: FrameData;
  cases: BobbinCase[];
  bobbins: BobbinKind[];
  /** Each case's life, by its id. */
  lives: Record<string, Event[]>;
  /** What this machine's heads sewed, by day. */
  sewn: Sewn;
  block: Event | null;
  /** Readings of the upper tensions, newest first. */
  uppers: Event[];
}

/** Which side is at fault, which way and how far to turn: the case at the gauge, the test block below. */
export default function BenchScreen({ data, ...rest }: BenchScreenProps) {
  return (
    <Frame data={data}>
      <Bench {...rest} />
    </Frame>
  );
}

function Bench({ cases, bobbins, lives, sewn, block, uppers }: Omit<BenchScreenProps, 'data'>) {
  const { data, view, threads, live, say, headNo, caseId: inHead, threadName } = useFrame();
  const { machine, schools } = data;
  const { listed, caseId, setCaseId, chosen, bobbinKindId, setBobbinKind, friction, screws, came, known } =
    useCases(cases, lives, sewn, bobbins);
  const order = railOrder(machine.positions, machine.numberingSide);
  const newestBlock = view.events.find(counting('block_read')) ?? block;

  if (cases.length === 0) return <NoCaseYet storesHref={`/${machine.slug}/stores#cases`} />;
  return (
    <>
      <div className="grid gap-4 p-3 md:grid-cols-[14rem_1fr] lg:p-4">
        <div>
          <CaseList
            cases={listed}
            chosen={caseId}
            inHead={inHead}
            onPut={(id) => {
              live.write({ kind: 'case_fitted', head: headNo, data: { caseId: id } });
              const head = machine.heads > 1 ? ` of head ${headNo}` : '';
              say(id ? `${capital(threadName(id))} is in${head}.` : `The case is out${head}.`);
            }}
            zone={data.zone}
            now={data.now}
            onChoose={setCaseId}
          />
          <p className="mt-2">
            <a
              className="inline-block min-h-11 px-1 py-2 underline"
              href={`/${machine.slug}/cards/load_case`}
            >
              Card: load the bobbin case
            </a>
          </p>
        </div>
        {chosen && (
          <section
            aria-label={`Gauge of ${chosen.one.name}`}
            className="min-w-0"
            // Whoever has begun here measures this case, though another is put in on another device meanwhile.
            onFocus={() => setCaseId(chosen.one.id)}
          >
            <Gauging
              key={chosen.one.id}
              name={chosen.one.name}
              life={chosen.life}
              band={bandOf(schools.case)}
              bobbins={bobbins}
              bobbinKindId={bobbinKindId}
              onBobbin={setBobbinKind}
              onPull={live.onPull}
              machineId={machine.id}
              simulators={data.simulators}
              friction={friction}
              screws={screws}
              came={came}
              sewn={sewn}
              onReading={(reading) => {
                live.write({
                  kind: 'case_measured',
                  data: { ...reading, caseId: chosen.one.id, bobbinKindId },
                });
                say(`${chosen.one.name} reads ${reading.grams.toFixed(1)} g: saved.`);
              }}
              onTurn={(turns, foretold) => {
                live.write({
                  kind: 'screw_turned',
                  data: { caseId: chosen.one.id, turns, bobbinKindId, ...(foretold && { foretold }) },
                });
                say('Turn saved. Measure again.');
              }}
              onDropped={() => {
                live.write({ kind: 'case_dropped', data: { caseId: chosen.one.id } });
                say(`${chosen.one.name} was dropped: measure it, and look for a beat once a turn.`);
              }}
            />
            <CaseLog life={chosen.life} band={bandOf(schools.case)} zone={data.zone} now={data.now} />
            <SafetyLine className="mt-2" />
          </section>
        )}
      </div>
      <Block
        order={order}
        schools={schools}
        known={known}
        before={newestBlock?.kind === 'block_read' ? newestBlock.data.columns : []}
        colourAt={(position) => {
          const cone = view.seats.find((seat) => seat.head === 1 && seat.position === position)?.cone;
          return (cone && threads.get(cone.threadId)?.colour) ?? '#888888';
        }}
        bobbinColour={bobbins.find((bobbin) => bobbin.id === bobbinKindId)?.colour ?? '#f6f5f0'}
        onKeep={(columns) => {
          live.write({ kind: 'block_read', data: { columns, caseId } });
          say('Test block saved.');
        }}
      />
      <Uppers
        order={order}
        readings={newestOf(
          [...view.events, ...uppers]
            .filter((event) => event.kind === 'upper_gauged')
            .filter((event) => event.head === headNo),
        )}
        onRead={(position, grams) => {
          live.write({ kind: 'upper_gauged', head: headNo, position, data: { grams } });
          say(`Position ${position} reads ${grams} g: saved.`);
        }}
      />
    </>
  );
}

function NoCaseYet({ storesHref }: { storesHref: string }) {
  return (
    <div className="p-4">
      <h1>No bobbin case yet</h1>
      <p>
        Scratch a letter into each case and name it under{' '}
        <a className="underline" href={storesHref}>
          Stores
        </a>
        : each keeps its own tension, so each has its own record here.
      </p>
    </div>
  );
}

/** The newest reading of each position that was not taken back. */
function newestOf(events: readonly EventOf<'upper_gauged'>[]): { position: number; grams: number }[] {
  const gone = new Set(events.filter((event) => event.void).map((event) => event.id));
  const byPosition = new Map<number, EventOf<'upper_gauged'>>();
  for (const event of events) {
    const known = byPosition.get(event.position!);
    if (!gone.has(event.id) && (!known || event.at > known.at)) byPosition.set(event.position!, event);
  }
  return [...byPosition].map(([position, event]) => ({ position, grams: event.data.grams }));
}
