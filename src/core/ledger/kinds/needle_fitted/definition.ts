import { needleText } from '../../../needle/label.ts';
import { needleReasons } from '../../../needle/reasons.ts';
import { needleSpecShape } from '../../../needle/shape.ts';
import { among, object, uuidOrNull } from '../../../shape/parts.ts';
import { kindOfEntry } from '../kind.ts';
import { foldNeedleFitted } from './fold.ts';

/** A needle was fitted. `over`: the needle that the writer saw there (its entry; null: none). Two over the same are a clash. */
export const definition = kindOfEntry({
  name: 'Needle',
  where: 'seat',
  shape: object({ needle: needleSpecShape, reason: among(needleReasons), over: uuidOrNull }, ['over']),
  flags: { fits: 'needle', story: 'needles', onRecord: true, alters: true },
  says: ({ data }) => `needle ${needleText(data.needle)}, ${needleReasons[data.reason].name}`,
  fold: foldNeedleFitted,
});
