import type { RigModel } from "../address";
import { chipKeys, echoLines, inputUnits, isEcho, keypadLines, type World } from "../inputs";
import { isSingleLeds } from "../parts";
import { switchedBy } from "../program";
import type { UnitRef } from "../rig";
import { boardPart } from "./board";
import type { AvrChip } from "./chips";

/** Something a line switches, or LEDs that stand alone. */
export type Switched =
  | { readonly unit: UnitRef; readonly line: string; readonly on: 0 | 1 }
  | { readonly unit: UnitRef; readonly places: readonly number[] };

/** Lamps, buzzers, relays and single LEDs, each with what switches it by its wires. */
const outputsOf = (model: RigModel): Switched[] =>
  model.rig.units.flatMap(({ ref }): Switched[] => {
    const part = model.part(ref);
    if (part.kind !== "load" && !isSingleLeds(part)) return [];
    const by = switchedBy(model, ref);
    if ("problem" in by) return [];
    if ("line" in by) return [by];
    return [{ unit: ref, places: by.pips.map((pip) => model.addresses.findIndex((one) => one.pip === pip)) }];
  });

/** A sensor that answers by an echo. */
export interface Echo {
  readonly unit: UnitRef;
  readonly trigger: string;
  readonly echo: string;
}

/** What hangs on the controller's lines beside the display: what is read, what answers, what is switched. */
export interface Around {
  /** Lines that hands move. */
  readonly handLines: readonly string[];
  /** Rows of a keypad and the lines of a clock chip, which are pulled low to ask. */
  readonly pulledLines: ReadonlySet<string>;
  /** Lines on which chips answer. */
  readonly answerLines: readonly string[];
  /** The units of each bus whose chips tell of keys. */
  readonly keyed: ReadonlyArray<readonly UnitRef[]>;
  readonly echoes: readonly Echo[];
  readonly outputs: readonly Switched[];
}

/** Found by the wires. */
export function aroundOf(model: RigModel, chip: AvrChip, world: World): Around {
  const inputs = inputUnits(model.rig);
  const keypads = inputs.flatMap(({ unit, part }) => {
    if (part.act.by !== "keys") return [];
    const lines = keypadLines(model, unit.ref);
    return "problem" in lines ? [] : [lines];
  });
  const own = Object.keys(chip.lines).filter((line) =>
    boardPart(model).lines.some(({ leg }) => leg === line),
  );
  const handLines = own.filter((line) => world.movedBy(line).length > 0);
  const buses = model.encoding.buses ?? [];
  return {
    handLines,
    pulledLines: new Set([
      ...keypads.flatMap(({ rows }) => rows),
      ...inputs.flatMap(({ part }) => (part.act.by === "clock" ? handLines : [])),
    ]),
    answerLines: [...new Set(buses.map(({ data }) => data))],
    keyed: buses
      .map(({ units }) => units)
      .filter((units) => chipKeys(model).some(({ chip: ref }) => units.includes(ref))),
    echoes: inputs.flatMap(({ unit, part }): Echo[] => {
      if (!isEcho(part.act)) return [];
      const lines = echoLines(model, unit.ref);
      return "problem" in lines ? [] : [{ unit: unit.ref, trigger: lines.trigger, echo: lines.echo }];
    }),
    outputs: outputsOf(model),
  };
}
