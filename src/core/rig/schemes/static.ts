import { SEGMENTS } from "../../glyph";
import { legRef, type LegRef } from "../types";
import type { Layer } from "./layer";

/** Every digit on a register of its own: all are lit all the time. One register, one digit is the smallest case. */
export function layStatic(layer: Layer): void {
  const { plan, cathode } = layer;
  const perSegment = plan.resistors === "per-segment";
  const part = plan.scheme === "power-register" ? "TPIC6B595" : "74HC595";
  layer.board();
  const chips = layer.places.map(() => layer.chip(part));
  layer.displays();
  const resistors = layer.places.map(() =>
    (perSegment ? SEGMENTS : (["common"] as const)).map(() => layer.resistor()),
  );
  chips.forEach((chip) => layer.powerChip(chip));
  layer.supply();
  chips.forEach((chip, at) => {
    if (chip.part.kind !== "shift-register") return;
    const { pins } = chip.part;
    const tail = at === 0 ? "" : `-${at + 1}`;
    const before = chips[at - 1];
    const pin = (leg: string) => chip.leg(leg);
    layer.wire(
      `data${tail}`,
      before?.part.kind === "shift-register" ? before.leg(before.part.pins.serialOut) : layer.line("data"),
      pin(pins.serialIn),
    );
    const shared = (use: "clock" | "latch", leg: string): LegRef =>
      before ? before.leg(leg) : layer.line(use);
    layer.wire(`clock${tail}`, shared("clock", pins.shiftClock), pin(pins.shiftClock));
    layer.wire(`latch${tail}`, shared("latch", pins.latchClock!), pin(pins.latchClock!));
  });
  layer.places.forEach((place, at) => {
    const tail = at === 0 ? "" : `-${at + 1}`;
    const chip = chips[at]!;
    const common = layer.commonOf(place);
    const own = resistors[at]!;
    if (perSegment) layer.wire(`common${tail}`, common, layer.commonSide);
    else {
      layer.wire(`common${tail}`, common, legRef(own[0]!, "1"));
      layer.wire(`common-side${tail}`, legRef(own[0]!, "2"), layer.commonSide);
    }
    plan.outputs.forEach((segment, stage) => {
      const led = place.part.leds.find((one) => one.digit === place.digit && one.segment === segment);
      if (!led) return;
      const leg = legRef(place.unit.ref, cathode ? led.anode : led.cathode);
      const output = chip.leg(chip.part.outputLegs[stage]!);
      if (!perSegment) return layer.wire(`segment-${segment}${tail}`, output, leg);
      const resistor = own[SEGMENTS.indexOf(segment)]!;
      layer.wire(`output-${segment}${tail}`, output, legRef(resistor, "1"));
      layer.wire(`segment-${segment}${tail}`, legRef(resistor, "2"), leg);
    });
  });
}
