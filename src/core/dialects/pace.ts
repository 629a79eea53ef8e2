import type { RigModel } from "../address";
import { transportOf } from "../bus";
import { formatQuantity } from "../quantity";
import { controllerById } from "../rig";
import { burstOf, darkState, type Program } from "../program";

/** How a form gets levels onto lines: by the calls of the sketch, port registers, three functions, an interpreter. */
export type PaceStyle = "calls" | "direct" | "functions" | "interpreter";

/**
 * Clocks a change of a line takes where it is written by its port's register: measured with avr-gcc on the ATmega328P,
 * edge to edge, for bits that are shifted, and for lines that come from a table.
 */
const SHIFTED_CLOCKS = 8;
const STROBED_CLOCKS = 10;
const TABLED_CLOCKS = 100;

/** ns a change of a line takes by registers; undefined where they change nothing. */
function directChange(model: RigModel, { chain, buses }: Program): number | undefined {
  const clock = 1e9 / controllerById(model.rig.plan.controller).clock;
  const bus = buses[0];
  if (bus && transportOf(bus.protocol).openDrain) return undefined;
  if (!chain && !bus) return TABLED_CLOCKS * clock;
  return (bus?.protocol === "strobed" ? STROBED_CLOCKS : SHIFTED_CLOCKS) * clock;
}

/** What putting out one pattern takes, in a sentence: on the lines, in the way of that form. */
export function paceOf(model: RigModel, program: Program, style: PaceStyle): string {
  const { cost } = controllerById(model.rig.plan.controller);
  const { duration, events } = burstOf(program, darkState(program, 0), "send", cost);
  const what = program.on.length > 1 ? "One digit’s pattern" : "One face";
  const changes = events.length;
  const byCalls = formatQuantity(duration / 1e9, "s", 2);
  switch (style) {
    case "calls":
      return `${what} takes ${byCalls} on the lines.`;
    case "direct": {
      const change = directChange(model, program);
      if (change === undefined)
        return `${what} takes ${byCalls} on the lines, as by calls: they are pulled low and let go, and need their time.`;
      const time = Math.min(duration, changes * change);
      return time > duration / 2
        ? `${what} takes about ${formatQuantity(time / 1e9, "s", 2)} on the lines, by calls ${byCalls}: lines that come from a table gain little.`
        : `${what} takes about ${formatQuantity(time / 1e9, "s", 2)} on the lines, by calls ${byCalls}.`;
    }
    case "functions":
      return `${what} is ${changes} changes of lines: as many calls of your functions.`;
    case "interpreter":
      return `${what} is ${changes} changes of lines: as many calls, some microseconds each.`;
  }
}
