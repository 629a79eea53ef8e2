import { usedLines, type RigModel } from "../address";
import { withoutPullUp } from "./lines";
import { easyLines, partById, type ControllerPart, type Part } from "../parts";
import { neighbours, type Ohms, type Volts } from "../quantity";
import {
  addUnit,
  addWire,
  legRef,
  splitLegRef,
  type LegRef,
  type PartValues,
  type Rig,
  type UnitRef,
  controllerUnit,
} from "../rig";

/** A rig with a part more, wired as one customarily does; or why not. */
export type WiredUp =
  | { readonly ok: true; readonly rig: Rig; readonly ref: UnitRef }
  | { readonly ok: false; readonly message: string };

/** Base resistor of a transistor that switches a load, at the most: enough for some tens of mA from 5 V. */
const MOST_BASE_OHMS: Ohms = 1000;
/** Collector over base current at which a small transistor still saturates with some room, and what its base drops. */
const FORCED_GAIN = 18;
const BASE_VOLTS: Volts = 0.75;
/** The fixed half of a divider with a thermistor or a light sensor of about as much. */
const DIVIDER_OHMS = 10_000;
/** A distance sensor works from 5 V; 1 kΩ over 1.8 kΩ leave 3.2 V of its echo. */
const ECHO_VOLTS = 5;
const ECHO_DIVIDER = [1000, 1800] as const;
/** What holds a line up whose board has nothing inside for that. */
const PULL_UP_OHMS = 10_000;
/** Before a lamp on a line of 5 V: about 9 mA through a red LED. */
const LAMP_OHMS = 330;

interface Free {
  readonly plain: readonly string[];
  readonly converter: readonly string[];
}

/** Lines nothing of the rig is on: easy ones first; those of the converter last, as they can do more. */
function freeLines(model: RigModel, controller: ControllerPart, board: UnitRef): Free {
  const wired = new Set(
    model.rig.wires
      .flatMap(({ from, to }) => [from, to])
      .flatMap((leg) => {
        const at = splitLegRef(leg);
        return at.unit === board ? [at.leg] : [];
      }),
  );
  const taken = new Set([...usedLines(model), ...wired, ...(model.rig.plan.aside ?? [])]);
  const free = easyLines(controller).filter((line) => !taken.has(line));
  const converts = new Set(controller.converter?.lines);
  return {
    plain: [...free.filter((line) => !converts.has(line)), ...free.filter((line) => converts.has(line))],
    converter: controller.lines
      .filter(({ leg, awkward }) => converts.has(leg) && !taken.has(leg) && !awkward)
      .map(({ leg }) => leg),
  };
}

/** What one wires a part to: a line nobody has yet, ground, the supply of the board's own level. */
class Table {
  private readonly given = new Set<string>();

  constructor(
    public rig: Rig,
    private readonly board: UnitRef,
    private readonly controller: ControllerPart,
    private readonly free: Free,
  ) {}

  add(id: string, values: PartValues = {}): UnitRef {
    const added = addUnit(this.rig, id, values);
    if (!added.ok) throw new Refused(added.message);
    this.rig = added.rig;
    return added.ref!;
  }

  wire(from: LegRef, to: LegRef): void {
    const wired = addWire(this.rig, from, to);
    if (!wired.ok) throw new Refused(wired.message);
    this.rig = wired.rig;
  }

  line(kind: keyof Free): LegRef {
    const line = this.free[kind].find((one) => !this.given.has(one));
    if (line !== undefined) {
      this.given.add(line);
      return legRef(this.board, line);
    }
    throw new Refused(
      kind === "plain"
        ? `The ${this.controller.title.split(",")[0]} has no line left for it. Take another way to drive the display on the Plan, or a board with more lines.`
        : this.controller.converter
          ? "No line of the converter is free: move what is on one of them, or take a board with more."
          : `The ${this.controller.title.split(",")[0]} has no converter this program reads: take another board on the Plan.`,
    );
  }

  /** A line that is high while nothing pulls it down: by the board's own pull-up, or by a resistor. */
  heldLine(): LegRef {
    const line = this.line("plain");
    if (withoutPullUp(this.controller, [splitLegRef(line).leg]).length === 0) return line;
    const resistor = this.add("resistor", { ohms: PULL_UP_OHMS });
    this.wire(line, legRef(resistor, "1"));
    this.wire(legRef(resistor, "2"), this.supply);
    return line;
  }

  /** Whether a line takes so many volts. */
  stands(volts: number): boolean {
    return volts <= this.controller.logic;
  }

  /** The base resistor of a transistor that switches a load, so that it saturates. */
  baseOhms(load: Ohms): Ohms {
    const { logic, supplies } = this.controller;
    const collector = ("5V" in supplies ? 5 : logic) / load;
    const base = collector / FORCED_GAIN;
    return Math.min(MOST_BASE_OHMS, neighbours("E12", (logic - BASE_VOLTS) / base).below);
  }

  get ground(): LegRef {
    return legRef(this.board, this.controller.groundLegs[0]);
  }

  get supply(): LegRef {
    return legRef(this.board, this.controller.supplyLeg);
  }

  /** 5 V where the board has it, otherwise its own level. */
  get strong(): LegRef {
    return legRef(this.board, "5V" in this.controller.supplies ? "5V" : this.controller.supplyLeg);
  }
}

class Refused extends Error {}

/**
 * Adds a part and wires it as one customarily does: a contact to ground, a knob across the supply, a load by a transistor.
 */
export function wireUp(model: RigModel, id: string, values: PartValues = {}): WiredUp {
  return wired(model, id, values, wirePart);
}

/** Adds a part and lets it be wired. */
export function wired(
  model: RigModel,
  id: string,
  values: PartValues,
  wire: (table: Table, ref: UnitRef, part: Part) => void,
): WiredUp {
  const unit = controllerUnit(model.rig)!;
  const controller = model.part(unit.ref) as ControllerPart;
  const table = new Table(model.rig, unit.ref, controller, freeLines(model, controller, unit.ref));
  try {
    const ref = table.add(id, values);
    wire(table, ref, partById(id));
    return { ok: true, rig: table.rig, ref };
  } catch (error) {
    if (error instanceof Refused) return { ok: false, message: error.message };
    throw error;
  }
}

function wirePart(table: Table, ref: UnitRef, part: Part): void {
  const leg = (id: string) => legRef(ref, id);
  if (part.kind === "display") {
    const { anode, cathode } = part.leds[0]!;
    const resistor = table.add("resistor", { ohms: LAMP_OHMS });
    table.wire(table.line("plain"), legRef(resistor, "1"));
    table.wire(legRef(resistor, "2"), leg(anode));
    return table.wire(leg(cathode), table.ground);
  }
  if (part.kind === "load") return wireLoad(table, ref, part);
  if (part.kind !== "input") return;
  const { act } = part;
  switch (act.by) {
    case "contact":
      table.wire(leg(act.legs[0]), table.heldLine());
      return table.wire(leg(act.legs[1]), table.ground);
    case "steps":
      table.wire(leg(act.first), table.heldLine());
      table.wire(leg(act.second), table.heldLine());
      return table.wire(leg(act.common), table.ground);
    case "keys":
      for (const id of act.rows) table.wire(leg(id), table.line("plain"));
      for (const id of act.columns) table.wire(leg(id), table.heldLine());
      return;
    case "wiper":
      table.wire(leg(act.wiper), table.line("converter"));
      table.wire(leg(act.low), table.ground);
      return table.wire(leg(act.high), table.supply);
    case "echo": {
      table.wire(leg(act.supply), table.strong);
      table.wire(leg(act.ground), table.ground);
      table.wire(leg(act.trigger), table.line("plain"));
      return wireEcho(table, leg(act.echo));
    }
    case "clock":
      table.wire(leg(act.data), table.line("plain"));
      table.wire(leg(act.clock), table.line("plain"));
      table.wire(leg(act.ground), table.ground);
      return table.wire(leg(act.supply), act.supplyRange[0] > 3.3 ? table.strong : table.supply);
    case "voltage":
      table.wire(leg(act.out), table.line("converter"));
      table.wire(leg(act.ground), table.ground);
      return table.wire(leg(act.supply), table.supply);
    default: {
      const line = table.line("converter");
      const fixed = table.add("resistor", { ohms: DIVIDER_OHMS });
      table.wire(leg(act.legs[0]), table.supply);
      table.wire(leg(act.legs[1]), line);
      table.wire(line, legRef(fixed, "1"));
      return table.wire(legRef(fixed, "2"), table.ground);
    }
  }
}

/** An echo of 5 V straight to a line that stands them, through a divider to one that does not. */
function wireEcho(table: Table, echo: LegRef): void {
  const line = table.line("plain");
  if (table.stands(ECHO_VOLTS)) return table.wire(echo, line);
  const [upper, lower] = ECHO_DIVIDER.map((ohms) => table.add("resistor", { ohms }));
  table.wire(echo, legRef(upper!, "1"));
  table.wire(legRef(upper!, "2"), line);
  table.wire(line, legRef(lower!, "1"));
  table.wire(legRef(lower!, "2"), table.ground);
}

function wireLoad(table: Table, ref: UnitRef, { pins, coil }: Extract<Part, { kind: "load" }>): void {
  const leg = (id: string) => legRef(ref, id);
  const line = table.line("plain");
  if ("input" in pins) {
    table.wire(leg(pins.input), line);
    table.wire(leg(pins.supply), table.strong);
    return table.wire(leg(pins.ground), table.ground);
  }
  const transistor = table.add("npn-switch");
  const base = table.add("resistor", { ohms: table.baseOhms(pins.ohms) });
  table.wire(leg(pins.plus), table.strong);
  table.wire(leg(pins.minus), legRef(transistor, "C"));
  if (coil) {
    const diode = table.add("rectifier-diode");
    table.wire(legRef(diode, "K"), leg(pins.plus));
    table.wire(legRef(diode, "A"), leg(pins.minus));
  }
  table.wire(line, legRef(base, "1"));
  table.wire(legRef(base, "2"), legRef(transistor, "B"));
  table.wire(legRef(transistor, "E"), table.ground);
}
