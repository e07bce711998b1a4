/** What is sewn on. `thicknessMm`: cloth alone under the foot, from memory, to begin a consumption estimate with. */
export const cloths = {
  'knit-light': { name: 'knit, light', thicknessMm: 0.6 },
  'knit-heavy': { name: 'knit, heavy or sweater', thicknessMm: 1.6 },
  'woven-fine': { name: 'woven, very fine (batiste)', thicknessMm: 0.2 },
  'woven-light': { name: 'woven, light', thicknessMm: 0.3 },
  'woven-dense': { name: 'woven, dense', thicknessMm: 0.5 },
  nylon: { name: 'nylon, ripstop or coated', thicknessMm: 0.2 },
  towel: { name: 'towel or fleece', thicknessMm: 2 },
  twill: { name: 'twill, thick', thicknessMm: 0.7 },
  canvas: { name: 'canvas or denim', thicknessMm: 0.9 },
  cap: { name: 'structured cap', thicknessMm: 1.2 },
  softshell: { name: 'softshell', thicknessMm: 1 },
  leather: { name: 'leather-like', thicknessMm: 1.1 },
  felt: { name: 'felt', thicknessMm: 1.5 },
} as const;
export type Cloth = keyof typeof cloths;
