import { shapeIn, type AnyShape, type Shape } from "./shapes";

/**
 * A value as it is written: the keys of every object in the order of its shape, what is unordered sorted, what no shape
 * knows left out. The same value gives the same text, whatever order its keys were in.
 */
export const canonical = <Value>(shape: Shape<Value>, value: Value): Value => inOrder(shape, value) as Value;

const byKey = ([one]: readonly [string, unknown], [other]: readonly [string, unknown]): number =>
  one < other ? -1 : 1;

function inOrder(shape: AnyShape, value: unknown): unknown {
  if (value === undefined) return undefined;
  switch (shape.kind) {
    case "list": {
      const entries = [...(value as unknown[])];
      if (shape.sorted) entries.sort(shape.sorted as (one: unknown, other: unknown) => number);
      return entries.map((entry) => inOrder(shape.each, entry));
    }
    case "keyed":
      return Object.fromEntries(
        Object.entries(value as object)
          .filter(([, entry]) => entry !== undefined)
          .sort(byKey)
          .map(([key, entry]) => [key, inOrder(shape.each, entry)]),
      );
    case "object": {
      const given = value as Readonly<Record<string, unknown>>;
      return Object.fromEntries(
        Object.entries(shape.fields).map(([key, field]) => [key, inOrder(field, given[key])]),
      );
    }
    case "either": {
      const one = shapeIn(shape, value);
      return one && inOrder(one, value);
    }
    default:
      return value;
  }
}
