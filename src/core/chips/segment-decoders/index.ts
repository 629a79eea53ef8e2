import type { SegmentDecoderPart } from "../../sheet";
import { named } from "../named";
import type { LogicChip } from "../types";
import { SegmentDecoder } from "./behaviour";
import { DECODER_4511, DECODER_74LS47 } from "./sheet";

const decoder = (sheet: SegmentDecoderPart): LogicChip<SegmentDecoderPart> => ({
  sheet,
  mount() {
    const chip = new SegmentDecoder(sheet.table, sheet.lit === 1 ? "drives high" : "sinks");
    const { code, lampTest, blank, latch } = sheet.pins;
    const [a, b, c, d] = code as [string, string, string, string];
    return named(
      chip,
      {
        [a]: "A",
        [b]: "B",
        [c]: "C",
        [d]: "D",
        [lampTest]: "LT",
        [blank]: "BL",
        ...(latch === undefined ? {} : { [latch]: "LE" }),
      },
      (levels) => {
        chip.apply(levels);
        return true;
      },
      (at) => chip.output(at),
    );
  },
});

/** For common cathode, with a latch. */
export const cd4511 = decoder(DECODER_4511);
/** For common anode. */
export const ls47 = decoder(DECODER_74LS47);
