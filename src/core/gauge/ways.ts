/** How a bobbin case was read. */
export const gaugeWays = {
  'case-gauge': { name: 'at the case' },
  plate: { name: 'through the needle plate' },
  drop: { name: 'by the drop' },
} as const;
export type GaugeWay = keyof typeof gaugeWays;
