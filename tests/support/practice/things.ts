import { advise } from '../../../src/core/advice/advise.ts';
import { fillIn, type PartialQuestion } from '../../../src/core/advice/fill-in.ts';
import type { Schools } from '../../../src/core/advice/schools.ts';
import { pairThreads } from '../../../src/core/bobbin/pairing.ts';
import { clothFromWords } from '../../../src/core/garment/from-words.ts';
import { clothsOfGoods } from '../../../src/core/garment/goods.ts';
import { cloths } from '../../../src/core/garment/cloths.ts';
import { sizeRemark } from '../../../src/core/garment/size.ts';
import { eyeFit, eyeVerdicts } from '../../../src/core/needle/eye.ts';
import { defaultNeedleLife, needleWorn } from '../../../src/core/needle/life.ts';
import { adviseTrace } from '../../../src/core/trace/advise.ts';
import { cluesFromReport } from '../../../src/core/trace/fault-report.ts';
import { stepOf } from '../../../src/core/trouble/steps/index.ts';
import type { PracticeCase } from './case.ts';

const polyester = (no: number) => ({ tex: 1000 / no, fibre: 'polyester' as const });
const pair = (top: number, bobbin: number, verdict: string, practice: string, same = false): PracticeCase => {
  const told = pairThreads({
    top: polyester(top),
    bobbin: polyester(bobbin),
    size: 'L',
    school: '25-30',
    same,
  });
  return {
    asked: `${top} wt over ${bobbin} wt${same ? ', both sides alike on purpose' : ''}`,
    practice,
    said: `${told.verdict}: ${told.says.join(' ')}`,
    holds: told.verdict === verdict,
  };
};
const metallic = { tex: 25, fibre: 'metallic' as const };
const eye = (
  asked: string,
  sizeMetric: 90 | 75,
  kind: 'large' | 'standard',
  verdict: string,
  practice: string,
): PracticeCase => {
  const fit = eyeFit({ sizeMetric, eye: kind }, metallic);
  return { asked, practice, said: eyeVerdicts[fit.verdict].name, holds: fit.verdict === verdict };
};
const pairs: PracticeCase[] = [
  pair(40, 60, 'good', 'good'),
  pair(40, 80, 'good', 'good; hides better'),
  pair(40, 50, 'poor', 'comes through, bulky'),
  pair(40, 40, 'poor', 'comes through, bulky'),
  pair(60, 60, 'good', 'usual: one bobbin serves the whole job'),
  pair(40, 40, 'good', 'on purpose: measure the case anew', true),
  eye('metallic, 90/14 large eye', 90, 'large', 'comfortable', 'right: metal wants room'),
  eye('metallic, 75/11', 75, 'standard', 'tight', 'it rubs and shreds'),
];

const needle = (
  asked: string,
  wanted: RegExp,
  what: Partial<PartialQuestion>,
  schools: Partial<Schools> = {},
): PracticeCase => {
  const thread = { weightNo: 40, fibre: 'polyester' } as const;
  const said = advise(fillIn({ cloth: 'cap', element: 'lettering', letterMm: 9, thread, ...what }, schools))
    .needles[0]!.text;
  return { asked, practice: wanted.source.replace(/[\\^$]/g, ''), said, holds: wanted.test(said) };
};
const hour = 3_600_000;
const lives = (['hours', 'stitches', 'until-trouble', 'learnt'] as const).map((school): PracticeCase => {
  const worn = needleWorn(
    { stitches: 1000, sewingMs: 4 * hour, metallicMs: 4 * hour },
    { ...defaultNeedleLife, school },
  );
  return {
    asked: `four hours of metallic; needles kept: ${school}`,
    practice: 'due in every school',
    said: worn !== null && worn >= 1 ? 'due' : 'not due',
    holds: worn === 1,
  };
});
const needles: PracticeCase[] = [
  needle('cap, 75/11 sharp school', /^75\/11 sharp/, {}, { capNeedle: '75-sharp' }),
  needle('cap, 80/12 sharp school', /^80\/12 sharp/, {}, { capNeedle: '80-sharp' }),
  needle('cap, 90/14 school', /^90\/14 sharp/, {}, { capNeedle: '90-sharp' }),
  needle('cap, 75/11 ball school', /^75\/11 light ball/, {}, { capNeedle: '75-ball' }),
  needle('denim, 80/12 school', /^80\/12/, { cloth: 'canvas' }, { heavyNeedle: '80' }),
  needle('denim, at least 90/14', /^90\/14/, { cloth: 'canvas' }, { heavyNeedle: '90' }),
  needle('batiste', /^70\/10/, { cloth: 'woven-fine' }),
  ...lives,
];

const word = (text: string, cloth: keyof typeof cloths): PracticeCase => {
  const found = clothFromWords(text);
  return {
    asked: `“${text}”`,
    practice: cloths[cloth].name,
    said: found ? cloths[found].name : 'asked',
    holds: found === cloth,
  };
};
const askedFor = (text: string): PracticeCase => {
  const found = clothFromWords(text);
  const choices = clothsOfGoods(text);
  return {
    asked: `“${text}”`,
    practice: 'a cloth, or a question with few choices',
    said: found ? cloths[found].name : `asked: ${choices.map((cloth) => cloths[cloth].name).join(', ')}`,
    holds: found !== null || (choices.length > 0 && choices.length <= 4),
  };
};
const capWide = sizeRemark({ cloth: 'cap', widthMm: 110 });
const goods: PracticeCase[] = [
  ...['hat', 'hats', 'trucker hat', 'flat bill cap', 'structured cap'].map((text) => word(text, 'cap')),
  ...['beanie', 'knit cap'].map((text) => word(text, 'knit-heavy')),
  ...['dad cap', 'unstructured cap'].map((text) => word(text, 'twill')),
  ...['tote', 'duffel', 'jacket', 'dress shirt', 'fishing shirt', 'batik', 'microfibre', 'lace', 'vinyl'].map(
    askedFor,
  ),
  {
    asked: '110 mm wide on a cap’s front',
    practice: 'within its field',
    said: capWide ?? 'nothing against it',
    holds: capWide === null,
  },
];

const dry = adviseTrace({
  clues: [
    ...cluesFromReport({ seen: 'snap', scope: 'one_position', since: null }),
    { key: 'record:thread-age', says: 'The cone has sat here for 730 days', weights: { thread_old: 8 } },
  ],
  answered: [{ step: 'snap_by_hand', answer: 'weak' }],
}).steps.map(({ step }) => step);
const breaks: PracticeCase[] = [
  {
    asked: 'breaks when drawn by hand, cone two years on its pin',
    practice: 'silicone outside, sew again, before another cone',
    said: dry
      .slice(0, 4)
      .map((step) => stepOf(step).name)
      .join(', then '),
    holds: dry.includes('silicone') && dry.indexOf('silicone') < dry.indexOf('other_cone'),
  },
];

export const otherCases = {
  'Pairs and eyes': pairs,
  Needles: needles,
  'Words for goods, and sizes': goods,
  'Why it breaks': breaks,
};
