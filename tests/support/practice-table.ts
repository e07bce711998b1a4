import type { PracticeCase } from './practice/case.ts';
import { tensionCases } from './practice/tension.ts';
import { otherCases } from './practice/things.ts';

export const practiceCases: Record<string, readonly PracticeCase[]> = { ...tensionCases, ...otherCases };

const mark = ({ holds, argued }: PracticeCase) => (holds ? '✓' : `✗ ${argued ?? 'not argued'}`);

/** docs/practice.md, whole: what practice does, what the app says, and where and why it says something else. */
export const practiceTable = (): string => `# What practice does, and what Vivid Eye says

Made by \`npm run practice\` from the core itself. Common practice, no published source.
${Object.entries(practiceCases)
  .map(
    ([heading, cases]) =>
      `\n## ${heading}\n\n| asked | practice | said | |\n| --- | --- | --- | --- |\n${cases
        .map((each) => `| ${each.asked} | ${each.practice} | ${each.said} | ${mark(each)} |`)
        .join('\n')}\n`,
  )
  .join('')}`;
