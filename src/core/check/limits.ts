import { isMultiplexed, scannedWord, type RigModel } from "../address";
import { baseAdvice, formatMeasure, type Audit, type AuditRow } from "../audit";
import { LED_FIGURES } from "../parts";
import { formatQuantity } from "../quantity";
import { splitLegRef, type LegRef } from "../rig";
import { groupBy } from "../collect";
import { capital, decapital, finding, listing, type Finding, type Severity } from "./finding";
import { nameLeds } from "./leds";
import { standingOf, type Standing } from "./standing";

const figure = formatMeasure;

/** What can be done about one kind of thing that carries too much. */
function remedyFor(model: RigModel, row: AuditRow, standing: Standing): string {
  if (row.kind === "output" && hasLoad(model, legOfOutput(row)))
    return "Put a transistor between: base to the line through its resistor, emitter to ground, the load to its collector.";
  const chip = row.ref !== undefined && model.part(row.ref).kind === "driver-chip";
  switch (row.kind) {
    case "led":
      return chip || model.encoding.buses
        ? "Lower the brightness, or the current of each segment."
        : "Take larger resistors.";
    case "resistor":
      return "Take a resistor for more power, or a larger value.";
    case "diode":
      return "Take a diode for more current, or less current through it.";
    case "output":
      return chip
        ? "Put resistors into the segment lines, or light fewer segments at once."
        : standing === "above-kept" && drivenInSteps(model, row)
          ? `Set these lines to a drive of 12 mA in set-up, for each of them: gpio_set_drive_strength(line, GPIO_DRIVE_STRENGTH_12MA).`
          : standing === "above-kept"
            ? "Nothing to do for LEDs alone; take larger resistors if the output also feeds logic."
            : digitLegs(model).has(legOfOutput(row))
              ? "Take larger resistors before you power it. A whole digit's current runs through it: give the digit a transistor."
              : "Take larger resistors before you power it, or move the wire that lets another output drive against it.";
    case "package":
      return "Take larger resistors, so that all outputs together stay well below it.";
    case "transistor":
      return row.unit === "×"
        ? "Take a smaller base resistor."
        : "Take larger resistors, or a transistor for more current.";
    case "heat":
      return chip
        ? "Put resistors into the segment lines: they take over part of the heat. Or lower the brightness."
        : "Take larger resistors: less current means less heat.";
    case "supply":
      return row.maximum === undefined
        ? "Take a supply for more current."
        : "Feed the display from a supply of its own, with its minus on the board’s GND, or take larger resistors.";
  }
}

/** Whether a line gives only a part of what it could until the program sets more. */
const drivenInSteps = (model: RigModel, { ref }: AuditRow): boolean => {
  const part = ref === undefined ? undefined : model.part(ref);
  return part?.kind === "controller" && part.pinDefault !== undefined;
};

const legOfOutput = ({ id }: AuditRow): string => id.replace(/^output-/, "");

/** Whether a buzzer or a relay hangs on a leg itself. */
const hasLoad = (model: RigModel, leg: string): boolean =>
  model.nets.all.some(
    ({ legs }) =>
      legs.includes(leg as LegRef) && legs.some((one) => model.part(splitLegRef(one).unit).kind === "load"),
  );

/** Legs that carry a whole digit. */
const digitLegs = (model: RigModel): ReadonlySet<string> =>
  new Set(model.addresses.flatMap(({ sharedReach }) => sharedReach.map(({ driver }) => driver.leg)));

/** Why a limit matters, with its figure. */
function reasonFor(row: AuditRow, standing: Standing): string {
  const limit = (value: number) => figure(value, row.unit);
  const source = standing === "above-kept" ? (row.recommendedBy ?? row.limits) : row.limits;
  const where = `${capital(source)}.`;
  switch (standing) {
    case "over":
      return `The absolute maximum is ${limit(row.maximum!)}. ${where}`;
    case "average-over":
      return `The recommended average is at most ${limit(row.averageMaximum!)}. ${where}`;
    case "astray-over":
      return `The program itself stays at ${limit(row.worst.value)}; at power-up, when it stops halfway, or at full brightness it can exceed the absolute maximum of ${limit(row.maximum!)}. ${where}`;
    case "near":
      return `That is ${Math.round((row.worst.value / row.maximum!) * 100)} % of the absolute maximum, ${limit(row.maximum!)}. ${where}`;
    default:
      return `The recommended maximum is ${limit(row.keep!)}. ${where}`;
  }
}

const valueOf = (row: AuditRow, standing: Standing): number =>
  standing === "average-over"
    ? (row.average ?? 0)
    : standing === "astray-over"
      ? row.astray!.value
      : row.worst.value;

const SEVERITY: Readonly<Record<Exclude<Standing, "within">, Severity>> = {
  over: "fault",
  "average-over": "caution",
  "astray-over": "caution",
  near: "caution",
  "above-kept": "caution",
};

/** Whether it sits on the board of a module: it is as it was bought, and no wire of the maker's changes it. */
const isAsBought = (model: RigModel, { ref }: AuditRow): boolean =>
  ref !== undefined && model.unit(ref).inside !== undefined;

/** What the sheet only promises its levels to is worth knowing, no more. */
function severityOf(model: RigModel, row: AuditRow, standing: Exclude<Standing, "within">): Severity {
  if (standing === "above-kept" && row.kind === "output" && model.part(row.ref!).kind !== "controller")
    return "note";
  return isAsBought(model, row) ? "caution" : SEVERITY[standing];
}

/** What is left to do where the board is as it is. */
function remedyAsBought(row: AuditRow): string {
  return row.kind === "heat" || row.kind === "led"
    ? "The board is made that way. A lower brightness step keeps it cooler."
    : "The board is made that way, and many run like this. A lower supply or fewer segments at once keep it within its sheet; the brightness step only shortens it.";
}

function titleFor(model: RigModel, rows: readonly AuditRow[], most: AuditRow, standing: Standing): string {
  const value = figure(valueOf(most, standing), most.unit);
  const when =
    standing === "astray-over"
      ? model.encoding.buses
        ? " at full brightness"
        : " if the program stops halfway"
      : standing === "average-over"
        ? " on average"
        : "";
  if (most.kind === "led") {
    const pips = rows.flatMap(({ pip }) => (pip === undefined ? [] : [pip]));
    return `Up to ${value}${when} through ${decapital(nameLeds(model, pips))}`;
  }
  if (most.unit === "×")
    return `${listing(rows.map(({ ref }) => ref!))}: the collector carries up to ${value} the base current`;
  const titles = rows.map(({ title }) => title);
  if (most.kind === "output" && rows.length > 1)
    return `${rows.length} ${model.part(most.ref!).kind === "controller" ? "lines of the board" : `outputs of ${most.ref}`} carry up to ${value}${when}`;
  const named =
    titles.length > 4 ? `${titles.slice(0, 3).join(", ")} and ${titles.length - 3} more` : listing(titles);
  const verb = rows.length > 1 ? "up to " : "";
  if (most.unit === "W") return `${named}: ${verb}${value}${when}`;
  if (most.kind === "supply") return `The ${decapital(most.title)} gives ${value}${when}`;
  return `${named} ${rows.length > 1 ? "carry" : "carries"} ${verb}${value}${when}`;
}

/** Rows that one sentence says together: of one kind, one unit of measure, one part, standing alike. */
const groupKey = (row: AuditRow, standing: Standing): string =>
  [row.kind, row.unit, standing, alone(row) ? row.id : row.kind === "output" ? row.ref : ""].join(" ");

/** Rows that each have a sentence of their own. */
const alone = ({ kind }: AuditRow): boolean => kind === "heat" || kind === "package" || kind === "supply";

/** Every row of the audit that is over a limit, or near one, in words. One source: what the audit found. */
export function checkLimits(model: RigModel, { rows }: Audit): Finding[] {
  const standing = rows.flatMap((row) => {
    const how = standingOf(row);
    return how === "within" ? [] : [{ row, how }];
  });
  // Nearness of one LED, resistor or output among many is no finding: it is within.
  const said = standing.filter(
    ({ row, how }) =>
      how !== "near" || row.kind === "package" || row.kind === "supply" || row.kind === "heat",
  );
  const found = [...groupBy(said, ({ row, how }) => groupKey(row, how))].map(([, group]): Finding => {
    const [{ how }] = group as [{ row: AuditRow; how: Exclude<Standing, "within"> }];
    const most = group.reduce(
      (best, { row }) => (valueOf(row, how) > valueOf(best, how) ? row : best),
      group[0]!.row,
    );
    const members = group.map(({ row }) => row);
    return finding({
      id: `limit-${how}-${alone(most) ? most.id : most.kind === "output" ? `outputs-${most.ref}` : `${most.kind}${most.unit}`}`,
      severity: severityOf(model, most, how),
      topic: "current",
      title: titleFor(model, members, most, how),
      reason: reasonFor(most, how),
      remedy: isAsBought(model, most)
        ? remedyAsBought(most)
        : most.unit === "×"
          ? baseRemedy(model, members)
          : remedyFor(model, most, how),
      rows: members.map(({ id }) => id),
      pips: members.flatMap(({ pip }) => (pip === undefined ? [] : [pip])),
    });
  });
  return [...found, ...checkStalled(model, rows)];
}

function baseRemedy(model: RigModel, rows: readonly AuditRow[]): string {
  const advice = baseAdvice(model).find(({ ref }) => rows.some((row) => row.ref === ref));
  return advice && advice.advised < advice.ohms
    ? `${advice.resistor} is ${formatQuantity(advice.ohms, "Ω")}: take ${formatQuantity(advice.advised, "Ω")}, for a base current of a tenth.`
    : "Take larger segment resistors, so that the transistor has less to carry, or a transistor of more gain.";
}

/** A scan that stops leaves one digit lit without a pause. */
function checkStalled(model: RigModel, rows: readonly AuditRow[]): Finding[] {
  if (!isMultiplexed(model)) return [];
  const { maximum } = LED_FIGURES[model.display.led?.colour ?? "red"];
  const over = rows.filter(({ kind, worst }) => kind === "led" && worst.value * 1000 > maximum);
  if (over.length === 0) return [];
  const most = Math.max(...over.map(({ worst }) => worst.value));
  return [
    finding({
      id: "led-stalled",
      severity: "caution",
      topic: "current",
      title: `If the scan stops, an LED carries ${formatQuantity(most, "A")} without a pause`,
      reason: `It may carry ${maximum} mA steadily. A program that hangs, or a sketch being loaded, stops the scan on one ${scannedWord(model)}.`,
      remedy: `Choose resistors for a peak the LED can bear steadily, or keep the ${scannedWord(model)}s off by hardware at reset.`,
      rows: over.map(({ id }) => id),
      pips: over.flatMap(({ pip }) => (pip === undefined ? [] : [pip])),
    }),
  ];
}
