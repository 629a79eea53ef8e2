import { SEGMENTS, type PipName } from "../../glyph";
import { numbered } from "../plan-facts";
import { LINE_BLANK, digitLines, markLines } from "./by-lines";
import { digitLine, layMultiplexed, onLine } from "./multiplexed";
import type { Scheme } from "./scheme";

/** Four code lines; the decoder has no point, so that one is on a line. */
export const bcdDecoder: Scheme = {
  name: "bcd-decoder",
  forOne: true,
  lines: (plan) => [...numbered("code", 4, 0), "segment-dp", ...markLines(plan), ...digitLines(plan)],
  problem: ({ polarity }, { logic }) =>
    polarity === "common-anode" && logic < 5 ? "the 74LS47 works on 5 V: it needs a 5 V board" : undefined,
  dots: () => ({ never: "a decoder of numbers cannot light single dots" }),
  lay: (layer) =>
    layMultiplexed(layer, () => {
      const decoder = layer.chip(layer.cathode ? "4511" : "74LS47");
      return {
        chips: [decoder],
        segment: (name: PipName) => {
          const at = SEGMENTS.findIndex((one) => one === name);
          return at >= 0 && at < 7 ? decoder.leg(decoder.part.outputLegs[at]!) : onLine(layer)(name);
        },
        digit: digitLine(layer),
        control: () => {
          if (decoder.part.kind === "segment-decoder")
            decoder.part.pins.code.forEach((leg, at) =>
              layer.wire(`code-${at}`, layer.line(`code-${at}`), decoder.leg(leg)),
            );
        },
      };
    }),
  usual: {
    segment: () => 12,
    ohms: () => 8,
    // The high side of the 4511 loses about a diode.
    drop: ({ polarity }) => (polarity === "common-cathode" ? 0.9 : 0),
    blank: LINE_BLANK,
  },
  free: { segments: false, digits: false },
};
