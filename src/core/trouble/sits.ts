/** Where a part sits. What a swap tells follows from it: nothing of that is written by hand for each cause. */
export const sits = {
  position: { says: 'own part of the position', isOwn: true },
  cone: { says: 'goes where the cone goes', isOwn: true },
  head: { says: 'shared by all positions of the head', isOwn: false },
  piece: { says: 'goes with the hooped piece', isOwn: false },
  design: { says: 'shared by all heads: the design', isOwn: false },
  speed: { says: 'shared by all heads: the speed', isOwn: false },
  unknown: { says: 'nowhere in this list', isOwn: false },
} as const satisfies Record<string, { says: string; isOwn: boolean }>;
export type Sits = keyof typeof sits;
