import { sentBits, type Address, type Condition, type RigModel } from "../address";
import { currentFigures } from "../circuit";
import type { StationName } from "../check";
import type { Cell } from "../glyph";
import type { NamingSchool } from "../parts";
import { formatMilliamps, formatQuantity, type Milliamps } from "../quantity";
import { legTitle, splitPipId, unitValue, type LegRef, type PipId } from "../rig";
import { showCells } from "../show";
import { glyphRows } from "../sim";

export type HopKind =
  | "light"
  | "leg"
  | "resistor"
  | "output"
  | "bit"
  | "turn"
  | "lines"
  | "time"
  | "current"
  | "return"
  | "broken";

/** One stop on the way from an LED to the code, and back to what the eye gets. */
export interface Hop {
  readonly kind: HopKind;
  readonly station: StationName;
  readonly title: string;
  readonly detail?: string;
  readonly legs: readonly LegRef[];
}

/** The steady current that brightness is compared with. */
export const STEADY: Milliamps = 10;

const ordinal = (n: number): string => {
  const tail = n % 100 > 10 && n % 100 < 14 ? "th" : (["th", "st", "nd", "rd"][n % 10] ?? "th");
  return `${n}${tail}`;
};

/** Everything about one LED, hop by hop: segment, leg, resistor, output, bit, turn, time, current, way back. */
export function trailOf(model: RigModel, pip: PipId, school: NamingSchool = "letters"): Hop[] {
  const address = model.address(pip);
  if (!address) return [];
  const name = (leg: LegRef) => legTitle(model.rig, leg, school);
  const resistors = (via: readonly string[]): Hop[] =>
    via.map((ref) => ({
      kind: "resistor",
      station: "wires",
      title: `${ref} ${unitValue(model.unit(ref)) ?? ""}`.trim(),
      legs: [`${ref}.1`, `${ref}.2`],
    }));
  const hops: Hop[] = [
    {
      kind: "light",
      station: "glyphs",
      title: `digit ${address.digit} · segment ${address.segment}`,
      legs: [],
    },
    { kind: "leg", station: "wires", title: name(address.ownLeg), legs: [address.ownLeg] },
  ];
  for (const { via, driver } of address.ownReach) {
    hops.push(...resistors(via), {
      kind: "output",
      station: "wires",
      title: name(driver.leg),
      legs: [driver.leg],
    });
  }
  const { verdict } = address;
  if (verdict.kind === "driven")
    hops.push(...verdict.conditions.flatMap((condition) => codeHops(model, pip, condition)));
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
      station: "wires",
      title: title[verdict.kind],
      detail,
      legs: [address.ownLeg],
    });
  }
  hops.push(timeHop(model, address), currentHop(model, pip));
  hops.push({
    kind: "return",
    station: "wires",
    title: [
      name(address.sharedLeg),
      ...address.sharedReach.flatMap(({ via, driver }) => [...via, name(driver.leg)]),
    ].join(" → "),
    detail: "the shared side",
    legs: [address.sharedLeg, ...address.sharedReach.map(({ driver }) => driver.leg)],
  });
  return hops;
}

/** The bit that reaches the LED through the wires, when it is sent, and what the code takes it for. */
function codeHops(model: RigModel, pip: PipId, { driver, lights }: Condition): Hop[] {
  const { encoding, rig } = model;
  const sent = sentBits(model).find(({ output }) => output === driver.leg);
  if (driver.kind !== "register" || !sent) {
    const detail =
      driver.kind === "register" ? "no data reaches that register" : "the program does not drive that leg";
    return [
      {
        kind: "broken",
        station: "wires",
        title: "no bit of the code reaches it",
        detail,
        legs: [driver.leg],
      },
    ];
  }
  const { byte, bit, turn, meant } = sent;
  const astray = rig.code.kept && !meant.includes(pip);
  const others = meant.map((one) => splitPipId(one).segment).join(" and ");
  return [
    {
      kind: "bit",
      station: "glyphs",
      title: `bit ${bit} of byte ${byte + 1}`,
      detail: `${lights} lights it${astray ? ` · the kept code means it for ${others || "nothing"}` : ""}`,
      legs: [],
    },
    {
      kind: "turn",
      station: "writes",
      title: `sent ${ordinal(turn + 1)} of ${encoding.byteCount * 8}`,
      detail:
        encoding.bitOrder === "msb-first" ? "most significant bit first" : "least significant bit first",
      legs: [],
    },
    {
      kind: "lines",
      station: "code",
      title: `line ${encoding.lines.data}`,
      detail: `clock on ${encoding.lines.clock}, latch on ${encoding.lines.latch}`,
      legs: [],
    },
  ];
}

const cellKey = ({ glyph, point }: Cell): string => glyph + (point ? "." : "");

const distinct = (cells: readonly Cell[]): Cell[] => [
  ...new Map(cells.map((cell) => [cellKey(cell), cell])).values(),
];

/** How much of the show the LED is lit, through the wires as they are. */
function timeHop(model: RigModel, address: Address): Hop {
  const { show } = model.rig;
  const cells = showCells(show);
  const shown = new Map(glyphRows(model, distinct(cells)).map((row) => [cellKey(row.cell), row.shown]));
  const lit = cells.filter((cell) => shown.get(cellKey(cell))!.includes(address.segment)).length;
  const title =
    show.mode === "hold"
      ? lit > 0
        ? "lit all the time"
        : "dark in this show"
      : `lit in ${lit} of ${cells.length} places`;
  const detail =
    show.mode === "hold" ? "one place is held" : `${formatQuantity(show.interval / 1000, "s")} each`;
  return { kind: "time", station: "plan", title, detail, legs: [] };
}

function currentHop(model: RigModel, pip: PipId): Hop {
  const { alone, together } = currentFigures(model).pips.get(pip)!;
  const title =
    Math.abs(alone - together) > 0.05 * alone
      ? `${formatMilliamps(together)} to ${formatMilliamps(alone)} while lit`
      : `${formatMilliamps(alone)} while lit`;
  const share = Math.round((together / STEADY) * 100);
  return {
    kind: "current",
    station: "current",
    title,
    detail: `as bright as ${share} % of ${STEADY} mA steady`,
    legs: [],
  };
}
