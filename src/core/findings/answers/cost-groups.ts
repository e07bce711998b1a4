/** What the minutes are laid out by. */
export const costGroups = {
  causes: { name: 'cause' },
  places: { name: 'position' },
  jobs: { name: 'job' },
} as const satisfies Record<string, { name: string }>;
export type CostGroup = keyof typeof costGroups;
