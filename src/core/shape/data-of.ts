/** Plain JSON Schema, as far as a type needs to know it. */
export type Shape = Readonly<Record<string, unknown>>;
/** A shape, or `true`: anything fits it. */
export type AnyShape = Shape | boolean;

/**
 * The type of what a shape describes. It knows the part of JSON Schema that our messages use: keyIn (our own, parts.ts), const, enum, oneOf, type (one
 * or several), items, properties, required, additionalProperties. Enumerations come from registries, whose keys are a union
 * and no tuple: with several of them in one object the package for this (json-schema-to-ts) did not come to an end.
 */
export type DataOf<S> = S extends { readonly keyIn: string; readonly key?: infer Key }
  ? NonNullable<Key>
  : S extends { readonly const: infer Value }
    ? Value
    : S extends { readonly enum: readonly (infer Value)[] }
      ? Value
      : S extends { readonly oneOf: readonly (infer One)[] }
        ? DataOf<One>
        : S extends { readonly type: readonly (infer Type)[] }
          ? OfType<S, Type>
          : S extends { readonly type: infer Type }
            ? OfType<S, Type>
            : unknown;

type OfType<S, Type> = Type extends 'string'
  ? string
  : Type extends 'number' | 'integer'
    ? number
    : Type extends 'boolean'
      ? boolean
      : Type extends 'null'
        ? null
        : Type extends 'array'
          ? S extends { readonly items: infer Item }
            ? DataOf<Item>[]
            : unknown[]
          : Type extends 'object'
            ? OfObject<S>
            : unknown;

type OfObject<S> = S extends { readonly properties: infer Properties }
  ? OfProperties<Properties, S extends { readonly required: readonly (infer Key)[] } ? Key : never>
  : S extends { readonly additionalProperties: infer Item extends Shape }
    ? Record<string, DataOf<Item>>
    : Record<string, unknown>;

type OfProperties<Properties, Required> = Plain<
  { -readonly [K in keyof Properties as K extends Required ? K : never]: DataOf<Properties[K]> } & {
    -readonly [K in keyof Properties as K extends Required ? never : K]?: DataOf<Properties[K]>;
  }
>;

/** One object instead of two laid together. */
type Plain<T> = { [K in keyof T]: T[K] };
