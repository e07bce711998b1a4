/** How a bobbin case was read. */
export const gaugeWays = {
  'case-gauge': { name: 'at the case' },
  plate: { name: 'through the needle plate' },
  drop: { name: 'by the drop' },
  /** The stand-in: no case was read. */
  simulated: { name: 'simulated gauge' },
} as const;

/** What the stand-in gauge calls itself. */
export const simulatedGauge = 'Simulated gauge';
