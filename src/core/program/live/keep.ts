import type { ControllerPart } from "../../parts";
import type { Live } from "../../rig";
import {
  as,
  clock,
  elapsed,
  element,
  name,
  number,
  operation,
  set,
  setElement,
  when,
  type Expression,
  type Statement,
  type Subroutine,
  type Variable,
} from "../language";
import { joined } from "./naming";
import { forEach } from "./numbers";
import type { Kept } from "./value-code";

/** Over so many places writes go round at most: fewer than half a byte counts, so that the newest is known. */
const MOST_PLACES = 100;
/** What is meant where nothing is said: a write every ten seconds at the most, spread. */
export const USUAL_KEEP: NonNullable<Live["keep"]> = { every: 10_000, spread: true };

/** How much of the memory it takes, and over how many places it goes round. */
export interface KeptRoom {
  readonly size: number;
  readonly places: number;
}

export const roomFor = (
  bytes: number,
  { spread }: NonNullable<Live["keep"]>,
  eeprom: NonNullable<ControllerPart["eeprom"]>,
): KeptRoom => {
  // A count before it tells the newest, a check byte behind it what was written to its end.
  const size = bytes + 2;
  return { size, places: spread ? Math.max(1, Math.min(MOST_PLACES, Math.floor(eeprom.bytes / size))) : 1 };
};

/** What keeps values over a power cut: read back at power-up, written when they have changed, but no more often than is said. */
export function keepCode(
  kept: readonly Kept[],
  keep: NonNullable<Live["keep"]>,
  eeprom: NonNullable<ControllerPart["eeprom"]>,
): {
  readonly variables: readonly Variable[];
  readonly routines: readonly Subroutine[];
  readonly room: KeptRoom;
} {
  const lengths = kept.map(({ width, text }) => Number(width.slice(1)) / 8 + (text?.size ?? 0));
  const room = roomFor(
    lengths.reduce((sum, one) => sum + one, 0),
    keep,
    eeprom,
  );
  const { size, places } = room;
  const [from, check, count, place] = ["from", "check", "keptCount", "keptPlace"].map(name) as [
    Expression,
    Expression,
    Expression,
    Expression,
  ];
  const byteAt = (at: Expression): Expression => ({ is: "kept", at });
  const seed = number(seedOf(kept));
  /** What tells that it has changed, and what that was when it was kept. */
  const told = ({ name: own, text }: Kept) => text?.count ?? own;
  const copy = (one: Kept) => joined(told(one), "kept");
  const start = (at: Expression): Statement => ({
    do: "declare",
    name: "from",
    width: "u16",
    value: operation(at, "*", number(size)),
  });
  const add = (to: Expression): Statement => set("check", as("u8", operation(check, "+", to)));
  let offset = 1;
  const offsets = lengths.map((length) => (offset += length) - length);
  const character = (text: NonNullable<Kept["text"]>) => element(text.array, name("at"));
  const eachCharacter = (text: NonNullable<Kept["text"]>, body: readonly Statement[]): Statement =>
    forEach("at", number(text.size), body);
  const behind = (nth: number) => operation(operation(from, "+", number(offsets[nth]! + 1)), "+", name("at"));
  const readBack = kept.flatMap((one, nth): Statement[] => {
    const { text, width } = one;
    if (text)
      return [
        set(one.name, byteAt(operation(from, "+", number(offsets[nth]!)))),
        eachCharacter(text, [setElement(text.array, name("at"), byteAt(behind(nth)))]),
      ];
    const bytes = Array.from({ length: Number(width.slice(1)) / 8 }, (_, at): Expression => {
      const byte = byteAt(operation(from, "+", number(offsets[nth]! + at)));
      return at === 0 ? byte : operation(as("u32", byte), "<<", number(8 * at));
    });
    return [
      set(
        one.name,
        bytes.reduce((all, byte) => operation(all, "|", byte)),
      ),
    ];
  });
  const put = (at: number, value: Expression): Statement[] => [
    { do: "keep", at: operation(from, "+", number(at)), value },
  ];
  const same = kept
    .map((one) => operation(name(told(one)), "==", name(copy(one))))
    .reduce((all, one) => operation(all, "&&", one));
  const written = kept.flatMap((one, nth) => [
    ...Array.from({ length: Number(one.width.slice(1)) / 8 }, (_, at): Statement[] => {
      const byte = as("u8", at === 0 ? name(one.name) : operation(name(one.name), ">>", number(8 * at)));
      return [...put(offsets[nth]! + at, byte), add(byte)];
    }).flat(),
    ...(one.text
      ? [
          eachCharacter(one.text, [
            { do: "keep", at: behind(nth), value: character(one.text) },
            add(character(one.text)),
          ]),
        ]
      : []),
  ]);
  const copies = kept.map((one) => set(copy(one), name(told(one))));
  return {
    room,
    variables: [
      { name: "keptPlace", width: "u8" },
      { name: "keptCount", width: "u8" },
      { name: "keptAt", width: "u32" },
      ...kept.map((one): Variable => ({ name: copy(one), width: one.width })),
    ],
    routines: [
      {
        name: "readKept",
        says: ["Takes what was kept last: the newest of the places that were written to their end."],
        given: [],
        body: [
          { do: "declare", name: "found", width: "u8", value: number(0) },
          {
            do: "count",
            name: "looked",
            width: "u8",
            from: number(0),
            below: number(places),
            body: [
              start(name("looked")),
              { do: "declare", name: "check", width: "u8", value: seed },
              {
                do: "count",
                name: "at",
                width: "u8",
                from: number(0),
                below: number(size - 1),
                body: [add(byteAt(operation(from, "+", name("at"))))],
              },
              when(
                operation(
                  operation(check, "==", byteAt(operation(from, "+", number(size - 1)))),
                  "&&",
                  operation(
                    operation(name("found"), "==", number(0)),
                    "||",
                    operation(as("i8", operation(byteAt(from), "-", count)), ">", number(0)),
                  ),
                ),
                [set("found", number(1)), set("keptPlace", name("looked")), set("keptCount", byteAt(from))],
              ),
            ],
          },
          when(name("found"), [start(place), ...readBack]),
          ...copies,
        ],
      },
      {
        name: "keepValues",
        says: [
          `Keeps what has changed, at most every ${keep.every} ms${places > 1 ? `, over ${places} places in turn` : ""}.`,
        ],
        given: [],
        body: [
          when(same, [{ do: "return" }]),
          when(operation(elapsed("keptAt"), "<", number(keep.every)), [{ do: "return" }]),
          set("keptAt", clock("ms")),
          ...(places > 1
            ? [set("keptPlace", operation(operation(place, "+", number(1)), "%", number(places)))]
            : []),
          { do: "change", name: "keptCount", operator: "+", by: number(1) },
          start(place),
          { do: "declare", name: "check", width: "u8", value: as("u8", operation(seed, "+", count)) },
          ...put(0, count),
          ...written,
          ...put(size - 1, check),
          ...copies,
        ],
      },
    ],
  };
}

/** Another set of values makes another check: what an earlier show kept is not taken for this one's. */
const seedOf = (kept: readonly Kept[]): number =>
  [...kept.map(({ name: called, width }) => called + width).join()].reduce(
    (sum, letter) => (sum * 31 + letter.charCodeAt(0)) & 255,
    0x5a,
  );
