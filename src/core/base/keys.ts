/** The keys of a registry in the order they stand in it, with their type. A registry is a record of records of one shape. */
export const keysOf = <Registry extends object>(registry: Registry): readonly (keyof Registry & string)[] =>
  Object.keys(registry) as (keyof Registry & string)[];
