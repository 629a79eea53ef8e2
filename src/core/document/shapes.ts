/**
 * What a document may hold, said once and as plain data. Its type (`Of`), the check of what was read, the published JSON
 * Schema and the canonical writing all follow from one shape: whatever is added to it is added to all four.
 */

declare const HELD: unique symbol;

/** Remembers, for the compiler alone, what a value of the shape is. */
interface Holds<Value> {
  readonly [HELD]?: () => Value;
}

interface Base {
  /** For readers of the published schema: what it is, and in which unit. */
  readonly about?: string;
  /** May be left out of the object it is a field of. */
  readonly optional?: true;
}

interface TextShape extends Base {
  readonly kind: "text";
  readonly least: number;
  readonly most: number;
}
interface FormShape extends Base {
  readonly kind: "form";
  readonly pattern: RegExp;
  /** What to say of a text that has another form, from the text and how a message shows it. */
  readonly says: (value: string, shown: string) => string;
}
interface ChoiceShape extends Base {
  readonly kind: "choice";
  readonly of: ReadonlyArray<string | number>;
}
interface NumberShape extends Base {
  readonly kind: "number";
  readonly least: number;
  readonly most: number;
  readonly whole: boolean;
}
interface FlagShape extends Base {
  readonly kind: "flag";
}
interface ListShape extends Base {
  readonly kind: "list";
  readonly each: AnyShape;
  readonly least: number;
  readonly most: number;
  /** The order its entries are written in, where the order says nothing. */
  readonly sorted?: (one: never, other: never) => number;
}
interface KeyedShape extends Base {
  readonly kind: "keyed";
  readonly key: RegExp;
  /** What a key is, for the message about one that is not. */
  readonly keyIs: string;
  readonly each: AnyShape;
  readonly most: number;
}
interface ObjectShape extends Base {
  readonly kind: "object";
  readonly fields: Readonly<Record<string, AnyShape>>;
}
interface EitherShape extends Base {
  readonly kind: "either";
  /** What it has to be, for the message about what is none of them. */
  readonly what: string;
  /** Shapes by what tells them: a key only they have, or the value of `by`. */
  readonly shapes: Readonly<Record<string, AnyShape>>;
  readonly by?: string;
}

export type AnyShape =
  | TextShape
  | FormShape
  | ChoiceShape
  | NumberShape
  | FlagShape
  | ListShape
  | KeyedShape
  | ObjectShape
  | EitherShape;

export type Shape<Value> = AnyShape & Holds<Value>;

/** The type of what has a shape. */
export type Of<One> = One extends Holds<infer Value> ? Value : never;

type Fields = Readonly<Record<string, AnyShape>>;
type Optional<Fielded extends Fields> = {
  [Key in keyof Fielded]: Fielded[Key] extends { readonly optional: true } ? Key : never;
}[keyof Fielded];
/** One flat type, so that messages of the compiler name its keys. */
type Flat<Type> = { [Key in keyof Type]: Type[Key] };
type Fielded<All extends Fields> = Flat<
  { readonly [Key in Exclude<keyof All, Optional<All>>]: Of<All[Key]> } & {
    readonly [Key in Optional<All>]?: Of<All[Key]>;
  }
>;

/** The least and the most a number may be. */
export type Range = readonly [least: number, most: number];

/** A text of so many characters. */
export const text = (most: number, least = 0): Shape<string> => ({ kind: "text", least, most });

/** A text of a stated form; `says` tells what it must be. */
export const form = <Value extends string = string>(
  pattern: RegExp,
  says: FormShape["says"],
): Shape<Value> => ({ kind: "form", pattern, says });

/** One of several words or numbers. */
export const choice = <Value extends string | number>(...of: readonly Value[]): Shape<Value> => ({
  kind: "choice",
  of,
});

/** Any number of a range. */
export const amount = <Value extends number = number>([least, most]: Range): Shape<Value> => ({
  kind: "number",
  least,
  most,
  whole: false,
});

/** A whole number of a range. */
export const whole = <Value extends number = number>([least, most]: Range): Shape<Value> => ({
  kind: "number",
  least,
  most,
  whole: true,
});

/** True or false. */
export const flag = (): Shape<boolean> => ({ kind: "flag" });

/** A list of so many entries. */
export const list = <Each extends AnyShape>(
  each: Each,
  most: number,
  least = 0,
): Shape<ReadonlyArray<Of<Each>>> => ({ kind: "list", each, least, most });

/** A list whose order says nothing: it is written in this one. */
export const unordered = <Each extends AnyShape>(
  each: Each,
  most: number,
  sorted: (one: Of<Each>, other: Of<Each>) => number,
): Shape<ReadonlyArray<Of<Each>>> => ({ kind: "list", each, least: 0, most, sorted });

/** Values by keys that are not fixed; `Keys` are the keys there may be, of which any may be absent. */
export const keyed = <Keys extends string | number, Each extends AnyShape>(
  key: RegExp,
  keyIs: string,
  each: Each,
  most: number,
): Shape<
  string extends Keys ? Readonly<Record<string, Of<Each>>> : Readonly<Partial<Record<Keys, Of<Each>>>>
> => ({ kind: "keyed", key, keyIs, each, most });

/** An object of these keys and no others. */
export const object = <All extends Fields>(fields: All): Shape<Fielded<All>> => ({ kind: "object", fields });

/** One of several objects, each told by a key no other has. */
export const eitherByKey = <All extends Fields>(what: string, shapes: All): Shape<Of<All[keyof All]>> => ({
  kind: "either",
  what,
  shapes,
});

/** One of several objects, told by the value of one key. */
export const eitherBy = <All extends Fields>(
  by: string,
  what: string,
  shapes: All,
): Shape<Of<All[keyof All]>> => ({ kind: "either", what, shapes, by });

/** A field that may be left out. */
export const optional = <One extends AnyShape>(shape: One): One & { readonly optional: true } => ({
  ...shape,
  optional: true,
});

/** The same shape with a word for readers of the published schema. */
export const about = <One extends AnyShape>(words: string, shape: One): One => ({ ...shape, about: words });

/** Which of its shapes a value is to be held against; undefined for what is none of them. */
export function shapeIn(
  { shapes, by }: Pick<EitherShape, "shapes" | "by">,
  value: unknown,
): AnyShape | undefined {
  if (typeof value !== "object" || value === null) return undefined;
  const told = by === undefined ? undefined : (value as Readonly<Record<string, unknown>>)[by];
  const key =
    by === undefined
      ? Object.keys(shapes).find((name) => Object.hasOwn(value, name))
      : typeof told === "string" && Object.hasOwn(shapes, told)
        ? told
        : undefined;
  return key === undefined ? undefined : shapes[key];
}
