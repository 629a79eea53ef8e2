import type { RigModel } from "../../address";
import { keyScanOf, type ChipKeyLine, type KeypadLines } from "../../inputs";
import type { UnitRef } from "../../rig";
import {
  clock,
  elapsed,
  element,
  name,
  number,
  operation,
  set,
  when,
  type ArrayVariable,
  type Expression,
  type Statement,
  type Subroutine,
  type Variable,
} from "../language";
import type { LiveParts } from "../types";
import type { ContactSource } from "./contacts";
import { joined, unitName } from "./naming";

/** What scanning keys asks of a program, once for a keypad or a chip, however many of its keys do something. */
export interface KeyCode {
  readonly variables: readonly Variable[];
  readonly arrays: readonly ArrayVariable[];
  readonly routines: readonly Subroutine[];
  readonly setup: readonly Statement[];
  readonly pass: readonly Statement[];
  readonly keys: NonNullable<LiveParts["keys"]>;
}

/** ms from one scan of a keypad to the next, and of a chip, which scans by itself every few ms. */
const KEYPAD_MS = 4;
const CHIP_MS = 10;

/** What stands on a key, in a name. */
const NAMED: Readonly<Record<string, string>> = { "*": "Star", "#": "Hash" };
const keyName = (face: string): string => NAMED[face] ?? face;

const every = (since: string, ms: number): Expression => operation(elapsed(since), ">=", number(ms));

/** A key of a keypad as a contact: a bit of what was scanned last. */
export function keypadKey(unit: UnitRef, faces: readonly string[], face: string): ContactSource {
  const own = unitName(unit);
  return {
    own: joined(own, `key${keyName(face)}`),
    called: `${unit} key ${face}`,
    routine: `read${unit}Key${keyName(face)}`,
    pressed: operation(
      operation(name(joined(own, "keys")), ">>", number(faces.indexOf(face))),
      "&",
      number(1),
    ),
    setup: [],
  };
}

/** A button a chip reads as a contact: a bit, or the code, of what the chip answered last. */
export function chipKey(model: RigModel, { unit, chip, number: key }: ChipKeyLine): ContactSource {
  const scan = keyScanOf(model, [chip])!;
  const [none, own] = [scan.bytes(new Set()), scan.bytes(new Set([key]))];
  const at = own.findIndex((byte, place) => byte !== none[place]);
  const byte = element(keysOf(chip), number(at));
  return {
    own: unitName(unit),
    called: unit,
    routine: `read${unit}`,
    pressed: scan.several
      ? operation(operation(byte, "&", number(own[at]! ^ none[at]!)), "!=", number(0))
      : operation(byte, "==", number(own[at]!)),
    setup: [],
  };
}

/** The array of what a chip answers. */
const keysOf = (chip: UnitRef): string => joined(unitName(chip), "keys");

/** Scans the keypads and asks the chips that have keys which do something. */
export function keyCode(
  model: RigModel,
  keypads: readonly KeypadLines[],
  chips: readonly ChipKeyLine[],
): KeyCode {
  const asked = [...new Map(chips.map((line) => [line.chip, line])).values()];
  const pads = keypads.map(scanCode);
  return {
    variables: [
      ...pads.flatMap(({ variables }) => variables),
      ...asked.map(({ chip }) => ({ name: joined(keysOf(chip), "at"), width: "u32" as const })),
    ],
    arrays: asked.map(({ chip }) => {
      const none = keyScanOf(model, [chip])!.bytes(new Set());
      return {
        name: keysOf(chip),
        width: "u8" as const,
        size: none.length,
        values: none,
        says: `what ${chip} told of its keys last`,
      };
    }),
    routines: pads.map(({ routine }) => routine),
    setup: pads.flatMap(({ setup }) => setup),
    pass: [
      ...pads.map(({ routine }): Statement => ({ do: "call", routine: routine.name, given: [] })),
      ...asked.map(({ chip, bus }) =>
        when(every(joined(keysOf(chip), "at"), CHIP_MS), [
          set(joined(keysOf(chip), "at"), clock("ms")),
          { do: "read-keys", bus, array: keysOf(chip) },
        ]),
      ),
    ],
    keys: asked.map(({ chip, bus }) => {
      const { command, reads } = keyScanOf(model, [chip])!;
      const { protocol } = model.encoding.buses![bus]!;
      return {
        bus,
        asks: {
          slot: 0,
          bytes: [],
          levels: [],
          writes: [{ bus, write: { bus: protocol, bytes: [command], reads }, why: "asks for its keys" }],
        },
      };
    }),
  };
}

/** A scan row by row: one is pulled low, the others are let go, and the columns that follow it are read. */
function scanCode({ unit, rows, columns, pull }: KeypadLines) {
  const own = unitName(unit);
  const [keys, at] = [joined(own, "keys"), joined(own, "at")];
  const row = (nth: number) => `${unit}_ROW${nth + 1}`;
  const column = (nth: number) => `${unit}_COLUMN${nth + 1}`;
  const scan = rows.flatMap((line, nth): Statement[] => [
    { do: "line-pull", line, named: row(nth), low: 1 },
    ...columns.map((other, place) =>
      when(operation({ is: "line", line: other, named: column(place) }, "==", number(0)), [
        set("scanned", operation(name("scanned"), "|", number(1 << (nth * columns.length + place)))),
      ]),
    ),
    { do: "line-pull", line, named: row(nth), low: 0 },
  ]);
  return {
    variables: [
      { name: keys, width: "u16" as const },
      { name: at, width: "u32" as const },
    ],
    routine: {
      name: `scan${unit}`,
      says: [
        `${unit}: each row is pulled low in its turn, and the columns that follow it are keys that are down.`,
      ],
      given: [],
      body: [
        when(operation(elapsed(at), "<", number(KEYPAD_MS)), [{ do: "return" }]),
        set(at, clock("ms")),
        { do: "declare", name: "scanned", width: "u16", value: number(0) },
        ...scan,
        set(keys, name("scanned")),
      ],
    } satisfies Subroutine,
    setup: [
      ...rows.map((line, nth): Statement => ({ do: "line-input", line, named: row(nth), pulledUp: false })),
      ...columns.map((line, nth): Statement => ({
        do: "line-input",
        line,
        named: column(nth),
        pulledUp: pull === "inside",
      })),
    ],
  };
}
