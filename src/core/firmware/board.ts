import { railVolts, type RigModel } from "../address";
import type { ControllerPart } from "../parts";
import type { Volts } from "../quantity";
import { controllerUnit, legRef, type UnitRef } from "../rig";
import { avrChipOf, type AvrChip } from "./chips";
import type { FirmwareImage } from "./image";

/** Why compiled code cannot be run on a rig: what is wrong, and what to do. */
export type CannotRun = { readonly problem: string };

/** What can run on a rig's board, or why nothing can. */
export function chipFor(model: RigModel, image: FirmwareImage): AvrChip | CannotRun {
  const part = boardPart(model);
  const chip = avrChipOf(part);
  const name = part.title.split(",")[0]!;
  if (!chip)
    return {
      problem: `Compiled programs run here on the ATmega328P, the ATmega2560 and the ATtiny84; this rig has the ${name}. Choose one of them on Plan.`,
    };
  if (image.core && !chip.cores.includes(image.core))
    return {
      problem: `The program was built for another kind of AVR (${image.core}); the ${name} is an ${chip.cores[0]}. Build it for the ${chip.id}, or choose the board it was built for on Plan.`,
    };
  if (image.flash.length > chip.flash)
    return {
      problem: `The program has ${image.flash.length} bytes; the ${chip.id} has ${chip.flash} bytes of flash. Was it built for a larger one?`,
    };
  return chip;
}

export const boardPart = (model: RigModel): ControllerPart => model.part(boardRef(model)) as ControllerPart;
const boardRef = (model: RigModel): UnitRef => controllerUnit(model.rig)!.ref;

/** Volts the controller runs on: a bare chip's come by its supply leg, a board makes its own. */
export function boardVolts(model: RigModel): Volts {
  const part = boardPart(model);
  if (!part.bare) return part.logic;
  const net = model.nets.of(legRef(boardRef(model), part.supplyLeg));
  return railVolts(model.drivers.get(net.id) ?? []) ?? 0;
}
