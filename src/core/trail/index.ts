import {
  besideShow,
  gridOf,
  heldPips,
  isMultiplexed,
  pipTitle,
  reachFrom,
  sentBits,
  type Address,
  type Condition,
  type DotGrid,
  type Driver,
  type RigModel,
} from "../address";
import { currentFigures } from "../circuit";
import type { LegNames } from "../parts";
import { formatMilliamps, formatNanoseconds, formatQuantity } from "../quantity";
import { legTitle, splitPipId, unitValue, type LegRef, type PipId, type UnitRef, legRef } from "../rig";
import { STEADY, chipScans, lightDuty, scanFigures } from "../scan";
import { signRun } from "../show";
import { frameRows } from "../sim";
import { headerHops, liftedHops } from "./between";
import type { Hop } from "./hop";
import { liveHops } from "./live-hops";

export type { Hop } from "./hop";

const ordinal = (n: number): string => {
  const tail = n % 100 > 10 && n % 100 < 14 ? "th" : (["th", "st", "nd", "rd"][n % 10] ?? "th");
  return `${n}${tail}`;
};

/** Everything about one LED, hop by hop: segment, leg, resistor, output, bit, turn, time, current, way back. */
export function trailOf(model: RigModel, pip: PipId, legNames: LegNames = "letters"): Hop[] {
  const address = model.address(pip);
  if (!address) return [];
  const name = (leg: LegRef) => legTitle(model.rig, leg, legNames);
  const resistors = (via: readonly UnitRef[]): Hop[] =>
    via.map((ref) => ({
      kind: "resistor",
      topic: "wiring",
      title: `${ref} ${unitValue(model.unit(ref)) ?? model.part(ref).title}`,
      legs: model.part(ref).legs.map(({ id }) => legRef(ref, id)),
    }));
  const hops: Hop[] = [
    {
      kind: "light",
      topic: "shapes",
      title: pipTitle(model, pip),
      legs: [],
    },
    { kind: "leg", topic: "wiring", title: name(address.ownLeg), legs: [address.ownLeg] },
  ];
  for (const { via, driver } of address.ownReach) {
    hops.push(...resistors(via), {
      kind: "output",
      topic: "wiring",
      title: name(driver.leg),
      legs: [driver.leg],
    });
  }
  const { verdict } = address;
  if (verdict.kind === "driven")
    hops.push(
      ...distinct(
        verdict.conditions.flatMap((condition) => [
          ...codeHops(model, pip, condition),
          ...headerHops(model, condition.driver, name),
          ...liftedHops(model, condition.driver),
        ]),
      ),
    );
  else {
    const title = {
      always: "always lit",
      never: "can never light",
      open: "the trail ends here",
      conflict: "driven twice",
    };
    const detail = verdict.kind === "always" ? "both sides are on the supply" : verdict.reason;
    hops.push({
      kind: "broken",
      topic: "wiring",
      title: title[verdict.kind],
      detail,
      legs: [address.ownLeg],
    });
  }
  hops.push(
    ...(liveHops(model, address) ?? [timeHop(model, address)]),
    ...scanHop(model, address),
    currentHop(model, pip),
  );
  const back = address.sharedReach.map(({ driver }) => controlOf(model, driver, name));
  hops.push({
    kind: "return",
    topic: "wiring",
    title: [
      name(address.sharedLeg),
      ...address.sharedReach.flatMap(({ via, driver }) => [...via, name(driver.leg)]),
    ].join(" → "),
    detail: back.find((control) => control !== undefined) ?? "the common side",
    legs: [address.sharedLeg, ...address.sharedReach.map(({ driver }) => driver.leg)],
  });
  return hops;
}

/** What the rig's own program makes of an LED, and no wire: another program does otherwise. */
const OF_THE_PROGRAM: ReadonlySet<Hop["kind"]> = new Set<Hop["kind"]>(["sent", "time", "hand", "current"]);

/** The hops that hold whichever program runs: those of the wires. */
export const wiredHops = (hops: readonly Hop[]): Hop[] =>
  hops.filter(({ kind }) => !OF_THE_PROGRAM.has(kind));

/** Hops that several conditions share are listed once. */
const distinct = (hops: readonly Hop[]): Hop[] => [
  ...new Map(hops.map((hop) => [`${hop.kind} ${hop.title}`, hop])).values(),
];

/** What turns a digit's switch on: "on while U2 QA is low". */
function controlOf(model: RigModel, driver: Driver, name: (leg: LegRef) => string): string | undefined {
  if (driver.kind !== "switch") return undefined;
  const control = reachFrom(driver.control, model.rig, model.nets, model.drivers);
  const by = control.map((one) => [name(one.driver.leg), ...one.via].join(" through ")).join(" and ");
  return by ? `on while ${by} is ${driver.when === 1 ? "high" : "low"}` : undefined;
}

/** What of the code reaches the LED through the wires, when it is sent, and what the code takes it for. */
function codeHops(model: RigModel, pip: PipId, condition: Condition): Hop[] {
  const { encoding, rig } = model;
  const { driver } = condition;
  if ("codes" in condition) {
    const codes = condition.codes.join(", ");
    return [
      {
        kind: "bit",
        topic: "shapes",
        title: `${driver.unit} code ${codes}`,
        detail: "lights it",
        legs: [driver.leg],
      },
    ];
  }
  if ("step" in condition) {
    return [
      {
        kind: "bit",
        topic: "scan",
        title: `${driver.unit} at step ${condition.step}`,
        detail: "its slot",
        legs: [driver.leg],
      },
    ];
  }
  if ("cell" in condition) {
    const { address, bit } = condition.cell;
    return [
      {
        kind: "bit",
        topic: "transfers",
        title: `${driver.unit} bit ${bit} of address ${address}`,
        detail:
          driver.kind === "port"
            ? `${condition.is} lights it; the chip holds it`
            : "1 lights it; the chip scans by itself",
        legs: [driver.leg],
      },
    ];
  }
  const { lights } = condition;
  const level = lights === 1 ? "high" : "low";
  if (driver.kind === "line")
    return [
      {
        kind: "lines",
        topic: "program",
        title: `line ${driver.line}`,
        detail: `${level} lights it`,
        legs: [driver.leg],
      },
    ];
  const sent = sentBits(model).find(({ output }) => output === driver.leg);
  if (driver.kind !== "register" || !sent) {
    const detail =
      driver.kind === "register" ? "no data reaches that register" : "the program does not drive that leg";
    return [
      {
        kind: "broken",
        topic: "wiring",
        title: "no bit of the code reaches it",
        detail,
        legs: [driver.leg],
      },
    ];
  }
  const { byte, bit, nth, meant } = sent;
  const astray = rig.code.kept && !meant.includes(pip);
  const others = [...new Set(meant.map((one) => splitPipId(one).segment))].join(" and ");
  const lines = encoding.chain;
  return [
    {
      kind: "bit",
      topic: "shapes",
      title: `bit ${bit} of byte ${byte + 1}`,
      detail: `${lights} lights it${astray ? ` · the kept code means it for ${others || "nothing"}` : ""}`,
      legs: [],
    },
    {
      kind: "sent",
      topic: "transfers",
      title: `sent ${ordinal(nth + 1)} of ${encoding.byteCount * 8}`,
      detail:
        encoding.bitOrder === "msb-first" ? "most significant bit first" : "least significant bit first",
      legs: [],
    },
    ...(lines
      ? [
          {
            kind: "lines" as const,
            topic: "program" as const,
            title: `line ${lines.data}`,
            detail: `clock on ${lines.clock}, ${lines.latch === undefined ? "no latch" : `latch on ${lines.latch}`}`,
            legs: [],
          },
        ]
      : []),
  ];
}

/** How much of the show the LED is lit, through the wires as they are. */
function timeHop(model: RigModel, address: Address): Hop {
  if (besideShow(model).has(splitPipId(address.pip).unit)) {
    const always = address.verdict.kind === "always";
    return {
      kind: "time",
      topic: "wiring",
      title: always
        ? "lit while there is power"
        : heldPips(model).has(address.pip)
          ? "kept lit"
          : "kept dark",
      detail: always ? "nothing switches it" : "whatever the display shows",
      legs: [],
    };
  }
  const grid = gridOf(model);
  if (grid) return dotTimeHop(model, grid, address);
  const { show } = model.rig;
  const rows = frameRows(model);
  const { unit } = splitPipId(address.pip);
  const at = model.digits.findIndex((id) => id.unit === unit && id.digit === address.digit);
  const lit = rows.filter(({ shown }) => shown[at]?.includes(address.segment)).length;
  const title =
    show.mode === "hold"
      ? lit > 0
        ? "lit all the time"
        : "dark in this show"
      : `lit in ${lit} of ${rows.length} place${rows.length === 1 ? "" : "s"}`;
  const detail =
    show.mode === "hold" ? "one place is held" : `${formatQuantity(show.interval / 1000, "s")} each`;
  return { kind: "time", topic: "plan", title, detail, legs: [] };
}

/** Frames of a run that are looked at for how long a dot is lit. */
const MOST_LOOKED = 1500;

/** How much of a sign's run a dot is lit, as the frames ask for it. */
function dotTimeHop(model: RigModel, grid: DotGrid, { pip }: Address): Hop {
  const { frames } = signRun(model.rig, grid.width, grid.height);
  const dot = grid.dotOf[model.addresses.findIndex((address) => address.pip === pip)]!;
  const looked = frames.slice(0, MOST_LOOKED);
  let lit = 0;
  let whole = 0;
  for (const { bitmap, time } of looked) {
    whole += time;
    if (bitmap().dots[dot]) lit += time;
  }
  const share = Math.round((lit / whole) * 100);
  return {
    kind: "time",
    topic: "frames",
    title: lit === 0 ? "dark in this run" : `lit ${share < 1 ? "under 1" : share} % of the run`,
    detail: `${frames.length} frames, column ${(dot % grid.width) + 1} and row ${Math.floor(dot / grid.width) + 1} of the face`,
    legs: [],
  };
}

/** Its digit's share of each turn, where digits take turns. */
function scanHop(model: RigModel, address: Address): Hop[] {
  const own = address.verdict.kind === "driven" ? address.verdict.conditions[0]?.driver : undefined;
  const chip = own?.kind === "scanned" ? chipScans(model).find(({ unit }) => unit === own.unit) : undefined;
  if (chip)
    return [
      {
        kind: "time",
        topic: "scan",
        title: `lit ${formatNanoseconds((1e9 / chip.rate) * chip.duty, 3)} of every ${formatNanoseconds(1e9 / chip.rate, 3)}`,
        detail: `${chip.unit} scans ${formatQuantity(chip.rate, "Hz")}, step ${chip.level}: ${(chip.duty * 100).toFixed(1)} % duty`,
        legs: [],
      },
    ];
  if (!isMultiplexed(model)) return [];
  const scan = scanFigures(model);
  const { unit } = splitPipId(address.pip);
  const digitScan =
    scan.digits[model.digits.findIndex((id) => id.unit === unit && id.digit === address.digit)];
  if (!digitScan) return [];
  const lit = digitScan.spans.reduce((sum, { from, to }) => sum + to - from, 0);
  return [
    {
      kind: "time",
      topic: "scan",
      title: `lit ${formatNanoseconds(lit, 3)} of every ${formatNanoseconds(scan.period, 3)}`,
      detail: `${formatQuantity(scan.rate, "Hz")}, ${(digitScan.duty * 100).toFixed(1)} % duty`,
      legs: [],
    },
  ];
}

function currentHop(model: RigModel, pip: PipId): Hop {
  const { alone, together } = currentFigures(model).pips.get(pip)!;
  const { unit, digit } = splitPipId(pip);
  const at = model.digits.findIndex((id) => id.unit === unit && id.digit === digit);
  const duty = isMultiplexed(model) ? (scanFigures(model).digits[at]?.duty ?? 0) : lightDuty(model);
  const title =
    Math.abs(alone - together) > 0.05 * alone
      ? `${formatMilliamps(together)} to ${formatMilliamps(alone)} while lit`
      : `${formatMilliamps(alone)} while lit`;
  const share = Math.round(((together * duty) / STEADY) * 100);
  const mean = duty < 1 ? `${formatMilliamps(together * duty)} average, ` : "";
  return {
    kind: "current",
    topic: "current",
    title,
    detail: `${mean}as bright as ${share} % of ${STEADY} mA steady`,
    legs: [],
  };
}
