import { traceVerdicts } from '../../../gauge/verdicts.ts';
import { gaugeWays } from '../../../gauge/ways.ts';
import { among, caseGrams, object, uuidOrNull } from '../../../shape/parts.ts';
import { kindOfEntry } from '../kind.ts';

/** Bobbin case at the gauge, on the case gauge's scale. Left out: which case, which bobbin thread, how, how steady. */
export const definition = kindOfEntry({
  name: 'Gauge',
  where: 'machine',
  shape: object(
    {
      grams: caseGrams,
      caseId: uuidOrNull,
      bobbinKindId: uuidOrNull,
      by: among(gaugeWays),
      /** What the gauge through the needle plate itself showed, when it was read there. */
      plateGrams: caseGrams,
      spread: { type: 'number', minimum: 0, maximum: 200 },
      verdict: among(traceVerdicts),
    },
    ['caseId', 'bobbinKindId', 'by', 'plateGrams', 'spread', 'verdict'],
  ),
  flags: { ofCase: true },
  says: ({ data }, name) =>
    `${data.caseId ? name(data.caseId) : 'bobbin case'} reads ${Number(data.grams.toFixed(1))} g${data.verdict && data.verdict !== 'steady' ? `, ${traceVerdicts[data.verdict].says}` : ''}`,
});
