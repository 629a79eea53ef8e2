import type { LinePiece } from "../../show";
import {
  call,
  element,
  entry,
  name,
  number,
  operation,
  setElement,
  type Statement,
  type Subroutine,
} from "../language";
import { flashTable } from "./face-code";
import { routineFor } from "./naming";
import { ASCII, BLANK_CODE, FIRST_CODES, asciiCodes, forEach } from "./numbers";
import type { ValueCode } from "./value-code";
import { widthFor } from "./widths";

/** The characters of the lines, by their codes: digits, what puts nothing, minus, then point and the rest. */
export function charactersOf(pieces: ReadonlyArray<readonly LinePiece[]>, showsText: boolean): string[] {
  const texts = pieces
    .flat()
    .flatMap((piece) => (typeof piece === "string" ? [...piece.normalize("NFC")] : []));
  const hasDecimals = pieces.flat().some((piece) => typeof piece !== "string" && piece.slot.decimals > 0);
  const first = FIRST_CODES.map((character, code) => (code === BLANK_CODE ? "" : character));
  return [...new Set([...first, ...(hasDecimals ? ["."] : []), ...texts, ...(showsText ? ASCII : [])])];
}

export interface LineWriter {
  /** What writes the line of each face. */
  readonly faces: ReadonlyArray<readonly Statement[]>;
  readonly routines: readonly Subroutine[];
  readonly putsNumbers: boolean;
  /** Characters a line takes at the most. */
  readonly room: number;
}

export function lineWriter(
  pieces: ReadonlyArray<readonly LinePiece[]>,
  characters: readonly string[],
  values: readonly ValueCode[],
): LineWriter {
  const codes: number[] = [];
  const length = name("length");
  const grow = (by: number): Statement => ({ do: "change", name: "length", operator: "+", by: number(by) });
  const put = (piece: LinePiece): Statement[] => {
    if (typeof piece === "string") {
      const own = [...piece.normalize("NFC")].map((character) => characters.indexOf(character));
      codes.push(...own);
      return [call("putText", number(codes.length - own.length), number(own.length))];
    }
    const { slot, width } = piece;
    const text = textOf(piece, values);
    if (text) return [call(routineFor("put", text.array))];
    const value = values.find(({ name: called }) => called === slot.value)!;
    const least = Math.max(slot.least, slot.decimals + 1);
    return [
      call("putNumber", value.part(slot.part), length, number(width), number(least)),
      grow(width),
      ...(slot.decimals > 0 ? [call("putPoint", number(slot.decimals))] : []),
    ];
  };
  const faces = pieces.map((own) => own.flatMap(put));
  const all = pieces.flat();
  const shown = [
    ...new Set(all.flatMap((piece) => (typeof piece === "string" ? [] : (textOf(piece, values) ?? [])))),
  ];
  const fields = all.filter((piece) => typeof piece !== "string").filter((piece) => !textOf(piece, values));
  const texts = flashTable("FACE_CODES", "u8", codes);
  const [at, last] = [name("at"), operation(length, "-", name("at"))];
  return {
    faces,
    putsNumbers: fields.length > 0,
    room: Math.max(1, ...pieces.map((own) => own.reduce((sum, piece) => sum + roomOf(piece), 0))),
    routines: [
      ...shown.map((text) => putText(text, characters)),
      ...(codes.length > 0
        ? [
            {
              name: "putText",
              says: ["Puts characters of the table behind the line."],
              given: [
                { name: "first", width: widthFor(0, codes.length) },
                { name: "count", width: "u8" as const },
              ],
              body: [
                forEach("at", name("count"), [
                  setElement("codes", length, entry(texts, operation(name("first"), "+", at))),
                  grow(1),
                ]),
              ],
            },
          ]
        : []),
      ...(fields.some(({ slot }) => slot.decimals > 0)
        ? [
            {
              name: "putPoint",
              says: ["Puts the point before the last digits of the number at the end of the line."],
              given: [{ name: "decimals", width: "u8" as const }],
              body: [
                forEach("at", name("decimals"), [
                  setElement("codes", last, element("codes", operation(last, "-", number(1)))),
                ]),
                setElement(
                  "codes",
                  operation(length, "-", name("decimals")),
                  number(characters.indexOf(".")),
                ),
                grow(1),
              ],
            },
          ]
        : []),
    ],
  };
}

export const textOf = (piece: LinePiece, values: readonly ValueCode[]): ValueCode["text"] =>
  typeof piece === "string"
    ? undefined
    : values.find(({ name: called }) => called === piece.slot.value)?.text;

/** Puts a text behind the line. */
function putText(
  { array, length }: NonNullable<ValueCode["text"]>,
  characters: readonly string[],
): Subroutine {
  const code = entry(asciiCodes(characters), operation(element(array, name("at")), "-", number(32)));
  return {
    name: routineFor("put", array),
    says: ["Puts the text that came behind the line."],
    given: [],
    body: [
      forEach("at", name(length), [
        setElement("codes", name("length"), code),
        { do: "change", name: "length", operator: "+", by: number(1) },
      ]),
    ],
  };
}

const roomOf = (piece: LinePiece): number =>
  typeof piece === "string"
    ? [...piece.normalize("NFC")].length
    : piece.width + (piece.slot.decimals > 0 ? 1 : 0);
