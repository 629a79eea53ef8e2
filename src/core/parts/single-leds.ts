import { DOTS } from "../glyph";
import type { DisplayPart, Leg } from "../sheet";

/** One LED: the longer leg is its anode. */
const LED: DisplayPart = {
  id: "led",
  kind: "display",
  single: true,
  title: "LED",
  outline: { style: "two-ended" },
  legs: [
    { id: "1", name: "anode +", role: "led" },
    { id: "2", name: "cathode −", role: "led" },
  ],
  polarity: "common-cathode",
  digits: 1,
  columns: 1,
  leds: [{ digit: 1, segment: "c1", anode: "1", cathode: "2" }],
  source: "typical LED with wires: the longer leg is the anode, the flat side of the rim the cathode",
};

/** LEDs side by side in one body, each with two legs of its own: anodes along the bottom, cathodes above them. */
const bar = (count: number): DisplayPart => ({
  id: `bar-graph-${count}`,
  kind: "display",
  single: true,
  title: `bar graph of ${count} LEDs`,
  outline: { style: "two-rows", perRow: count },
  legs: Array.from({ length: 2 * count }, (_, at): Leg => ({
    id: String(at + 1),
    name: at < count ? `${at + 1} +` : `${2 * count - at} −`,
    role: "led",
  })),
  polarity: "common-cathode",
  digits: 1,
  columns: count,
  leds: DOTS.slice(0, count).map((segment, at) => ({
    digit: 1,
    segment,
    anode: String(at + 1),
    cathode: String(2 * count - at),
  })),
  source:
    "typical bar of LEDs: anodes on one side, cathodes on the other; check it against the sheet of yours",
});

export const SINGLE_LEDS: readonly DisplayPart[] = [LED, bar(10)];
