import { UserError } from '../../base/user-error.ts';

export interface QuickSeat {
  head: number;
  position: number;
}

interface Machine {
  heads: number;
  positions: number;
  /** The head meant when none is typed. */
  head: number;
}

const list = String.raw`\d+(?:\s*[-–]\s*\d+)?(?:\s*[,+]\s*\d+(?:\s*[-–]\s*\d+)?)*`;
/** At the line's beginning, before the letters of a command: `7`, `9-12`, `10,12`, with heads before a point: `3.7`, `1-4.9-12`. */
const address = new RegExp(String.raw`^(?:(${list})\s*[.:]\s*)?(${list})\s*(?=[a-z])`, 'i');

/** The numbers of a list like `9-12,14`, each once, as typed; a stretch may run down. */
function numbersOf(text: string): number[] {
  const numbers = text.split(/[,+]/).flatMap((part) => {
    const [from, to] = part.split(/[-–]/).map(Number);
    if (to === undefined) return [from!];
    const step = to < from! ? -1 : 1;
    // A slip of the finger must not make a list without end; what is beyond the machine is refused by name.
    const count = Math.min(Math.abs(to - from!) + 1, 100);
    return Array.from({ length: count }, (_, index) => from! + step * index);
  });
  return [...new Set(numbers)];
}

/**
 * The seats that a line names at its beginning, head by head, and what follows them; null: it names none. Throws Refusal
 * `QuickLineNoSuchPosition` or `QuickLineNoSuchHead`.
 */
export function seatsNamed(line: string, machine: Machine): { seats: QuickSeat[]; rest: string } | null {
  const found = address.exec(line);
  if (!found) return null;
  const heads = found[1] === undefined ? [machine.head] : numbersOf(found[1]);
  const positions = numbersOf(found[2]!);
  const badPosition = positions.find((position) => position < 1 || position > machine.positions);
  if (badPosition !== undefined)
    throw new UserError(
      'QuickLineNoSuchPosition',
      `There is no position ${badPosition}: this head has 1 to ${machine.positions}.`,
    );
  const badHead = heads.find((head) => head < 1 || head > machine.heads);
  if (badHead !== undefined)
    throw new UserError(
      'QuickLineNoSuchHead',
      `There is no head ${badHead}: this machine has ${machine.heads === 1 ? 'one' : `1 to ${machine.heads}`}.`,
    );
  return {
    seats: heads.flatMap((head) => positions.map((position) => ({ head, position }))),
    rest: line.slice(found[0].length),
  };
}

/** "position 7", "positions 9 to 12", "positions 3, 5 and 9 on heads 1 to 4". */
export function seatsText(seats: readonly QuickSeat[], { heads }: Pick<Machine, 'heads'>): string {
  const numbers = (pick: (seat: QuickSeat) => number) => [...new Set(seats.map(pick))];
  const positions = numbers((seat) => seat.position);
  if (seats.length === 1)
    return heads > 1 ? `head ${seats[0]!.head}, position ${positions[0]}` : `position ${positions[0]}`;
  const on = `${positions.length === 1 ? 'position' : 'positions'} ${stretchText(positions)}`;
  const named = numbers((seat) => seat.head);
  return heads === 1 ? on : `${on} on ${named.length === 1 ? 'head' : 'heads'} ${stretchText(named)}`;
}

function stretchText(numbers: readonly number[]): string {
  const isStretch = numbers.every((number, index) => index === 0 || number === numbers[index - 1]! + 1);
  if (isStretch && numbers.length > 2) return `${numbers[0]} to ${numbers.at(-1)}`;
  return numbers.length === 1
    ? String(numbers[0])
    : `${numbers.slice(0, -1).join(', ')} and ${numbers.at(-1)}`;
}
