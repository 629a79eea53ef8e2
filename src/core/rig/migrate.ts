import { RIG_VERSION } from "./document";
import { LIMITS } from "./limits";
import { oneByOne } from "./texts";

type Document = Record<string, unknown>;
type Migrated = { ok: true; document: Document } | { ok: false; path: string; message: string };

const isObject = (value: unknown): value is Document =>
  typeof value === "object" && value !== null && !Array.isArray(value);

/** More of a list than this is too many texts, whatever stands in it. */
const LIST_LENGTH = LIMITS.texts * 3;

/** Version 1 knew one digit on one register, and a list of single characters to show. */
function fromOneDigit(document: Document): Document {
  const { plan, code, show } = document;
  const texts =
    isObject(show) && typeof show.list === "string"
      ? { texts: oneByOne(show.list.slice(0, LIST_LENGTH)) }
      : {};
  const rest = isObject(show) ? Object.entries(show).filter(([key]) => key !== "list") : [];
  const kept = isObject(code) ? code.kept : undefined;
  return {
    ...document,
    version: 2,
    plan: isObject(plan)
      ? {
          ...plan,
          scheme: plan.scheme === "register-one-digit" ? "register-static" : plan.scheme,
          digits: 1,
          countFrom: "left",
          display: "plain",
          digitSwitch: "bare",
          digitOutputs: [1, 2, 3, 4, 5, 6, 7, 8],
        }
      : plan,
    code: isObject(code) && isObject(kept) ? { ...code, kept: keptFromOneDigit(kept) } : code,
    scan: { school: "loop", on: [2000], blank: 0 },
    show: isObject(show)
      ? { ...Object.fromEntries(rest), ...texts, align: "right", leadingZeros: "show" }
      : show,
  };
}

function keptFromOneDigit({ lines, bits, ...kept }: Document): Document {
  const pips = new Map<unknown, Document[]>();
  for (const bit of Array.isArray(bits) ? bits : []) {
    if (!isObject(bit)) continue;
    const { pip, lights, ...place } = bit;
    const needs = pips.get(pip) ?? [];
    needs.push({ ...place, is: lights });
    pips.set(pip, needs);
  }
  return {
    chain: lines,
    ...kept,
    pips: [...pips].map(([pip, needs]) => ({ pip, needs })),
    decoders: [],
    rings: [],
  };
}

/** Controllers that are chips alone; they were once told of as boards with a supply and sockets of their own. */
const BARE = new Set(["ATtiny84", "PIC16F1455"]);
const RENAMED: Readonly<Record<string, string>> = { "5V": "VCC", "3V3": "VCC", GND1: "GND", GND2: "GND" };

/** Gives a chip that was told of as a board its own legs, and the supply it cannot do without. */
function withBareControllers(document: Document): Document {
  const { units, wires } = document;
  if (!Array.isArray(units) || !Array.isArray(wires)) return document;
  const chip: unknown = units.find((unit) => isObject(unit) && BARE.has(unit.part as string));
  const ref = isObject(chip) && typeof chip.ref === "string" ? chip.ref : undefined;
  const rename = (leg: unknown): unknown => {
    const [unit, end] = typeof leg === "string" ? leg.split(".") : [];
    return unit === ref && end !== undefined && Object.hasOwn(RENAMED, end) ? `${ref}.${RENAMED[end]}` : leg;
  };
  const asBoard = wires.some(
    (wire) => isObject(wire) && [wire.from, wire.to].some((leg) => rename(leg) !== leg),
  );
  if (ref === undefined || !asBoard) return document;
  const renamed = wires
    .map((wire: unknown) =>
      isObject(wire) ? { ...wire, from: rename(wire.from), to: rename(wire.to) } : wire,
    )
    .filter((wire) => !isObject(wire) || wire.from !== wire.to);
  const supplied = units.some((unit) => isObject(unit) && unit.part === "supply");
  if (supplied) return { ...document, wires: renamed };
  const wire = (id: string, from: string, to: string) => ({ id, from, to, placed: false });
  return {
    ...document,
    units: [...units, { ref: "PS1", part: "supply", volts: 5 }],
    wires: [
      ...renamed,
      wire("power-board", "PS1.+", `${ref}.VCC`),
      wire("shared-ground", `${ref}.GND`, "PS1.-"),
    ],
  };
}

/** From version n to n + 1, by n. */
const STEPS: Readonly<Record<number, (document: Document) => Document>> = { 1: fromOneDigit };

/** Brings a document forward to the current version; refuses what is no rig or was written by a newer version. */
export function migrate(document: Document): Migrated {
  if (document.format !== "bold-pip-rig") {
    const is =
      document.format === undefined ? "is missing" : `is ${JSON.stringify(document.format).slice(0, 40)}`;
    return {
      ok: false,
      path: "format",
      message: `${is}; a rig document has "bold-pip-rig" there. Is it another kind of file?`,
    };
  }
  let { version } = document;
  if (typeof version !== "number" || !Number.isInteger(version) || version < 1) {
    const is = version === undefined ? "is missing" : `is ${JSON.stringify(version).slice(0, 40)}`;
    return {
      ok: false,
      path: "version",
      message: `${is}; it must be a whole number from 1 to ${RIG_VERSION}`,
    };
  }
  if (version > RIG_VERSION) {
    return {
      ok: false,
      path: "version",
      message: `is ${version}: written by a newer Bold Pip. This one reads up to version ${RIG_VERSION}; update it, then open the file again. The file is unchanged`,
    };
  }
  let current = document;
  for (; (version as number) < RIG_VERSION; version = (version as number) + 1)
    current = STEPS[version as number]!(current);
  return { ok: true, document: withBareControllers(current) };
}
