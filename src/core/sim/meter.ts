import {
  distinctDrivers,
  railVolts,
  reachFrom,
  type DriveState,
  type Driver,
  type RigModel,
} from "../address";
import { circuitOf, highVolts } from "../circuit";
import { HIGH, LOW, OPEN, UNKNOWN, type Level } from "../level";
import type { Milliamps, Volts } from "../quantity";
import { isChip } from "../parts";
import { legRef, splitLegRef, type LegRef, type PipId } from "../rig";
import { Board } from "./board";
import { holdingProgram } from "./send";
import { Simulation } from "./simulation";

/**
 * What a meter shows against ground: nothing that can be foretold where nothing drives the leg, and something above 0 at a
 * chip's own ground leg that hangs in the air, lifted by what flows through the chip.
 */
export type Reading = Volts | "floating" | "lifted" | "unknown";

/** A rig on which nothing moves while one measures, and what is to be measured on it. */
export interface Still {
  /** What a meter between a leg and the controller's ground shows, at the typical figures of the parts. */
  meter(leg: LegRef): Reading;
  /** What each LED of the circuit carries at the typical figures; none of those a chip scans. */
  readonly leds: ReadonlyMap<PipId, Milliamps>;
}

/** The rig once its program has put out a state and does nothing more. */
export function heldStill(model: RigModel, state: DriveState): Still {
  const simulation = new Simulation(model, holdingProgram(model, state));
  simulation.advanceToSent();
  return stillOf(model, (driver) => simulation.level(driver));
}

/** The rig with its lines driven by hand, those that are not named low, and nothing ever sent. @param lines that are driven at all */
export function linesStill(model: RigModel, lines: readonly string[], high: readonly string[] = []): Still {
  const board = new Board(model);
  for (const line of lines) board.drive(line, LOW);
  for (const line of high) board.drive(line, HIGH);
  return stillOf(model, (driver) => board.level(driver));
}

function isGroundOfChip(model: RigModel, leg: LegRef): boolean {
  const { unit, leg: id } = splitLegRef(leg);
  const part = model.part(unit);
  return (
    isChip(part) &&
    part.groundLeg === id &&
    railVolts(driversAt(model, legRef(unit, part.supplyLeg))) !== undefined
  );
}

const driversAt = (model: RigModel, leg: LegRef): readonly Driver[] =>
  model.drivers.get(model.nets.of(leg).id) ?? [];

function stillOf(model: RigModel, levelOf: (driver: Driver) => Level): Still {
  const circuit = circuitOf(model, "strong");
  const levels = circuit.outputs.map(levelOf);
  const solution = circuit.solve(levels);
  const carries = (leg: LegRef): boolean =>
    model.nets.of(leg).legs.some((at) => (solution.drives.get(at) ?? 0) !== 0) ||
    model.addresses.some(
      ({ pip, anode, cathode }) =>
        (solution.leds.get(pip) ?? 0) > 0 &&
        [anode, cathode].some((side) => model.nets.of(side).id === model.nets.of(leg).id),
    );
  return {
    leds: solution.leds as ReadonlyMap<PipId, Milliamps>,
    meter(leg) {
      const net = model.nets.of(leg).id;
      const rail = railVolts(driversAt(model, leg));
      if (rail !== undefined) return rail;
      const reached = distinctDrivers(
        reachFrom(leg, model.rig, model.nets, model.drivers).map(({ driver }) => driver),
      );
      const given = reached.map((driver) => ({ driver, level: levelOf(driver) }));
      if (given.some(({ level }) => level === UNKNOWN)) return "unknown";
      const driving = given.filter(({ level }) => level !== OPEN);
      const volts = circuit.voltsOf(net, levels);
      if (volts !== undefined && (driving.length > 0 || carries(leg))) return volts;
      const [first] = driving;
      if (!first) return isGroundOfChip(model, leg) ? "lifted" : "floating";
      if (driving.some(({ level }) => level !== first.level)) return "unknown";
      return first.level === HIGH ? highVolts(model, first.driver) : 0;
    },
  };
}
