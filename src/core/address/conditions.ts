import { busFacts, type MemoryCell } from "../chips";
import { isBusChip, type Part, type SegmentDecoderPart } from "../parts";
import type { LegRef, Nets, Rig, UnitRef } from "../rig";
import { reachFrom, type Driver } from "./reach";

/** Something controllable that has to be so for an LED to light. */
export type Condition =
  | { readonly driver: Extract<Driver, { kind: "register" | "line" | "serial-out" }>; readonly lights: 0 | 1 }
  | { readonly driver: Extract<Driver, { kind: "selected" | "segment" }>; readonly codes: readonly number[] }
  | { readonly driver: Extract<Driver, { kind: "step" }>; readonly step: number }
  /** A bit of a chip's memory is as it has to be. */
  | {
      readonly driver: Extract<Driver, { kind: "scanned" | "port" }>;
      readonly cell: MemoryCell;
      readonly is: 0 | 1;
    };

export type Needed =
  | { readonly can: true; readonly conditions: readonly Condition[] }
  | { readonly can: false; readonly open?: boolean; readonly reason: string };

export interface Wired {
  readonly rig: Rig;
  readonly nets: Nets;
  readonly drivers: ReadonlyMap<number, readonly Driver[]>;
  part(ref: UnitRef): Part;
}

const always: Needed = { can: true, conditions: [] };
const never = (reason: string): Needed => ({ can: false, reason });
const needs = (condition: Condition): Needed => ({ can: true, conditions: [condition] });

/** What has to be so for a driver to hold its leg at a level, followed through switches to what controls them. */
export function needsOf(wired: Wired, driver: Driver, want: 0 | 1, seen: readonly LegRef[] = []): Needed {
  const level = want === 1 ? "high" : "low";
  switch (driver.kind) {
    case "rail":
      return (driver.volts > 0 ? 1 : 0) === want
        ? always
        : never(want === 1 ? "it is on ground" : "it is on the supply");
    case "line":
    case "serial-out":
      return needs({ driver, lights: want });
    case "register": {
      const part = wired.part(driver.unit);
      if (part.kind !== "shift-register" || part.one === "high") return needs({ driver, lights: want });
      return want === 0
        ? needs({ driver, lights: 1 })
        : never(`${driver.leg} only sinks and never goes high`);
    }
    case "selected": {
      const part = wired.part(driver.unit);
      if (part.kind !== "selector") return never(`${driver.unit} selects nothing`);
      return part.chosen === want
        ? needs({ driver, codes: [driver.code] })
        : never(`the chosen output of ${driver.unit} goes ${want === 1 ? "low" : "high"}, not ${level}`);
    }
    case "step":
      return want === 1
        ? needs({ driver, step: driver.step })
        : never(`the output ${driver.unit} stands at goes high, not low`);
    case "segment": {
      const part = wired.part(driver.unit);
      if (part.kind !== "segment-decoder") return never(`${driver.unit} decodes nothing`);
      if (part.lit !== want)
        return never(`a lit output of ${driver.unit} goes ${want === 1 ? "low" : "high"}`);
      return needs({ driver, codes: codesThatLight(part, driver.at) });
    }
    case "port": {
      const part = wired.part(driver.unit);
      if (!isBusChip(part)) return never(`${driver.unit} is on no bus`);
      return needs({ driver, cell: busFacts(part).memory.cell(0, driver.at), is: want });
    }
    case "scanned":
      return never(
        `${driver.leg} is scanned by ${driver.unit}, which only lights what is between one of its segment legs and one of its digit legs`,
      );
    case "switch": {
      if (driver.sends !== want)
        return never(`${driver.unit} switches it to ${driver.sends === 1 ? "the supply" : "ground"}`);
      if (seen.includes(driver.control)) return never(`${driver.unit} controls itself`);
      const control = reachFrom(driver.control, wired.rig, wired.nets, wired.drivers);
      if (control.length === 0) return { can: false, open: true, reason: `nothing drives ${driver.control}` };
      if (control.length > 1)
        return never(
          `${driver.control} is driven by ${control.map((one) => one.driver.leg).join(" and ")} at once`,
        );
      return needsOf(wired, control[0]!.driver, driver.when, [...seen, driver.control]);
    }
  }
}

const SEGMENT_OF = ["a", "b", "c", "d", "e", "f", "g"] as const;

/** The codes in which a BCD decoder lights its nth segment. */
const codesThatLight = (part: SegmentDecoderPart, at: number): number[] =>
  part.table.flatMap((segments, code) => (segments.includes(SEGMENT_OF[at]!) ? [code] : []));

/** The driver itself, and all that controls it when it is a switch. */
export function behind(wired: Wired, driver: Driver): Driver[] {
  if (driver.kind !== "switch") return [driver];
  const control = reachFrom(driver.control, wired.rig, wired.nets, wired.drivers);
  return [
    driver,
    ...control.flatMap((one) => (one.driver.kind === "switch" ? [one.driver] : behind(wired, one.driver))),
  ];
}
