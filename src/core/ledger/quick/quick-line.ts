import { needleReasonKeys, needleReasons, type NeedleReason } from '../../needle/reasons.ts';
import { needleText, readNeedleLabel, type NeedleSpec } from '../../needle/label.ts';
import { threadNamed } from '../../thread/find-thread.ts';
import { UserError } from '../../base/user-error.ts';
import { readCase, readGauge } from './quick-case.ts';
import { log, type QuickContext, type Understood } from './quick-understood.ts';
import { nearest, positionFirst } from './quick-words.ts';
import { seatsNamed, seatsText, type QuickSeat } from './quick-seats.ts';
import { faultFromWord, faultKeys, faults } from '../../fault/faults.ts';

interface Command {
  /** After the position (if any): the letters that name the command. */
  pattern: RegExp;
  /** On which seats: none, just one, or as many as are named. */
  seat: 'none' | 'one' | 'many';
  example: string;
  means: string;
  read: (rest: string, seats: readonly QuickSeat[], context: QuickContext) => Understood;
}

const commands: readonly Command[] = [
  { pattern: /^b(?:reak)?\b/i, seat: 'one', example: '7b shred', means: 'break at 7', read: readBreak },
  {
    pattern: /^n(?:eedle)?\b/i,
    seat: 'many',
    example: '9-12n 75/11 ball',
    means: 'new needles at 9 to 12',
    read: readNeedle,
  },
  { pattern: /^c(?:one)?\b/i, seat: 'many', example: '3c', means: 'new cone on 3', read: readCone },
  {
    pattern: /^p(?:iece)?$/i,
    seat: 'none',
    example: 'p',
    means: 'piece finished',
    read: () => ({ does: 'piece', says: 'Piece finished' }),
  },
  {
    pattern: /^s(?:ewing)?$/i,
    seat: 'none',
    example: 's',
    means: 'sewing again',
    read: () => ({ does: 'sewing-again', says: 'Sewing again' }),
  },
  {
    pattern: /^g(?:auge)?(?![a-z])/i,
    seat: 'none',
    example: 'g 27',
    means: 'the case in the head reads 27 g (g B 27: case B)',
    read: readGauge,
  },
  { pattern: /^case\b/i, seat: 'none', example: 'case B', means: 'case B is in the head', read: readCase },
  { pattern: /^(?:note|\*)\s*/i, seat: 'none', example: 'note new oil', means: 'a note', read: readNote },
  {
    pattern: /^u(?:ndo)?$/i,
    seat: 'none',
    example: 'u',
    means: 'undo the last entry',
    read: () => ({ does: 'undo', says: 'Take the last entry back' }),
  },
];

/** Words that begin a line, for one that is misspelt. */
const commandWords = ['break', 'needle', 'cone', 'piece', 'sewing', 'gauge', 'case', 'note', 'undo'];

/** Example and meaning of every command, for the help under the line. */
export const quickExamples: readonly { example: string; means: string }[] = commands;

/**
 * Understands one quick-line text, typed or scanned: `7b`, `7b shred`, `12n 75/11 ball`, `3c`, `p`, `g 27`,
 * `u`, `s`, `note …`. Needles and cones go on several at once: `9-12n 80/12 sharp`, `10,12c SI40`. On a machine of several heads `3.7b` is
 * head 3, position 7, `1-4.7n …` that position of heads 1 to 4. A leading `/` is dropped,
 * so that a scanned label may carry it. Throws Refusal with a sentence that says what could be typed.
 */
export function readQuickLine(text: string, context: QuickContext): Understood {
  const line = positionFirst(text.trim().replace(/^\//, '').trim());
  if (!line) throw new UserError('QuickLineEmpty', 'Type for example 7b for a break at position 7.');
  const named = seatsNamed(line, context);
  const rest = named?.rest ?? line;
  const command = commands.find((candidate) => candidate.pattern.test(rest));
  if (!command) {
    const likely = nearest(rest, commandWords);
    throw new UserError(
      'QuickLineUnknown',
      `Cannot read “${line}”. ${likely ? `Do you mean “${likely}”?` : `Try ${commands.map(({ example }) => example).join(' · ')}.`}`,
    );
  }
  if ((command.seat !== 'none') !== Boolean(named)) {
    throw new UserError(
      named ? 'QuickLineNeedsNoPosition' : 'QuickLineNoPosition',
      named
        ? `Write just ${command.example}.`
        : `Which position? Write the number first, like ${command.example}.`,
    );
  }
  const seats = named?.seats ?? [];
  if (command.seat === 'one' && seats.length > 1)
    throw new UserError('QuickLineOnePosition', `One position at a time, like ${command.example}.`);
  return command.read(rest.replace(command.pattern, '').trim(), seats, context);
}

function readBreak(rest: string, seats: readonly QuickSeat[], context: QuickContext): Understood {
  const fault = rest ? faultFromWord(rest) : null;
  if (rest && !fault) {
    const words = faultKeys.flatMap((key) => faults[key].words);
    const near = nearest(rest, words);
    throw new UserError(
      'QuickLineFaultUnknown',
      near && !words.some((word) => word.startsWith(rest.toLowerCase()))
        ? `“${rest}” is no kind of break. Do you mean “${near}”?`
        : `“${rest}” is no kind of break, or could be several. Kinds: ${faultKeys.map((key) => faults[key].words[0]).join(', ')}.`,
    );
  }
  const says = `Break at ${seatsText(seats, context)}${fault ? `: ${faults[fault].says}` : ''}`;
  return log(says, { kind: 'break', data: { fault } }, seats);
}

function readNeedle(rest: string, seats: readonly QuickSeat[], context: QuickContext): Understood {
  const { label, reason } = takeReason(rest);
  const { spec, assumed } = /^(same|)$/i.test(label.trim())
    ? { spec: sameNeedle(seats, context), assumed: [] as string[] }
    : readNeedleLabel(label, context.letters);
  const says =
    `New ${seats.length === 1 ? 'needle' : 'needles'} at ${seatsText(seats, context)}: ${needleText(spec)}, ${needleReasons[reason].name}` +
    (assumed.includes('sharp point') ? ' (no point given: sharp)' : '');
  return log(says, { kind: 'needle_fitted', data: { needle: spec, reason } }, seats);
}

/** Without a label, or with `same`: the kind that is in there again. */
function sameNeedle(seats: readonly QuickSeat[], context: QuickContext): NeedleSpec {
  const specs = seats.map(({ head, position }) => context.needleOn?.(head, position) ?? null);
  const [first] = specs;
  const isOne = first && specs.every((spec) => spec && needleText(spec) === needleText(first));
  if (isOne) return first;
  throw new UserError(
    'QuickLineNeedleUnknown',
    first === null
      ? `No needle is on record at ${seatsText(seats, context)}. Write which one, like ${seats[0]!.position}n 75/11 sharp.`
      : `Their needles differ. Write which one goes in, like ${seats[0]!.position}n 75/11 sharp.`,
  );
}

/** A reason may follow the label: `7n 75/11 sharp broke`. Without one the needle was worn, the usual case. */
function takeReason(text: string): { label: string; reason: NeedleReason } {
  for (const reason of needleReasonKeys) {
    const ending = new RegExp(`(^|\\s+)${needleReasons[reason].name}$`, 'i');
    if (ending.test(text)) return { label: text.replace(ending, ''), reason };
  }
  return { label: text, reason: 'worn' };
}

function readCone(rest: string, seats: readonly QuickSeat[], context: QuickContext): Understood {
  const where = seats[0]!;
  const cone = rest ? coneNamed(rest, context) : undefined;
  if (seats.length > 1 && (!rest || cone))
    throw new UserError(
      'QuickLineOneCone',
      cone
        ? `Cone ${cone.batch} sits on one position. Leave the batch out to mount the thread on all of them.`
        : `Which thread? Write its code, like ${where.position},${seats[1]!.position}c ${context.threads[0]?.code ?? 'CODE'}.`,
    );
  const thread = cone
    ? context.threads.find((candidate) => candidate.id === cone.threadId)
    : rest
      ? threadNamed(rest, context.threads)
      : context.threads.find((candidate) => candidate.id === context.threadOn(where.head, where.position));
  if (!thread) {
    throw new UserError(
      'QuickLineThreadUnknown',
      rest
        ? `${severalThreads(rest, context.threads)} Write its code, like ${where.position}c ${context.threads[0]?.code ?? 'CODE'}.`
        : `Nothing sits on ${seatsText(seats, context)} yet. Name the thread: ${where.position}c ${context.threads[0]?.code ?? 'CODE'}.`,
    );
  }
  const says = `New ${seats.length === 1 ? 'cone' : 'cones'} on ${seatsText(seats, context)}: ${thread.name} (${thread.code})${cone ? `, batch ${cone.batch}` : ''}`;
  return log(
    says,
    { kind: 'cone_mounted', data: { threadId: thread.id, coneId: cone?.id ?? null, fibre: thread.fibre } },
    seats,
  );
}

/** What is meant by a name that is no single thread's: those that have it in them, or the nearest. */
function severalThreads(text: string, threads: QuickContext['threads']): string {
  const within = threads.filter(({ name }) => name.toLowerCase().includes(text.toLowerCase()));
  const told = (some: QuickContext['threads']) =>
    some.map(({ name, code }) => `${name} (${code})`).join(', ');
  if (within.length > 0) return `“${text}” could be ${told(within.slice(0, 4))}.`;
  const near = nearest(
    text,
    threads.flatMap(({ name, code }) => [name, code]),
  );
  const meant = threads.filter(({ name, code }) => name === near || code === near);
  return `No single thread in the stores is called “${text}”.${meant.length > 0 ? ` Do you mean ${told(meant)}?` : ''}`;
}

/** A thread's code with a batch after it names one cone. The newest of several of one batch is taken. */
function coneNamed(text: string, context: QuickContext) {
  const [, code, batch] = /^(\S+)\s+(\S.*)$/.exec(text) ?? [];
  const thread =
    code && context.threads.find((candidate) => candidate.code.toLowerCase() === code.toLowerCase());
  if (!thread) return undefined;
  const found = (context.cones ?? []).find(
    (cone) => cone.threadId === thread.id && cone.batch.toLowerCase() === batch!.toLowerCase(),
  );
  if (!found)
    throw new UserError(
      'QuickLineBatchUnknown',
      `No cone of ${thread.code} has the batch “${batch}”. Add it under Stores, or leave the batch out.`,
    );
  return found;
}

function readNote(rest: string): Understood {
  if (!rest) throw new UserError('QuickLineNoteEmpty', 'Write the note after the word, like note new oil.');
  return log(`Note: ${rest}`, { kind: 'note', data: { text: rest } }, []);
}
