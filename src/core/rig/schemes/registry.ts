import { KNOWN_BUS_CHIPS } from "../../chips";
import type { SchemeName } from "../document";
import { bcdDecoder } from "./bcd-decoder";
import { direct, logic } from "./by-lines";
import { driverScheme } from "./drivers";
import { expanderScheme } from "./expanders";
import { registerLines, ring, selector, twoRegisters } from "./on-registers";
import type { Scheme } from "./scheme";
import { powerRegister, registerStatic } from "./static";

/** Every way to drive a display; each chip on a bus is a way of its own. */
const SCHEMES: readonly Scheme[] = [
  registerStatic,
  powerRegister,
  direct,
  registerLines,
  twoRegisters,
  selector,
  ring,
  bcdDecoder,
  logic,
  ...KNOWN_BUS_CHIPS.map(({ sheet }) =>
    sheet.kind === "driver-chip" ? driverScheme(sheet) : expanderScheme(sheet),
  ),
];

const byName = new Map(SCHEMES.map((scheme) => [scheme.name, scheme]));

/** @throws when there is no such way: a checked plan never names one */
export function schemeOf(name: SchemeName): Scheme {
  const scheme = byName.get(name);
  if (!scheme) throw new Error(`no way to drive a display is called ${name}`);
  return scheme;
}
