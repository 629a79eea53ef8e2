import type { ShiftRegisterPart } from "../../parts";
import type { LegRef } from "../document";
import type { Chip, Layer } from "./layer";

/** Registers on the same lines: data runs from one to the next, clock and latch go to all that have one. */
export function wireChain(layer: Layer, chips: readonly Chip[]): void {
  const registers = chips.flatMap((chip) =>
    chip.part.kind === "shift-register" ? [{ chip, pins: chip.part.pins }] : [],
  );
  /** The leg of that kind on the chip before, or the line. */
  const from = (at: number, use: "clock" | "latch", pin: keyof ShiftRegisterPart["pins"]): LegRef => {
    for (const { chip, pins } of registers.slice(0, at).reverse()) {
      const leg = pins[pin];
      if (leg !== undefined) return chip.leg(leg);
    }
    return layer.line(use);
  };
  registers.forEach(({ chip, pins }, at) => {
    const tail = at === 0 ? "" : `-${at + 1}`;
    const before = registers[at - 1];
    layer.wire(
      `data${tail}`,
      before ? before.chip.leg(before.pins.serialOut) : layer.line("data"),
      chip.leg(pins.serialIn),
    );
    layer.wire(`clock${tail}`, from(at, "clock", "shiftClock"), chip.leg(pins.shiftClock));
    if (pins.latchClock !== undefined)
      layer.wire(`latch${tail}`, from(at, "latch", "latchClock"), chip.leg(pins.latchClock));
  });
}
