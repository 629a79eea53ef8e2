import type { SelectorPart } from "../../sheet";
import type { LogicChip } from "../types";
import { Selector } from "./behaviour";
import { DECODER_74HC138, DECODER_74HC238 } from "./sheet";

const selector = (sheet: SelectorPart): LogicChip<SelectorPart> => ({
  sheet,
  mount() {
    const { address, enables } = sheet;
    const chip = new Selector(
      address.length,
      enables.map(({ active }) => active),
      sheet.chosen,
    );
    return {
      inputs: [...address, ...enables.map(({ leg }) => leg)].map((leg) => ({ leg, name: leg })),
      apply(levels) {
        for (const [leg, level] of Object.entries(levels)) {
          const at = address.indexOf(leg);
          if (at >= 0) chip.setAddress(at, level);
          else
            chip.setEnable(
              enables.findIndex((enable) => enable.leg === leg),
              level,
            );
        }
        return true;
      },
      output: (code) => chip.output(code),
      save: () => chip.save(),
      load: (saved) => chip.load(saved),
    };
  },
});

/** Three bits to one of eight outputs, which goes low. */
export const hc138 = selector(DECODER_74HC138);
/** The same with an output that goes high. */
export const hc238 = selector(DECODER_74HC238);
