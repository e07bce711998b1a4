import { needleReasonKeys, needleReasons, type NeedleReason } from '../needle/reasons.ts';
import { type Fibre } from '../thread/fibres.ts';
import { needleText, readNeedleLabel } from '../needle/label.ts';
import type { LabelMeaning } from '../needle/letters.ts';
import { Refusal } from '../base/refusal.ts';
import { type EntryData, type EntryKind } from './entry.ts';
import { faultFromWord, faultKeys, faults } from '../fault/faults.ts';

/** What the line needs to know of the machine to understand a short text. */
export interface QuickContext {
  heads: number;
  positions: number;
  /** The head meant when none is typed. */
  head: number;
  /** Thread articles by which `3c teal-40` is understood. */
  threads: readonly { id: string; code: string; name: string; fibre: Fibre }[];
  /** Cones on the shelf by their batch, for `3c teal-40 L9`. */
  cones?: readonly { id: string; threadId: string; batch: string }[];
  /** Words on needle packs that this workshop taught, beside the usual ones. */
  letters?: Readonly<Record<string, LabelMeaning>>;
  /** The article that sits on a position now, for `3c` alone. */
  threadOn: (head: number, position: number) => string | null;
}

/** An entry without what only the writer knows (id, time, operator). */
export interface Draft<K extends EntryKind = EntryKind> {
  kind: K;
  head: number | null;
  position: number | null;
  data: EntryData[K];
}

/** What the line understood: `says` is shown before Enter is pressed. */
export type Understood =
  | { does: 'log'; says: string; draft: Draft }
  | { does: 'piece'; says: string }
  | { does: 'undo'; says: string }
  | { does: 'sewing-again'; says: string };

interface Command {
  /** After the position (if any): the letters that name the command. */
  pattern: RegExp;
  seat: boolean;
  example: string;
  means: string;
  read: (rest: string, where: { head: number; position: number }, context: QuickContext) => Understood;
}

const commands: readonly Command[] = [
  { pattern: /^b(?:reak)?\b/i, seat: true, example: '7b shred', means: 'break at 7', read: readBreak },
  {
    pattern: /^n(?:eedle)?\b/i,
    seat: true,
    example: '12n 75/11 ball',
    means: 'new needle at 12',
    read: readNeedle,
  },
  { pattern: /^c(?:one)?\b/i, seat: true, example: '3c', means: 'new cone on 3', read: readCone },
  {
    pattern: /^p(?:iece)?$/i,
    seat: false,
    example: 'p',
    means: 'piece finished',
    read: () => ({ does: 'piece', says: 'Piece finished' }),
  },
  {
    pattern: /^s(?:ewing)?$/i,
    seat: false,
    example: 's',
    means: 'sewing again',
    read: () => ({ does: 'sewing-again', says: 'Sewing again' }),
  },
  {
    pattern: /^g(?:auge)?(?![a-z])/i,
    seat: false,
    example: 'g 27',
    means: 'bobbin case reads 27 g',
    read: readGauge,
  },
  { pattern: /^(?:note|\*)\s*/i, seat: false, example: 'note new oil', means: 'a note', read: readNote },
  {
    pattern: /^u(?:ndo)?$/i,
    seat: false,
    example: 'u',
    means: 'undo the last entry',
    read: () => ({ does: 'undo', says: 'Take the last entry back' }),
  },
];

/** Example and meaning of every command, for the help under the line. */
export const quickExamples: readonly { example: string; means: string }[] = commands;

/**
 * Understands one quick-line text, typed or scanned: `7b`, `7b shred`, `12n 75/11 ball`, `3c`, `p`, `g 27`,
 * `u`, `s`, `note …`. On a machine of several heads `3.7b` is head 3, position 7. A leading `/` is dropped,
 * so that a scanned label may carry it. Throws Refusal with a sentence that says what could be typed.
 */
export function readQuickLine(text: string, context: QuickContext): Understood {
  const line = text.trim().replace(/^\//, '').trim();
  if (!line) throw new Refusal('QuickLineEmpty', 'Type for example 7b for a break at position 7.');
  const address = /^(?:(\d+)\s*[.:]\s*)?(\d+)\s*(?=[a-z])/i.exec(line);
  const rest = address ? line.slice(address[0].length) : line;
  const command = commands.find((candidate) => candidate.pattern.test(rest));
  if (!command) {
    throw new Refusal(
      'QuickLineUnknown',
      `Cannot read “${line}”. Try ${commands.map((one) => one.example).join(' · ')}.`,
    );
  }
  if (command.seat !== Boolean(address)) {
    throw new Refusal(
      command.seat ? 'QuickLineNoPosition' : 'QuickLineNeedsNoPosition',
      command.seat
        ? `Which position? Write the number first, like ${command.example}.`
        : `Write just ${command.example}.`,
    );
  }
  const where = { head: Number(address?.[1] ?? context.head), position: Number(address?.[2] ?? 0) };
  if (command.seat) checkSeat(where, context);
  return command.read(rest.replace(command.pattern, '').trim(), where, context);
}

function checkSeat({ head, position }: { head: number; position: number }, context: QuickContext): void {
  if (position < 1 || position > context.positions) {
    throw new Refusal(
      'QuickLineNoSuchPosition',
      `There is no position ${position}: this head has 1 to ${context.positions}.`,
    );
  }
  if (head < 1 || head > context.heads) {
    throw new Refusal(
      'QuickLineNoSuchHead',
      `There is no head ${head}: this machine has ${context.heads === 1 ? 'one' : `1 to ${context.heads}`}.`,
    );
  }
}

type Where = { head: number; position: number };

function place({ head, position }: Where, context: QuickContext): string {
  return context.heads > 1 ? `head ${head}, position ${position}` : `position ${position}`;
}

function readBreak(rest: string, where: Where, context: QuickContext): Understood {
  const fault = rest ? faultFromWord(rest) : null;
  if (rest && !fault) {
    const words = faultKeys.map((key) => faults[key].words[0]).join(', ');
    throw new Refusal(
      'QuickLineFaultUnknown',
      `“${rest}” is no kind of break, or could be several. Kinds: ${words}.`,
    );
  }
  return {
    does: 'log',
    says: `Break at ${place(where, context)}${fault ? `: ${faults[fault].says}` : ''}`,
    draft: { kind: 'break', ...where, data: { fault } },
  };
}

function readNeedle(rest: string, where: Where, context: QuickContext): Understood {
  const { label, reason } = takeReason(rest);
  const { spec, assumed } = readNeedleLabel(label, context.letters);
  return {
    does: 'log',
    says:
      `New needle at ${place(where, context)}: ${needleText(spec)}, ${needleReasons[reason].name}` +
      (assumed.includes('sharp point') ? ' (no point given: sharp)' : ''),
    draft: { kind: 'needle_fitted', ...where, data: { needle: spec, reason } },
  };
}

/** A reason may follow the label: `7n 75/11 sharp broke`. Without one the needle was worn, the usual case. */
function takeReason(text: string): { label: string; reason: NeedleReason } {
  for (const reason of needleReasonKeys) {
    const ending = new RegExp(`\\s+${needleReasons[reason].name}$`, 'i');
    if (ending.test(text)) return { label: text.replace(ending, ''), reason };
  }
  return { label: text, reason: 'worn' };
}

function readCone(rest: string, where: Where, context: QuickContext): Understood {
  const cone = rest ? coneNamed(rest, context) : undefined;
  const thread = cone
    ? context.threads.find((candidate) => candidate.id === cone.threadId)
    : rest
      ? (context.threads.find((candidate) => candidate.code.toLowerCase() === rest.toLowerCase()) ??
        onlyOneNamed(rest, context))
      : context.threads.find((candidate) => candidate.id === context.threadOn(where.head, where.position));
  if (!thread) {
    throw new Refusal(
      'QuickLineThreadUnknown',
      rest
        ? `No single thread in the stores is called “${rest}”. Write its code, like ${where.position}c ${context.threads[0]?.code ?? 'CODE'}.`
        : `Nothing sits on ${place(where, context)} yet. Name the thread: ${where.position}c ${context.threads[0]?.code ?? 'CODE'}.`,
    );
  }
  return {
    does: 'log',
    says: `New cone on ${place(where, context)}: ${thread.name} (${thread.code})${cone ? `, batch ${cone.batch}` : ''}`,
    draft: {
      kind: 'cone_mounted',
      ...where,
      data: { threadId: thread.id, coneId: cone?.id ?? null, fibre: thread.fibre },
    },
  };
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
    throw new Refusal(
      'QuickLineBatchUnknown',
      `No cone of ${thread.code} has the batch “${batch}”. Add it under Stores, or leave the batch out.`,
    );
  return found;
}

function onlyOneNamed(text: string, context: QuickContext) {
  const named = context.threads.filter((thread) => thread.name.toLowerCase().startsWith(text.toLowerCase()));
  return named.length === 1 ? named[0] : undefined;
}

function readGauge(rest: string): Understood {
  const grams = Number(rest.replace(',', '.').replace(/\s*g(?:rams?)?$/i, ''));
  if (!rest || !Number.isFinite(grams) || grams <= 0 || grams > 200) {
    throw new Refusal('QuickLineGauge', 'A gauge reading is a number of grams between 1 and 200, like g 27.');
  }
  return {
    does: 'log',
    says: `Bobbin case reads ${grams} g`,
    draft: { kind: 'case_measured', head: null, position: null, data: { grams } },
  };
}

function readNote(rest: string): Understood {
  if (!rest) throw new Refusal('QuickLineNoteEmpty', 'Write the note after the word, like note new oil.');
  return {
    does: 'log',
    says: `Note: ${rest}`,
    draft: { kind: 'note', head: null, position: null, data: { text: rest } },
  };
}
