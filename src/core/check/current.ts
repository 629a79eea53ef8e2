import { isMultiplexed, type RigModel } from "../address";
import { NEAR_LIMIT, currentFigures } from "../circuit";
import { LED_FIGURES, isChip, type NamingSchool } from "../parts";
import { formatMilliamps, type Milliamps } from "../quantity";
import { legTitle, splitLegRef, splitPipId, type LegRef, type PipId } from "../rig";
import { lightDuty, pulseLimit } from "../scan";
import { finding, type Finding } from "./finding";
import { nameLeds } from "./leds";

const LED_DIM: Milliamps = 0.5;

/** Currents against what LEDs, outputs and packages may carry. */
export function checkCurrent(model: RigModel, school: NamingSchool): Finding[] {
  const figures = currentFigures(model);
  const found: Finding[] = [];
  const add = (given: Omit<Finding, "legs" | "pips" | "station"> & Partial<Finding>) =>
    found.push(finding({ station: "current", ...given }));

  const bare = model.addresses.filter(
    ({ verdict, anodeReach, cathodeReach }) =>
      (verdict.kind === "always" ||
        (verdict.kind === "driven" && !verdict.conditions.some((condition) => "cell" in condition))) &&
      [...anodeReach, ...cathodeReach].every(({ via }) => via.length === 0),
  );
  if (bare.length > 0) {
    const most = Math.max(...bare.map(({ pip }) => figures.pips.get(pip)!.alone));
    add({
      id: "no-resistor",
      severity: "fault",
      station: "wires",
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

  const limits = ledLimits(model);
  const pulsed = limits.duty < 1;
  const at = pulsed ? ` at ${Math.round(limits.duty * 100)} % duty` : "";
  const average = figures.mostLed * limits.duty;
  if (figures.mostLed > limits.keep) {
    add({
      id: "led-current",
      severity: figures.mostLed > limits.maximum ? "fault" : "caution",
      title: `Up to ${formatMilliamps(figures.mostLed)} through one LED`,
      reason: pulsed
        ? `Pulsed${at}, displays like this are kept to ${formatMilliamps(limits.keep)} at the peak.`
        : `Displays like this are kept to ${formatMilliamps(limits.keep)} without a pause.`,
      remedy: "Take a larger resistor.",
      pips: brightest(figures.pips),
    });
  } else if (average > 0 && average < LED_DIM) {
    add({
      id: "led-dim",
      severity: "note",
      title: `At most ${formatMilliamps(average)} through an LED${pulsed ? " on average" : ""}`,
      reason: "It can be seen in the dark, hardly by day.",
      remedy: "Take a smaller resistor, if you want it brighter.",
    });
  }
  if (isMultiplexed(model) && figures.mostLed > limits.steady) {
    add({
      id: "led-stalled",
      severity: "caution",
      title: `If the scan stops, an LED carries ${formatMilliamps(figures.mostLed)} without a pause`,
      reason: `It may carry ${formatMilliamps(limits.steady)} steadily. A program that hangs, or a sketch being loaded, stops the scan on one digit.`,
      remedy:
        "Choose resistors for a peak the LED can bear steadily, or keep the digits off by hardware at reset.",
    });
  }

  const { leg, current } = figures.mostOutput;
  if (leg) {
    const part = model.part(splitLegRef(leg).unit);
    const [kept, most] = isChip(part)
      ? [part.outputSpecified, part.outputMaximum]
      : part.kind === "controller"
        ? [part.pinKeep, part.pinMaximum]
        : [Infinity, Infinity];
    if (current > kept) {
      const over = current > most;
      const whole = digitLegs(model).has(leg)
        ? " A whole digit's current runs through it: give the digit a transistor."
        : "";
      add({
        id: "output-current",
        severity: over ? "fault" : part.kind === "controller" ? "caution" : "note",
        title: `${legTitle(model.rig, leg, school)} carries ${formatMilliamps(current)}`,
        reason: over
          ? `The data sheet's absolute maximum is ${most} mA for one output.`
          : part.kind === "controller"
            ? `Kept to ${kept} mA, never above ${most} mA.`
            : `The sheet promises its levels to ${kept} mA and allows ${most} mA at the very most; between them the output sags a little.`,
        remedy: over
          ? `Take a larger resistor before you power it.${whole}`
          : whole.trim() || "Nothing to do for LEDs; take a larger resistor if the output also feeds logic.",
        legs: [leg],
      });
    }
  }

  for (const [ref, { supply, ground }] of figures.packages) {
    const part = model.part(ref);
    const limit = isChip(part)
      ? part.packageMaximum
      : part.kind === "controller"
        ? part.allPinsMaximum
        : undefined;
    if (limit === undefined) continue;
    const most = Math.max(supply, ground);
    const share = most / limit;
    if (share <= NEAR_LIMIT) continue;
    const side = supply >= ground ? "supply" : "ground";
    add({
      id: `package-${ref}`,
      severity: share > 1 ? "fault" : "caution",
      title: `${formatMilliamps(most)} through ${part.kind === "controller" ? "the board’s lines" : ref} with everything lit`,
      reason: `The absolute maximum through its ${side} leg is ${limit} mA; this is ${Math.round(share * 100)} % of it.`,
      remedy: "Take larger resistors, so that eight segments together stay well below it.",
    });
  }
  return [...found, ...checkSharedResistor(model)];
}

const brightest = (pips: ReadonlyMap<PipId, { alone: Milliamps; together: Milliamps }>): PipId[] => {
  const most = Math.max(...[...pips.values()].map(({ alone }) => alone));
  return [...pips].filter(([, { alone }]) => alone === most).map(([pip]) => pip);
};

const decapital = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);

/** Legs that carry a whole digit. */
const digitLegs = (model: RigModel): ReadonlySet<LegRef> =>
  new Set(model.addresses.flatMap(({ sharedReach }) => sharedReach.map(({ driver }) => driver.leg)));

/** What the LEDs may carry at the duty they are lit with. */
function ledLimits(model: RigModel) {
  const { keep, maximum, peak } = LED_FIGURES[model.display.led?.colour ?? "red"];
  const duty = lightDuty(model);
  return {
    duty,
    keep: pulseLimit(keep, peak, duty),
    maximum: duty < 1 ? pulseLimit(maximum, peak * 1.25, duty) : maximum,
    steady: maximum,
  };
}

/** One resistor in the common leg: what it does to the brightness of a 1 against an 8. */
function checkSharedResistor(model: RigModel): Finding[] {
  const users = new Map<string, PipId[]>();
  for (const { pip, anodeReach, cathodeReach } of model.addresses) {
    for (const { via } of [...anodeReach, ...cathodeReach])
      for (const ref of via) users.set(ref, [...(users.get(ref) ?? []), pip]);
  }
  const slotOf = (pip: PipId) => {
    const { unit, digit } = splitPipId(pip);
    return model.slots.findIndex((slot) => slot.some((id) => id.unit === unit && id.digit === digit));
  };
  for (const [ref, pips] of users) {
    // Segments of different digits take turns: only those lit together share.
    const most = model.slots.map((_, slot) => pips.filter((pip) => slotOf(pip) === slot));
    users.set(
      ref,
      most.reduce((best, group) => (group.length > best.length ? group : best), []),
    );
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
