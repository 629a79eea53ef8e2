import { turnOf, type Address, type Condition, type RigModel } from "../address";
import { currentFigures } from "../circuit";
import type { StationName } from "../check";
import { cellSegments } from "../glyph";
import type { NamingSchool } from "../parts";
import { formatMilliamps, formatQuantity, type Milliamps } from "../quantity";
import { legTitle, unitValue, type LegRef, type PipId } from "../rig";
import { showCells } from "../show";

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
  const own = address.ownLeg === address.anode ? address.anodeReach : address.cathodeReach;
  const back = address.ownLeg === address.anode ? address.cathodeReach : address.anodeReach;
  const shared = address.ownLeg === address.anode ? address.cathode : address.anode;
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
  for (const { via, driver } of own) {
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
    title: [name(shared), ...back.flatMap(({ via, driver }) => [...via, name(driver.leg)])].join(" → "),
    detail: "the shared side",
    legs: [shared, ...back.map(({ driver }) => driver.leg)],
  });
  return hops;
}

/** The bit the code has for the LED, and when it is sent. */
function codeHops(model: RigModel, pip: PipId, { driver }: Condition): Hop[] {
  const { encoding, rig } = model;
  const bits = encoding.bits.filter((entry) => entry.pip === pip);
  if (driver.kind !== "register" || bits.length === 0) {
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
  return bits.flatMap(({ byte, bit, lights }): Hop[] => [
    {
      kind: "bit",
      station: "glyphs",
      title: `bit ${bit} of byte ${byte + 1}`,
      detail: `${lights} lights it${rig.code.kept ? " · code kept as it was" : ""}`,
      legs: [],
    },
    {
      kind: "turn",
      station: "writes",
      title: `sent ${ordinal(turnOf(byte, bit, encoding.bitOrder) + 1)} of ${encoding.byteCount * 8}`,
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
  ]);
}

function timeHop(model: RigModel, address: Address): Hop {
  const { show, glyphs } = model.rig;
  const cells = showCells(show);
  const lit = cells.filter((cell) => cellSegments(cell, glyphs).includes(address.segment)).length;
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
    station: "plan",
    title,
    detail: `as bright as ${share} % of ${STEADY} mA steady`,
    legs: [],
  };
}
