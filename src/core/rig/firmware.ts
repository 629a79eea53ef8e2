import { about, form, object, optional, text, whole, type Of } from "../document";

/** Bounds of what is kept of a compiled program. */
export const FIRMWARE_KEPT = {
  name: 120,
  core: 16,
  /** Bytes of RAM. */
  ram: [0, 65_536],
  /** Characters of all names, and of all source lines. */
  names: 400_000,
} as const;

/** Groups of four characters, the last one filled up. */
const BASE64 = /^([A-Za-z0-9+/]{4})*([A-Za-z0-9+/]{2}==|[A-Za-z0-9+/]{3}=)?$/;

const bytes = () => form(BASE64, (_, shown) => `must be bytes in base64, not ${shown}`);

/** A compiled program of the maker's that runs on the rig instead of the rig's own. */
export const FIRMWARE = about(
  "a compiled program of the maker’s, to run on this rig",
  object({
    name: text(FIRMWARE_KEPT.name, 1),
    flash: about("flash from address 0 on, in base64", bytes()),
    eeprom: optional(about("what the EEPROM holds at first, in base64", bytes())),
    core: optional(about("the kind of core it was built for", text(FIRMWARE_KEPT.core, 1))),
    ram: optional(about("bytes of RAM its variables take", whole(FIRMWARE_KEPT.ram))),
    symbols: optional(
      about(
        "its routines and variables, one a line: c or d, address and size in hexadecimal, name",
        text(FIRMWARE_KEPT.names, 1),
      ),
    ),
    lines: optional(
      about(
        "its source lines: a file after a colon, then address and line in hexadecimal",
        text(FIRMWARE_KEPT.names, 1),
      ),
    ),
  }),
);
export type KeptFirmware = Of<typeof FIRMWARE>;
