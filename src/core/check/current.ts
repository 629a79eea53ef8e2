import type { RigModel } from "../address";
import { NEAR_LIMIT, currentFigures } from "../circuit";
import { LED_FIGURES, type NamingSchool } from "../parts";
import { formatMilliamps, type Milliamps } from "../quantity";
import { legTitle, splitLegRef, type PipId } from "../rig";
import { finding, listing, type Finding } from "./finding";

const LED_DIM: Milliamps = 0.5;

/** Currents against what LEDs, outputs and packages may carry. */
export function checkCurrent(model: RigModel, school: NamingSchool): Finding[] {
  const figures = currentFigures(model);
  const found: Finding[] = [];
  const add = (given: Omit<Finding, "legs" | "pips" | "station"> & Partial<Finding>) =>
    found.push(finding({ station: "current", ...given }));

  const bare = model.addresses.filter(
    ({ verdict, anodeReach, cathodeReach }) =>
      (verdict.kind === "driven" || verdict.kind === "always") &&
      [...anodeReach, ...cathodeReach].every(({ via }) => via.length === 0),
  );
  if (bare.length > 0) {
    const most = Math.max(...bare.map(({ pip }) => figures.pips.get(pip)!.alone));
    add({
      id: "no-resistor",
      severity: "fault",
      station: "wires",
      title: `No resistor in the path of segment${bare.length > 1 ? "s" : ""} ${listing(bare.map(({ segment }) => segment))}`,
      reason: `Only the output's own resistance is left: about ${formatMilliamps(most)} through the LED.`,
      remedy: "Put a resistor between the output and each segment, or one in the common leg.",
      legs: bare.map(({ ownLeg }) => ownLeg),
      pips: bare.map(({ pip }) => pip),
    });
  }

  const { keep, maximum } = LED_FIGURES[model.display.led?.colour ?? "red"];
  if (figures.mostLed > keep) {
    add({
      id: "led-current",
      severity: figures.mostLed > maximum ? "fault" : "caution",
      title: `Up to ${formatMilliamps(figures.mostLed)} through one LED`,
      reason: `Displays like this are kept to ${keep} mA without a pause.`,
      remedy: "Take a larger resistor.",
      pips: brightest(figures.pips),
    });
  } else if (figures.mostLed > 0 && figures.mostLed < LED_DIM) {
    add({
      id: "led-dim",
      severity: "note",
      title: `At most ${formatMilliamps(figures.mostLed)} through an LED`,
      reason: "It can be seen in the dark, hardly by day.",
      remedy: "Take a smaller resistor, if you want it brighter.",
    });
  }

  const { leg, current } = figures.mostOutput;
  if (leg) {
    const part = model.part(splitLegRef(leg).unit);
    if (part.kind === "shift-register" && current > part.outputSpecified) {
      const over = current > part.outputMaximum;
      add({
        id: "output-current",
        severity: over ? "fault" : "note",
        title: `${legTitle(model.rig, leg, school)} carries ${formatMilliamps(current)}`,
        reason: over
          ? `The data sheet's absolute maximum is ${part.outputMaximum} mA for one output.`
          : `The sheet promises its levels to ${part.outputSpecified} mA and allows ${part.outputMaximum} mA at the very most; between them the output sags a little.`,
        remedy: over
          ? "Take a larger resistor before you power it."
          : "Nothing to do for LEDs; take a larger resistor if the output also feeds logic.",
        legs: [leg],
      });
    }
  }

  for (const [ref, { supply, ground }] of figures.packages) {
    const part = model.part(ref);
    if (part.kind !== "shift-register") continue;
    const most = Math.max(supply, ground);
    const share = most / part.packageMaximum;
    if (share <= NEAR_LIMIT) continue;
    add({
      id: `package-${ref}`,
      severity: share > 1 ? "fault" : "caution",
      title: `${formatMilliamps(most)} through ${ref} with everything lit`,
      reason: `The absolute maximum through its ${supply >= ground ? "supply" : "ground"} leg is ${part.packageMaximum} mA; this is ${Math.round(share * 100)} % of it.`,
      remedy: "Take larger resistors, so that eight segments together stay well below it.",
    });
  }
  return [...found, ...checkSharedResistor(model)];
}

const brightest = (pips: ReadonlyMap<PipId, { alone: Milliamps; together: Milliamps }>): PipId[] => {
  const most = Math.max(...[...pips.values()].map(({ alone }) => alone));
  return [...pips].filter(([, { alone }]) => alone === most).map(([pip]) => pip);
};

/** One resistor in the common leg: what it does to the brightness of a 1 against an 8. */
function checkSharedResistor(model: RigModel): Finding[] {
  const users = new Map<string, PipId[]>();
  for (const { pip, anodeReach, cathodeReach } of model.addresses) {
    for (const { via } of [...anodeReach, ...cathodeReach])
      for (const ref of via) users.set(ref, [...(users.get(ref) ?? []), pip]);
  }
  return [...users].flatMap(([ref, pips]): Finding[] => {
    if (pips.length < 2) return [];
    const { inOne, inEight } = currentFigures(model);
    const lost = inOne > 0 ? Math.round((1 - inEight / inOne) * 100) : 0;
    return [
      finding({
        id: `shared-resistor-${ref}`,
        severity: "caution",
        station: "current",
        title: `${ref} is shared by ${pips.length} LEDs: an 8 is dimmer than a 1`,
        reason: `Each segment of a 1 carries ${formatMilliamps(inOne)}, each of an 8 only ${formatMilliamps(inEight)}: ${lost} % less light. One resistor saves seven parts and costs even brightness.`,
        remedy: "Take one resistor for each segment, or live with it.",
        pips,
      }),
    ];
  });
}
