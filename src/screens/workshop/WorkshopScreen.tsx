import { ThemeButton } from '../../parts/frame/top/ThemeButton.tsx';
import { useAwake } from '../../parts/device/useAwake.ts';
import type { Cone, Machine, NeedleKind, Operator, Thread } from '../../schemas/workshop.ts';
import type { BackupState } from '../../schemas/backup-state.ts';
import { Rights, useMay } from '../../parts/people/rights.tsx';
import type { Who } from '../../schemas/frame-data.ts';
import { Backups } from './Backups.tsx';
import { Everything } from './Everything.tsx';
import { Machines } from './Machines.tsx';
import { Simulators } from './Simulators.tsx';
import { People } from './People.tsx';
import { Threads } from '../../parts/store/Threads.tsx';
import { NeedleKinds } from '../../parts/store/NeedleKinds.tsx';

interface WorkshopProps {
  machines: Machine[];
  operators: Operator[];
  threads: Thread[];
  cones: Cone[];
  needleKinds: NeedleKind[];
  simulators: boolean;
  backups: BackupState | null;
  isOld: boolean;
  lowDisk: number | null;
  who: Who;
  zone: string;
  now: string;
}

/** What a workshop sets up once: its machines, people, threads and needles. */
export default function WorkshopScreen({ who, ...rest }: WorkshopProps) {
  return (
    <Rights value={who.rights}>
      <Workshop {...rest} />
    </Rights>
  );
}

function Workshop(props: Omit<WorkshopProps, 'who'>) {
  const mayPeople = useMay('people');
  const mayEverything = useMay('everything');
  const { machines, operators, threads, cones, needleKinds, backups, isOld, lowDisk, zone, now } = props;
  useAwake();
  const first = machines[0];
  return (
    <div className="mx-auto max-w-5xl p-3 lg:p-6">
      <header className="flex flex-wrap items-center justify-between gap-3">
        <h1>Workshop</h1>
        <div className="flex min-w-0 flex-wrap items-center gap-2">
          {machines.map((machine) => (
            <a key={machine.id} className="btn" href={`/${machine.slug}/run`}>
              {machine.name}
            </a>
          ))}
          <a className="btn" href="/board">
            Board
          </a>
          <ThemeButton />
        </div>
      </header>
      {!first && (
        <p className="sheet mt-4 p-4">
          <b>Start here.</b> Add your machine as it stands: how many heads, how many positions, and on which
          side position 1 is. Then your threads, and a first job. After that everything happens on the
          machine’s own pages.
        </p>
      )}
      <Machines machines={machines} />
      <Threads threads={threads} cones={cones} />
      <NeedleKinds kinds={needleKinds} />
      <People operators={operators} mayChange={mayPeople} />
      <section className="sheet mt-4 p-4">
        <h2>Tablets</h2>
        <p className="quiet">
          Beside the machines Vivid Eye runs on tablets, over https in the workshop’s own network.
        </p>
        <p className="mt-2 flex flex-wrap gap-2">
          <a className="btn" href="/trust">
            Let a tablet in
          </a>
          {mayPeople && (
            <a className="btn" href="/people#devices">
              Devices
            </a>
          )}
        </p>
      </section>
      <Simulators on={props.simulators} />
      <Backups backups={backups} isOld={isOld} lowDisk={lowDisk} zone={zone} now={now} />
      {mayEverything && <Everything isEmpty={machines.length === 0 && threads.length === 0} />}
    </div>
  );
}
