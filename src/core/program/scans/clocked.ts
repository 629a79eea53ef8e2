import { controllerById } from "../../rig";
import { fitDivider, fitPeriods } from "../../timing";
import { msOf, type ScanStrategy } from "./scan";

/** Something beside the loop goes from digit to digit; the loop only says which face is shown. */
const clocked: Omit<ScanStrategy, "school" | "timing"> = {
  tick: (slot) => slot,
  showing: (_, time) => [
    { do: "take-frame", frame: "each" },
    { do: "wait", time: msOf(time) },
  ],
  take: (frame) => [{ do: "take-frame", frame }],
  keeping: () => [],
  start: () => [{ do: "start-timer" }],
  stays: (end) => clocked.take(end),
};

/** A timer interrupts the loop at the end of every slot; as wanted where no timer reaches the slots' times. */
export const timer: ScanStrategy = {
  ...clocked,
  school: "timer",
  timing(model, wanted) {
    const settings = fitPeriods(wanted, controllerById(model.rig.plan.controller));
    return settings
      ? { periods: settings.map(({ period }) => period), timer: settings }
      : { periods: wanted };
  },
};

/** A counter of clocks in programmable logic. */
export const divider: ScanStrategy = {
  ...clocked,
  school: "divider",
  timing: (model, wanted) => ({
    periods: wanted.map(
      (period) => fitDivider(period, controllerById(model.rig.plan.controller).clock).period,
    ),
  }),
};
