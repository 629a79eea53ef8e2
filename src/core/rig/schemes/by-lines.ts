import { digitCount, extraMarks, numbered, scannedCount, segmentLines } from "../plan-facts";
import type { LineUse, Plan } from "../document";
import { digitLine, layMultiplexed, onLine } from "./multiplexed";
import { ofLines, oneModule, type Scheme } from "./scheme";

/** Marks that need a line of their own. */
export const markLines = (plan: Plan): LineUse[] =>
  extraMarks(plan).map((mark): LineUse => `segment-${mark}`);

/** A line for each digit, where there are several. */
export const digitLines = (plan: Plan): LineUse[] => {
  const count = scannedCount(plan);
  return count === 1 ? [] : numbered("digit", count);
};

/** Between two digits the lines are dark so long, in µs: they change one after the other. */
export const LINE_BLANK = 10;

const lines = (plan: Plan): LineUse[] => [...segmentLines(plan), ...markLines(plan), ...digitLines(plan)];

const shared: Pick<Scheme, "forOne" | "lines" | "dots" | "lay" | "free"> = {
  forOne: true,
  lines,
  dots: oneModule,
  lay: (layer) =>
    layMultiplexed(layer, () => ({ chips: [], segment: onLine(layer), digit: digitLine(layer) })),
  free: { segments: false, digits: false },
};

/** Everything straight from lines of the board. */
export const direct: Scheme = {
  ...shared,
  name: "direct",
  problem: () => undefined,
  usual: {
    segment: (_, controller) => ofLines(controller),
    ohms: (_, { outputTypical }) => outputTypical,
    blank: LINE_BLANK,
  },
};

/** The same from programmable logic: nothing but hardware keeps time. */
export const logic: Scheme = {
  ...shared,
  name: "logic",
  logic: true,
  problem(plan) {
    if (plan.polarity === "common-cathode")
      return "active-low segments and enables mean a common-anode display";
    return digitCount(plan) > 1 && plan.digitSwitch !== "transistor"
      ? "such boards carry a transistor for each digit"
      : undefined;
  },
  usual: { ...direct.usual, blank: 2 },
};
