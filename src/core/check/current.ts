import { isMultiplexed, type Driver, type RigModel } from "../address";
import { currentFigures } from "../circuit";
import { formatMilliamps, type Milliamps } from "../quantity";
import { splitPipId, type PipId } from "../rig";
import { lightDuty } from "../scan";
import { groupBy } from "../collect";
import { decapital, finding, type Finding } from "./finding";
import { nameLeds } from "./leds";

const LED_DIM: Milliamps = 0.5;
/** Per cent of light lost by sharing a resistor that an eye sees. */
const LEAST_LOSS = 5;

/** Whether an output limits the current by itself. */
function limits(model: RigModel, driver: Driver): boolean {
  const part = driver.kind === "register" ? model.part(driver.unit) : undefined;
  return part?.kind === "shift-register" && part.constantCurrent !== undefined;
}

/** LEDs without a resistor, LEDs that hardly light, and resistors that several LEDs share. */
export function checkCurrent(model: RigModel): Finding[] {
  const figures = currentFigures(model);
  const found: Finding[] = [];
  const add = (given: Omit<Finding, "legs" | "pips" | "topic"> & Partial<Finding>) =>
    found.push(finding({ topic: "current", ...given }));

  const bare = model.addresses.filter(
    ({ verdict, anodeReach, cathodeReach }) =>
      (verdict.kind === "always" ||
        (verdict.kind === "driven" && !verdict.conditions.some(({ driver }) => driver.kind === "scanned"))) &&
      [...anodeReach, ...cathodeReach].every(({ via, driver }) => via.length === 0 && !limits(model, driver)),
  );
  if (bare.length > 0) {
    const most = Math.max(...bare.map(({ pip }) => figures.pips.get(pip)!.alone));
    add({
      id: "no-resistor",
      severity: "fault",
      topic: "wiring",
      title: `No resistor in the path of ${decapital(
        nameLeds(
          model,
          bare.map(({ pip }) => pip),
        ),
      )}`,
      reason: `Only the output's own resistance is left: about ${formatMilliamps(most)} through the LED.`,
      remedy: "Put a resistor between the output and each segment, or one in the common leg.",
      legs: bare.map(({ ownLeg }) => ownLeg),
      pips: bare.map(({ pip }) => pip),
    });
  }

  const average = figures.mostLed * lightDuty(model);
  if (average > 0 && average < LED_DIM) {
    add({
      id: "led-dim",
      severity: "note",
      title: `At most ${formatMilliamps(average)} through an LED${isMultiplexed(model) ? " on average" : ""}`,
      reason: "It is visible in the dark, hardly by day.",
      remedy: "Take a smaller resistor, if you want it brighter.",
    });
  }
  return [...found, ...checkSharedResistor(model)];
}

/** LEDs of one key are lit at the same time: in a slot of the program's scan, or in a turn of a chip's own. */
function slotKey(model: RigModel, pip: PipId): string {
  const address = model.address(pip);
  const scanned = [...(address?.anodeReach ?? []), ...(address?.cathodeReach ?? [])].find(
    ({ driver }) => driver.kind === "scanned" && driver.side === "digit",
  );
  if (scanned) return scanned.driver.leg;
  const { unit, digit } = splitPipId(pip);
  return String(model.slots.findIndex((slot) => slot.some((id) => id.unit === unit && id.digit === digit)));
}

/** One resistor in the common leg: what it does to the brightness of a 1 against an 8. */
function checkSharedResistor(model: RigModel): Finding[] {
  const users = new Map<string, PipId[]>();
  for (const { pip, anodeReach, cathodeReach } of model.addresses) {
    for (const { via } of [...anodeReach, ...cathodeReach])
      for (const ref of via) users.set(ref, [...(users.get(ref) ?? []), pip]);
  }
  for (const [ref, pips] of users) {
    // Segments of different digits take turns: only those lit together share.
    const together = [...groupBy(pips, (pip) => slotKey(model, pip)).values()];
    users.set(
      ref,
      together.reduce((best, group) => (group.length > best.length ? group : best), []),
    );
  }
  return [...users].flatMap(([ref, pips]): Finding[] => {
    if (pips.length < 2) return [];
    const { inOne, inEight } = currentFigures(model);
    const lost = inOne > 0 ? Math.round((1 - inEight / inOne) * 100) : 0;
    // Where nothing flows, or all are as bright as one, sharing is not what is wrong.
    if (lost < LEAST_LOSS) return [];
    return [
      finding({
        id: `shared-resistor-${ref}`,
        severity: "caution",
        topic: "current",
        title: `${ref} is shared by ${pips.length} LEDs: an 8 is dimmer than a 1`,
        reason: `Each segment of a 1 carries ${formatMilliamps(inOne)}, each of an 8 only ${formatMilliamps(inEight)}: ${lost} % less light. One resistor saves seven parts and costs even brightness.`,
        remedy: "Take one resistor for each segment, or live with it.",
        pips,
      }),
    ];
  });
}
