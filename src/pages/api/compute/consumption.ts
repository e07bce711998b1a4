import { threadPlan } from '../../../core/stitches/run-out.ts';
import { consumptionAnswer, consumptionQuestion } from '../../../schemas/advice.ts';
import { endpoint } from '../../../server/http/endpoint.ts';

export const POST = endpoint(
  { right: 'compute', rate: 'compute', body: consumptionQuestion, answer: consumptionAnswer },
  async ({ body }) => {
    const {
      stops,
      pieces,
      thicknessMm,
      bobbinShare,
      coneMetres,
      bobbinMetres,
      bobbinLeftMetres,
      bobbinFactor,
    } = body;
    const plan = threadPlan(
      stops,
      pieces,
      { thicknessMm, bobbinShare },
      {
        cones: (coneMetres ?? {}) as Record<string, number>,
        bobbinMetres,
        ...(bobbinLeftMetres !== undefined && { bobbinLeftMetres }),
        ...(bobbinFactor !== undefined && { bobbinFactor }),
      },
    );
    // JSON has no infinity: nothing is drawn from the bobbin then.
    return {
      ...plan,
      stitchesPerBobbin: Number.isFinite(plan.stitchesPerBobbin) ? plan.stitchesPerBobbin : null,
    };
  },
);
