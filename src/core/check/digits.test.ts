import { demoRig } from "@/demo";
import { modelOf } from "../address";
import {
  changeUnits,
  moveWireEnd,
  relay,
  removeWire,
  withController,
  type Edited,
  type LegRef,
  type Plan,
  type Rig,
  type Scan,
  asLeg,
} from "../rig";
import { checkModel } from ".";

const river = demoRig("river-level");
const moorings = demoRig("moorings-free");
const ok = (edited: Edited): Rig => {
  if (!edited.ok) throw new Error(edited.message);
  return edited.rig;
};
const move = (rig: Rig, id: string, end: "from" | "to", leg: LegRef) => ok(moveWireEnd(rig, id, end, leg));
const scanned = (rig: Rig, scan: Partial<Scan>): Rig => ({ ...rig, scan: { ...rig.scan, ...scan } });
const laid = (rig: Rig, plan: Partial<Plan>): Rig => relay(rig, { ...rig.plan, ...plan });
const ohms = (rig: Rig, refs: readonly string[], value: number) =>
  changeUnits(rig, ({ ref }) => refs.includes(ref), { ohms: value });
const segments = ["R1", "R2", "R3", "R4", "R5", "R6", "R7", "R8"];
const text = (rig: Rig, ...texts: string[]): Rig => ({ ...rig, show: { ...rig.show, texts } });
const selector = laid(moorings, { scheme: "selector" });
const decoder = laid(moorings, { scheme: "bcd-decoder" });
const ring = laid(moorings, { scheme: "ring" });
const array = laid(moorings, { digitSwitch: "darlington" });
const gates = laid(moorings, { digitSwitch: "mosfet" });

/** What is done to a rig of many digits, the finding it has to give, and what that has to say. */
const CASES: Array<[what: string, rig: Rig, id: RegExp, severity: string, says: RegExp]> = [
  ["a digit's wire out", removeWire(river, "digit-2"), /^led-/, "fault", /digit 2.*Nothing drives its anode/],
  ["a base wire out", removeWire(river, "drive-3"), /^switch-drive-Q3$/, "fault", /base is open/],
  ["an emitter wire out", removeWire(river, "rail-1"), /^switch-rail-Q1$/, "fault", /switches nothing/],
  [
    "a base without resistor",
    move(removeWire(river, "base-1"), "drive-1", "to", asLeg("Q1.B")),
    /^base-resistor-Q1$/,
    "fault",
    /no base resistor.*1 kΩ/,
  ],
  ["a gate without pull", removeWire(gates, "pull-2"), /^gate-pull-Q2$/, "caution", /pull resistor/],
  ["an array off ground", removeWire(array, "array-ground"), /^array-ground-U1$/, "fault", /not on ground/],
  [
    "PNP emitters on 5 V, driven from 3.3 V",
    ["rail-1", "rail-2", "rail-3", "rail-4"].reduce(
      (rig, id) => move(rig, id, "from", asLeg("MCU1.5V")),
      relay(river, withController(river.plan, "RP2040-board")),
    ),
    /^never-off-Q1$/,
    "fault",
    /5 V.*3.3 V.*glows all the time/,
  ],
  [
    "a separate supply without common ground, and no chip",
    removeWire(laid(moorings, { power: "separate" }), "shared-ground"),
    /^ground-PS1$/,
    "fault",
    /Never feed the supply back/,
  ],
  [
    "a selector's address open",
    removeWire(selector, "select-1"),
    /^input-U2-2$/,
    "fault",
    /picks a digit at random/,
  ],
  [
    "a selector's enable low",
    move(selector, "tie-u2-6", "to", asLeg("U2.8")),
    /^input-U2-6$/,
    "fault",
    /not high.*No output is chosen/,
  ],
  [
    "a ring without reset",
    removeWire(ring, "ring-reset"),
    /^input-U2-15$/,
    "fault",
    /Which output of the ring is high/,
  ],
  [
    "a decoder's code line out",
    removeWire(decoder, "code-2"),
    /^input-U1-2$/,
    "fault",
    /shows numbers that were not sent/,
  ],
  [
    "a decoder's blanking tied low",
    move(decoder, "tie-u1-4", "to", asLeg("U1.8")),
    /^input-U1-4$/,
    "fault",
    /keeps every segment dark/,
  ],
  [
    "letters through a BCD decoder",
    text(decoder, "12", "HELP"),
    /^not-decoded$/,
    "fault",
    /1 of 2 texts.*“HELP”/,
  ],
  ["a text too long", text(river, "-0.123"), /^cut-/, "caution", /longer than the display.*first 4 places/],
  [
    "a whole digit on a bare line",
    ohms(laid(moorings, { digitSwitch: "bare" }), segments, 100),
    /^limit-over-outputs-MCU1$/,
    "fault",
    /4 lines of the board carry up to 74.1 mA.*The absolute maximum is 40 mA.*give the digit a transistor/,
  ],
  [
    "150 Ω on two registers",
    ohms(river, segments, 150),
    /^limit-over-package-ground-U1$/,
    "fault",
    /1\d\d mA.*The absolute maximum is 70 mA/,
  ],
  [
    "a peak no LED can hold when the scan stops",
    ohms(array, segments, 22),
    /^led-stalled$/,
    "caution",
    /If the scan stops/,
  ],
  [
    "one resistor a digit",
    laid(river, { resistors: "common" }),
    /^shared-resistor-R1$/,
    "caution",
    /shared by 8 LEDs: an 8 is dimmer than a 1/,
  ],
  ["20 ms a digit", scanned(river, { on: [20_000] }), /^scan-seizures$/, "fault", /seizures/],
  ["6 ms a digit", scanned(river, { on: [6000] }), /^scan-flickers$/, "fault", /flickers/],
  ["2.8 ms a digit", scanned(river, { on: [2800] }), /^scan-corner$/, "caution", /corner of the eye/],
  [
    "uneven on-times",
    scanned(river, { on: [2000, 1000, 2000, 2000] }),
    /^scan-uneven$/,
    "caution",
    /Digit 2 is \d+ % dimmer/,
  ],
  [
    "no blank on bare lines",
    scanned(laid(moorings, { digitSwitch: "bare" }), { on: [500], blank: 0 }),
    /^scan-ghost$/,
    "caution",
    /glows where it should be dark/,
  ],
  [
    "an interrupt longer than its slot",
    scanned(river, { on: [500] }),
    /^scan-interrupt$/,
    "fault",
    /takes 1\d\d %/,
  ],
  [
    "a timer on a board whose sketch has none",
    scanned(relay(river, withController(river.plan, "ESP32-module")), { school: "timer" }),
    /^scan-polled$/,
    "note",
    /asks the clock/,
  ],
];

test.each(CASES)("%s", (_, rig, id, severity, says) => {
  const found = checkModel(modelOf(rig)).filter((one) => id.test(one.id));
  expect(found.map((one) => `${one.title}. ${one.reason} ${one.remedy}`).join("\n")).toMatch(says);
  expect(found.map((one) => one.severity)).toContain(severity);
});

test("a chip that reads high from 0.85 of 5 V takes a 3.3 V board's highs outside its sheet", () => {
  const rig = laid(moorings, { scheme: "two-registers", digitSwitch: "power-register" });
  expect(checkModel(modelOf(rig)).filter(({ severity }) => severity === "fault")).toEqual([]);
  const threeVolts = { ...rig, plan: { ...rig.plan, controller: "RP2040-board" } };
  const units = threeVolts.units.map((unit) =>
    unit.ref === "MCU1" ? { ...unit, part: "RP2040-board" } : unit,
  );
  const wires = threeVolts.wires.filter(({ from }) => !/^MCU1\.A/.test(from));
  const levels = checkModel(modelOf({ ...threeVolts, units, wires })).filter(({ id }) => id === "level-U2");
  expect(levels[0]?.reason).toMatch(/4.25 V reads as high; 3.3 V is 950 mV short/);
  expect(levels[0]?.severity).toBe("caution");
  // It works from 4.5 V on, so running it on 3.3 V is no way out.
  expect(levels[0]?.remedy).toMatch(/^Put a 74HCT125/);
});
