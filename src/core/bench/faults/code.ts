import type { RigModel } from "../../address";
import { formatByte } from "../../glyph";
import { buildProgram } from "../../program";
import type { Encoding, Need, Place } from "../../rig";
import { WEIGHTS, type Fault } from "./fault";

/** The code sends in another order, the other way round, or on other lines, than the wires are laid for. */
export function codeFaults(code: Encoding): Fault[] {
  const { chain, bitOrder } = code;
  if (!chain) return [];
  const fault = (id: string, says: string, mend: string, change: (runs: Encoding) => Encoding): Fault => ({
    id,
    says,
    mend,
    legs: [],
    where: "code",
    weight: WEIGHTS.order,
    make: ({ rig, code: runs }) => ({ rig, code: change(runs) }),
  });
  const lines = Object.entries(chain) as Array<[string, string]>;
  const opposite = bitOrder === "msb-first" ? "lsb-first" : "msb-first";
  return [
    fault(
      "bit order",
      "the code sends the bits of each byte in the opposite order",
      `Send the ${opposite === "msb-first" ? "least" : "most"} significant bit last, as on Writes.`,
      (runs) => ({ ...runs, bitOrder: opposite }),
    ),
    fault(
      "inverted",
      "the code sends ones where the wiring wants zeros: it was written for the other polarity",
      "Invert the bytes of the table, or take them from Glyphs.",
      inverted,
    ),
    ...(code.byteCount > 1
      ? [
          fault(
            "byte order",
            "the code sends the bytes of the chain in the opposite order",
            "The first byte sent ends in the register farthest away: reverse the order.",
            (runs) => placed(runs, (byte) => runs.byteCount - 1 - byte),
          ),
        ]
      : []),
    ...lines.flatMap(([one, line], at) =>
      lines
        .slice(at + 1)
        .map(([other, more]) =>
          fault(
            `lines ${one} ${other}`,
            `the code has the ${one} line and the ${other} line swapped`,
            `In the code ${one} is line ${line} and ${other} is line ${more}.`,
            (runs) => ({ ...runs, chain: { ...chain, [one]: more, [other]: line } }),
          ),
        ),
    ),
  ];
}

const inByte = (need: Need): need is Need & { byte: number } => "byte" in need;

function inverted(code: Encoding): Encoding {
  const other = (need: Need): Need =>
    inByte(need) && "is" in need ? ({ ...need, is: need.is === 1 ? 0 : 1 } as Need) : need;
  return { ...code, pips: code.pips.map(({ pip, needs }) => ({ pip, needs: needs.map(other) })) };
}

function placed(code: Encoding, to: (byte: number) => number): Encoding {
  const moved = <One extends Need | Place>(one: One): One =>
    "byte" in one ? { ...one, byte: to(one.byte) } : one;
  return {
    ...code,
    pips: code.pips.map(({ pip, needs }) => ({ pip, needs: needs.map(moved) })),
    decoders: code.decoders.map(({ unit, inputs }) => ({ unit, inputs: inputs.map(moved) })),
  };
}

/** Whether a fault is a set-up write that is missing. */
export const isLeftOut = ({ id }: Fault): boolean => id.startsWith("left out ");

/** Driver chips are set up by a few writes: the code may leave one of them out. */
export const leftOutWrites = (model: RigModel): Fault[] =>
  (buildProgram(model).setUpState?.writes ?? []).map(({ why, write }, nth) => ({
    id: `left out ${nth}`,
    says: `the code leaves out the set-up write ${write.bytes.map((byte) => formatByte(byte)).join(" ")} (${why})`,
    mend: "Send it before anything is shown, in the order Writes has.",
    legs: [],
    where: "code",
    weight: WEIGHTS.leftOut,
    make: ({ rig, code }) => ({ rig, code, without: nth }),
  }));
