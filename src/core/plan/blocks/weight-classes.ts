import { keysOf } from '../../base/keys.ts';

/** Names of the classes within which a new colour is tied on, see {@link weightClass}. Weights from memory. */
export const weightClasses = {
  'weight 0': { name: '12 to 20 wt' },
  'weight 1': { name: '30 wt' },
  'weight 2': { name: '40 wt' },
  'weight 3': { name: '60 wt' },
  'weight 4': { name: '75 wt and finer' },
  metallic: { name: 'metallic' },
} as const;
export type WeightClass = keyof typeof weightClasses;
export const weightClassKeys = keysOf(weightClasses);

/** "40 wt"; "any weight" for none, and the key itself for one that is not known. */
export const weightText = (key: string | null): string =>
  key === null ? 'any weight' : key in weightClasses ? weightClasses[key as WeightClass].name : key;
