/** Backings and what is laid on top, as the rules of advice know them. Several may be used at once. */
export const backings = {
  'cut-away': { name: 'cut-away', thicknessMm: 0.35, onTop: false },
  'tear-away': { name: 'tear-away', thicknessMm: 0.3, onTop: false },
  soluble: { name: 'water-soluble', thicknessMm: 0.1, onTop: false },
  sticky: { name: 'sticky', thicknessMm: 0.35, onTop: false },
  film: { name: 'film on top', thicknessMm: 0.05, onTop: true },
} as const;
export type Backing = keyof typeof backings;

/** What lies on the cloth. `as`: the backing that the rules take it for; null: they have nothing to say of it. */
export const toppings = {
  none: { name: 'none', as: null },
  film: { name: 'water-soluble film', as: 'film' },
  'heat-away': { name: 'heat-away film', as: null },
} as const satisfies Record<string, { name: string; as: Backing | null }>;
export type Topping = keyof typeof toppings;
