import { SEGMENTS } from "../../glyph";
import { legRef, type UnitRef } from "../document";
import type { Chip, Layer } from "./layer";

/** The resistors of each digit: one for each segment or one for all, or none where the outputs hold the current. */
export const digitResistors = (layer: Layer, limited = false): UnitRef[][] =>
  layer.places.map(() =>
    limited
      ? []
      : (layer.plan.resistors === "per-segment" ? SEGMENTS : (["common"] as const)).map(() =>
          layer.resistor(),
        ),
  );

/** Wires every digit to a chip of its own, output by output as the plan deals them. @param resistors of each digit */
export function wireEachDigit(
  layer: Layer,
  chips: readonly Chip[],
  resistors: ReadonlyArray<readonly UnitRef[]>,
): void {
  const { plan, cathode } = layer;
  layer.places.forEach((place, at) => {
    const tail = at === 0 ? "" : `-${at + 1}`;
    const chip = chips[at]!;
    const common = layer.commonOf(place);
    const own = resistors[at]!;
    const inLines = plan.resistors === "per-segment" && own.length > 0;
    const [shared] = inLines ? [] : own;
    if (shared === undefined) layer.wire(`common${tail}`, common, layer.commonSide);
    else {
      layer.wire(`common${tail}`, common, legRef(shared, "1"));
      layer.wire(`common-side${tail}`, legRef(shared, "2"), layer.commonSide);
    }
    plan.outputs.forEach((segment, output) => {
      const led = place.part.leds.find((one) => one.digit === place.digit && one.segment === segment);
      if (!led) return;
      const leg = legRef(place.unit.ref, cathode ? led.anode : led.cathode);
      const from = chip.leg(chip.part.outputLegs[output]!);
      if (!inLines) return layer.wire(`segment-${segment}${tail}`, from, leg);
      const resistor = own[SEGMENTS.indexOf(segment)]!;
      layer.wire(`output-${segment}${tail}`, from, legRef(resistor, "1"));
      layer.wire(`segment-${segment}${tail}`, legRef(resistor, "2"), leg);
    });
  });
}
