import { useFrame } from '../context.tsx';
import { Help } from './Help.tsx';
import { QuickLine } from './QuickLine.tsx';
import { ThemeButton } from './ThemeButton.tsx';

/** Which machine, which head of it, the quick line, and who is at it. */
export function TopLine() {
  const { data, headNo, setHeadNo } = useFrame();
  const { machine } = data;
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-2 px-3 pt-2 pb-1 lg:px-5">
      <MachineMenu />
      <span className="figures quiet hidden text-sm xl:inline">
        {machine.heads === 1 ? '1 head' : `${machine.heads} heads`} · {machine.positions} positions · up to{' '}
        {machine.topSpeed} st/min
      </span>
      {machine.heads > 1 && (
        <div role="group" aria-label="Head" className="flex items-center gap-1">
          <span className="quiet text-sm">Head</span>
          {Array.from({ length: machine.heads }, (_, index) => index + 1).map((head) => (
            <button
              key={head}
              type="button"
              aria-pressed={head === headNo}
              className="btn min-w-11 px-2"
              onClick={() => setHeadNo(head)}
            >
              {head}
            </button>
          ))}
        </div>
      )}
      <QuickLine />
      <div className="flex items-center gap-1">
        {data.who.asked ? <SignedIn /> : <WhoAreYou />}
        <Help />
        <ThemeButton />
      </div>
    </div>
  );
}

/** Where it is asked: who signed in, or whose name entries bear meanwhile. Leads to where that is changed. */
function SignedIn() {
  const { data, operatorId } = useFrame();
  const person = data.operators.find(({ id }) => id === operatorId);
  if (data.who.looksOn)
    return <span className="quiet text-sm">View only: this device belongs to another machine</span>;
  return (
    <a
      className="btn btn-ghost max-w-44"
      href={`/sign-in?then=/${data.machine.slug}/${data.screen}`}
      aria-label={person ? `${person.name} is signed in: change` : 'Sign in'}
    >
      <span className="truncate">{person?.name ?? 'Sign in'}</span>
    </a>
  );
}

function WhoAreYou() {
  const { data, operatorId, setOperatorId } = useFrame();
  return (
    <>
      <label className="sr-only" htmlFor="operator">
        Who is at the machine
      </label>
      <select
        id="operator"
        className="select w-auto max-w-36 border-transparent bg-transparent"
        value={operatorId ?? ''}
        onChange={(change) => setOperatorId(change.target.value || null)}
      >
        <option value="">Who are you?</option>
        {data.operators.map((operator) => (
          <option key={operator.id} value={operator.id}>
            {operator.name}
          </option>
        ))}
      </select>
    </>
  );
}

function MachineMenu() {
  const { data } = useFrame();
  return (
    <div className="flex items-center gap-2">
      <label className="sr-only" htmlFor="machine">
        Machine
      </label>
      <select
        id="machine"
        className="select w-auto border-transparent bg-transparent ps-1 text-lg font-bold"
        value={data.machine.slug}
        onChange={(change) =>
          location.assign(change.target.value === '' ? '/workshop' : `/${change.target.value}/${data.screen}`)
        }
      >
        {data.machines.map((machine) => (
          <option key={machine.slug} value={machine.slug}>
            {machine.name}
          </option>
        ))}
        <option value="">Workshop …</option>
      </select>
    </div>
  );
}
