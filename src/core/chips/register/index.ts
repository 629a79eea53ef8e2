import { HIGH, LOW, OPEN, UNKNOWN, type Level } from "../../level";
import type { ShiftRegisterPart } from "../../sheet";
import { named } from "../named";
import type { LogicChip, LogicChipFacts } from "../types";
import { ShiftRegister, type RegisterInput } from "./behaviour";

export { ShiftRegister, type RegisterInput } from "./behaviour";

/** What an open drain makes of a stage: a sink where it holds 1, nothing where it holds 0. */
const sinking = (level: Level): Level =>
  level === HIGH ? LOW : level === LOW || level === OPEN ? OPEN : UNKNOWN;

/** A shift register with its legs and rules from its sheet. */
export const register = (facts: LogicChipFacts<ShiftRegisterPart>): LogicChip<ShiftRegisterPart> => ({
  ...facts,
  mount() {
    const { sheet } = facts;
    const chip = new ShiftRegister(sheet);
    const { serialIn, shiftClock, latchClock, outputEnable, clear } = sheet.pins;
    const names: Record<string, RegisterInput> = { [serialIn]: "serial", [shiftClock]: "shift" };
    if (latchClock !== undefined) names[latchClock] = "latch";
    if (outputEnable !== undefined) names[outputEnable] = "enable";
    if (clear !== undefined) names[clear] = "clear";
    return {
      ...named(
        chip,
        names,
        (levels) => {
          chip.apply(levels);
          return chip.shows(levels);
        },
        sheet.one === "high" ? (at) => chip.output(at) : (at) => sinking(chip.output(at)),
      ),
      register: chip,
    };
  },
});
