import { busFacts } from "../chips";
import { between, isPulledUp, scannedWord, type RigModel } from "../address";
import { LED_FIGURES, isBusChip, setResistorFor, type BusChipPart } from "../parts";
import { formatMilliamps, formatQuantity } from "../quantity";
import { legRef, type UnitRef } from "../rig";
import { CORNER_OF_EYE, chipScans, type ChipScan } from "../scan";
import { finding, listing, type Finding } from "./finding";

/** Bulk capacitance that chips which switch whole digits ask for beside their 100 nF, in F. */
const BULK = 10e-6;

/** What is wrong with chips that scan their digits by themselves: not reached, not pulled up, over or under their current. */
export function checkDrivers(model: RigModel): Finding[] {
  const chips = model.rig.units.flatMap(({ ref }) => {
    const part = model.part(ref);
    return isBusChip(part) ? [{ ref, part }] : [];
  });
  const scans = new Map(chipScans(model).map((scan) => [scan.unit, scan]));
  return [
    ...chips.flatMap(({ ref, part }) => [
      ...checkReached(model, ref, part),
      ...checkPulls(model, ref, part),
      ...checkBulk(model, ref, part),
    ]),
    ...[...scans.values()].flatMap((scan) => checkCurrentOf(model, scan)),
    ...checkAddresses(model),
  ];
}

/** A chip no bus of the rig reaches hears nothing, whatever the program sends. */
function checkReached(model: RigModel, ref: UnitRef, part: BusChipPart): Finding[] {
  if (model.wired.buses?.some(({ units }) => units.includes(ref))) return [];
  return [
    finding({
      id: `bus-${ref}`,
      severity: "fault",
      topic: "wiring",
      title: `Nothing can be written to ${ref}`,
      reason: part.pins.dataOut
        ? "Its data comes neither from a controller line nor from the data output of a chip that is reached."
        : "Its bus legs are not all on controller lines.",
      remedy:
        "Follow the data, the clock and the third line from the board to the chip, and add what is missing.",
      legs: [part.pins.data, part.pins.clock].map((leg) => legRef(ref, leg)),
    }),
  ];
}

/** A bus that is only pulled down needs something that pulls it up. */
function checkPulls(model: RigModel, ref: UnitRef, part: BusChipPart): Finding[] {
  if (!busFacts(part).transport.openDrain) return [];
  const bare = [part.pins.data, part.pins.clock].filter((leg) => !isPulledUp(model, legRef(ref, leg)));
  if (bare.length === 0) return [];
  return [
    finding({
      id: `pull-${ref}`,
      severity: "fault",
      topic: "wiring",
      title: `${listing(bare.map((leg) => `${ref} leg ${leg}`))} ${bare.length > 1 ? "have" : "has"} no pull-up`,
      reason:
        "The lines of this bus are only pulled down and let go. With nothing to pull them up they never go high.",
      remedy:
        "Put 4.7 kΩ from each to the chip's supply. Ready-made modules often carry them: then they are there already.",
      legs: bare.map((leg) => legRef(ref, leg)),
    }),
  ];
}

/** Chips that hold a set current switch it hundreds of times a second, more than 100 nF carries over. */
function checkBulk(model: RigModel, ref: UnitRef, part: BusChipPart): Finding[] {
  if (part.kind !== "driver-chip" || !part.setCurrent) return [];
  const beside = between(model, "capacitor", legRef(ref, part.supplyLeg), legRef(ref, part.groundLeg));
  if (beside.some(({ farads = 0 }) => farads >= BULK)) return [];
  return [
    finding({
      id: `bulk-${ref}`,
      severity: "caution",
      topic: "wiring",
      title: `${ref} has no 10 µF beside it`,
      reason:
        "Whole digits switch on and off hundreds of times a second; the sheet asks for 10 µF next to the 100 nF.",
      remedy: `Put 10 µF between leg ${part.supplyLeg} and leg ${part.groundLeg}, close to the chip.`,
      legs: [legRef(ref, part.supplyLeg)],
    }),
  ];
}

/** What a scanning chip's setting resistor and its digits come to: too much for an LED, for a leg, or too dim to read. */
function checkCurrentOf(model: RigModel, scan: ChipScan): Finding[] {
  const { unit, part, digits, peak, duty, rate } = scan;
  const found: Finding[] = [];
  const add = (
    given: Pick<Finding, "id" | "severity" | "title" | "reason" | "remedy">,
    topic: Finding["topic"] = "current",
  ) => found.push(finding({ topic, ...given }));
  const { setCurrent } = part;
  if (setCurrent) {
    const leg = legRef(unit, setCurrent.leg);
    const bridged = model.nets.of(leg).id === model.nets.of(legRef(unit, part.supplyLeg)).id;
    if (bridged) {
      found.push(
        finding({
          id: `set-bridged-${unit}`,
          severity: "fault",
          topic: "wiring",
          title: `The setting resistor of ${unit} is bridged`,
          reason: `Leg ${setCurrent.leg} is joined straight to the supply. With nothing to limit it the chip drives its segments with all it has.`,
          remedy: `Do not power it. Put the resistor, ${formatQuantity(setCurrent.least, "Ω")} or more, between leg ${setCurrent.leg} and leg ${part.supplyLeg} and take the wire away that bridges it.`,
          legs: [leg],
        }),
      );
    } else if (scan.setOhms === undefined) {
      found.push(
        finding({
          id: `set-${unit}`,
          severity: "fault",
          topic: "wiring",
          title: `${unit} has no resistor that sets its current`,
          reason: `Between leg ${setCurrent.leg} and the supply a resistor tells the chip how much each segment gets; without it there is no light.`,
          remedy: `Put one of ${formatQuantity(setCurrent.least, "Ω")} or more between leg ${setCurrent.leg} and leg ${part.supplyLeg}.`,
          legs: [leg],
        }),
      );
    } else if (scan.setOhms < setCurrent.least) {
      add({
        id: `set-low-${unit}`,
        severity: "fault",
        title: `${formatQuantity(scan.setOhms, "Ω")} at ${unit} leg ${setCurrent.leg} is too little`,
        reason: `The sheet's least is ${formatQuantity(setCurrent.least, "Ω")}: below it the outputs carry more than they may.`,
        remedy: "Take a larger resistor before you power it.",
      });
    }
    const few = setCurrent.fewDigits[digits];
    if (few !== undefined && peak > few * 1.02) {
      const forward = scan.leds[0]?.forward ?? 2;
      add({
        id: `few-${unit}`,
        severity: "fault",
        title: `${unit} scans ${digits} ${scannedWord(model)}${digits === 1 ? "" : "s"} at ${formatMilliamps(peak)}`,
        reason: `With so few digits each is lit for longer, and the sheet allows ${few} mA a segment at most.`,
        remedy: `Take ${formatQuantity(setResistorFor(setCurrent, few, forward), "Ω")} or more at leg ${setCurrent.leg}, or raise the scan limit.`,
      });
    }
  }
  const { keep, title } = LED_FIGURES[model.display.led?.colour ?? "red"];
  if (peak * duty > keep)
    add({
      id: `average-${unit}`,
      severity: "caution",
      title: `${formatMilliamps(peak * duty)} on average through a segment of ${unit}`,
      reason: `${title} displays are kept to ${keep} mA.`,
      remedy: part.setCurrent
        ? "Lower the brightness, or take a larger resistor at the setting leg."
        : "Lower the brightness.",
    });
  if (rate < CORNER_OF_EYE)
    add(
      {
        id: `rate-${unit}`,
        severity: "note",
        title: `${unit} scans its ${scannedWord(model)}s ${formatQuantity(rate, "Hz")}`,
        reason: "The corner of the eye and a moving head can see it flicker below about 100 Hz.",
        remedy: "The chip keeps this rate by itself. Take another chip where that matters.",
      },
      "scan",
    );
  return found;
}

/** Two chips that answer to one bus address show the same. */
function checkAddresses(model: RigModel): Finding[] {
  return (model.wired.buses ?? []).flatMap(({ units, addresses }) => {
    if (!addresses) return [];
    const twice = units.filter(
      (_, at) => addresses.indexOf(addresses[at]!) !== at || addresses.lastIndexOf(addresses[at]!) !== at,
    );
    if (twice.length < 2) return [];
    return [
      finding({
        id: `address-${twice[0]}`,
        severity: "fault",
        topic: "wiring",
        title: `${listing(twice)} have one bus address`,
        reason: "All of them answer to it, so they show the same.",
        remedy: "Join another address leg of one of them to its strap leg.",
        legs: twice.map((ref) => legRef(ref, (model.part(ref) as BusChipPart).pins.data)),
      }),
    ];
  });
}
