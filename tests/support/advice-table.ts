import { keysOf } from '../../src/core/base/keys.ts';
import { cloths } from '../../src/core/garment/cloths.ts';
import { advise } from '../../src/core/advice/advise.ts';
import { fillIn, type PartialQuestion } from '../../src/core/advice/fill-in.ts';
import { schoolText, schoolTopics, type SchoolTopic } from '../../src/core/advice/schools.ts';
import { firstNeedle, practiceRows } from '../../tools/made/plans/needle-practice.ts';

const row = (cells: readonly string[]) => `| ${cells.join(' | ')} |`;
const table = (headings: readonly string[], rows: readonly (readonly string[])[]) =>
  [row(headings), row(headings.map(() => '---')), ...rows.map(row)].join('\n');

type What = Pick<PartialQuestion, 'element' | 'letterMm' | 'thread'>;
const columns: readonly [string, What][] = [
  ['12 wt', { element: 'satin', thread: { weightNo: 12, fibre: 'polyester' } }],
  ['30 wt', { element: 'satin', thread: { weightNo: 30, fibre: 'polyester' } }],
  ['40 wt', { element: 'satin', thread: { weightNo: 40, fibre: 'polyester' } }],
  [
    '60 wt, letters under 5 mm',
    { element: 'lettering', letterMm: 4, thread: { weightNo: 60, fibre: 'polyester' } },
  ],
  ['metallic', { element: 'satin', thread: { weightNo: 40, fibre: 'metallic' } }],
  ['foam, 40 wt', { element: 'foam', thread: { weightNo: 40, fibre: 'polyester' } }],
];
const situations: readonly [string, Partial<PartialQuestion>][] = [
  ['one layer', {}],
  ['a seam', { seams: true }],
  ['three layers', { layers: 3 }],
  ['soluble film on top', { backings: ['film'] }],
  ['sticky backing', { backings: ['sticky'] }],
];

/** The needle advised first; `!`: rules are in conflict there. */
function cell(asked: PartialQuestion): string {
  const { needles, conflicts } = advise(fillIn(asked));
  return needles[0]!.text + (conflicts.length > 0 ? ' **!**' : '');
}

function firstChoices(schools: PartialQuestion['schools']): string {
  return situations
    .map(
      ([name, more]) =>
        `### ${name[0]!.toUpperCase()}${name.slice(1)}\n\n` +
        table(
          ['cloth', ...columns.map(([heading]) => heading)],
          keysOf(cloths).map((cloth) => [
            cloths[cloth].name,
            ...columns.map(([, what]) => cell({ cloth, ...what, ...more, ...(schools && { schools }) })),
          ]),
        ),
    )
    .join('\n\n');
}

const needleTopics = [
  'point',
  'size40',
  'size60',
  'metallicSize',
  'capNeedle',
  'heavyNeedle',
] as const satisfies readonly SchoolTopic[];

/** One layer, by each other answer of a school: only what the school changes. */
function otherSchools(): string {
  const rows = needleTopics.flatMap((topic) =>
    keysOf(schoolTopics[topic].choices as Record<string, string>).flatMap((choice) =>
      keysOf(cloths).flatMap((cloth) =>
        columns.flatMap(([heading, what]) => {
          const usual = cell({ cloth, ...what });
          const other = cell({ cloth, ...what, schools: { [topic]: choice } });
          return usual === other
            ? []
            : [
                [
                  schoolTopics[topic].asks,
                  schoolText(topic, choice),
                  cloths[cloth].name,
                  heading,
                  usual,
                  other,
                ],
              ];
        }),
      ),
    ),
  );
  return table(['school', 'answer', 'cloth', 'thread', 'usual', 'by this answer'], rows);
}

/** docs/advice.md, whole: what the rules say first, for a practitioner to read through. */
export const adviceTable = (): string => `# What Vivid Eye advises first

Made from the rules by \`npm run advice\`, and checked by \`./test\`: change a rule in \`src/core/advice\`, make this page anew, and
read what moved. **!** marks where rules are in conflict: the screen shows both, with the ways out. Common practice, no
published source; the machine's manual wins.

## Against practice

${table(
  ['work', 'practice', 'asked', 'advised first'],
  practiceRows.map(({ work, needle, asked, holds }) => [
    work,
    needle,
    String(asked.length),
    [
      ...new Set(
        asked.map((one) => `${holds(firstNeedle(one).spec) ? '✓' : '**×**'} ${firstNeedle(one).text}`),
      ),
    ].join('<br>'),
  ]),
)}

## By cloth and thread, the usual schools

${firstChoices(undefined)}

## What the other schools change, on one layer

${otherSchools()}
`;
