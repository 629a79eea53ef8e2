/** One way a file can be broken: what it is, how to make it, where and what the reader has to say, and whether a JSON Schema can see it. */
export type BrokenFile = [
  what: string,
  make: (good: string) => string,
  path: string,
  message: RegExp,
  schemaSeesIt?: boolean,
];

type Json = Record<string, unknown>;

/** A copy of the good document with something set at a path; undefined takes the key away. */
const withValue =
  (path: string, value: unknown) =>
  (good: string): string => {
    const document = JSON.parse(good) as Json;
    const keys = path.split(".");
    const last = keys.pop()!;
    const at = keys.reduce<Json>((inner, key) => inner[key] as Json, document);
    if (value === undefined) delete at[last];
    else at[last] = value;
    return JSON.stringify(document);
  };

const unseen = false;
const KEPT = {
  lines: { data: "5", clock: "6", latch: "7" },
  bitOrder: "msb-first",
  byteCount: 1,
  bits: [{ pip: "DS1.1.a", byte: 0, bit: 0, lights: 1 }],
};
const keptWith = (values: Json) => withValue("code.kept", { ...KEPT, ...values });

export const BROKEN_FILES: BrokenFile[] = [
  ["an empty file", () => "", "file", /empty/, unseen],
  ["white space only", () => " \n\t ", "file", /empty/, unseen],
  ["a picture", () => "\u0089PNG\r\n", "line 1, column 1", /not valid JSON/, unseen],
  [
    "a file cut in the middle",
    (good) => good.slice(0, 700),
    "line 43, column 7",
    /not valid JSON.*Mend that place/,
    unseen,
  ],
  ["a missing comma", (good) => good.replace(/,\n/, "\n"), "line 3, column 3", /comma expected/, unseen],
  ["a comment", (good) => good.replace("{", "{ // mine"), "line 1, column 3", /comment/, unseen],
  [
    "a trailing comma",
    (good) => good.replace(/\n}\n$/, ",\n}\n"),
    "line 263, column 1",
    /property name expected/,
    unseen,
  ],
  ["single quotes", (good) => good.replace(/"/g, "'"), "line 2, column 3", /not valid JSON/, unseen],
  ["over 2 MiB", (good) => good + " ".repeat(2_200_000), "file", /2 MiB/, unseen],
  ["a list", () => "[]", "file", /no rig/],
  ["a number", () => "42", "file", /no rig/],
  ["null", () => "null", "file", /no rig/],
  ["a text", () => '"rig"', "file", /no rig/],
  ["an empty object", () => "{}", "format", /missing/],
  ["another format", withValue("format", "table"), "format", /"table"/],
  ["no version", withValue("version", undefined), "version", /missing/],
  ["a version that is text", withValue("version", "1"), "version", /whole number/],
  ["version 0", withValue("version", 0), "version", /whole number/],
  ["version 1.5", withValue("version", 1.5), "version", /whole number/],
  ["a newer version", withValue("version", 7), "version", /newer Bold Pip.*unchanged/],
  ["no id", withValue("id", undefined), "id", /missing/],
  ["an id with a path in it", withValue("id", "../x"), "id", /letters, digits and hyphens/],
  ["no name", withValue("name", ""), "name", /too short/],
  ["a name over 80 characters", withValue("name", "x".repeat(81)), "name", /81 characters, at most 80/],
  ["a note that is a number", withValue("note", 5), "note", /must be a string, not 5/],
  ["an unknown key", withValue("colour", "red"), "document", /not known here: colour/],
  ["an unknown key inside", withValue("plan.depth", 1), "plan", /not known here: depth/],
  ["no plan", withValue("plan", undefined), "plan", /missing/],
  [
    "an unknown scheme",
    withValue("plan.scheme", "magic"),
    "plan.scheme",
    /one of register-one-digit, not "magic"/,
  ],
  ["an unknown polarity", withValue("plan.polarity", "both"), "plan.polarity", /one of/],
  [
    "seven outputs",
    withValue("plan.outputs", ["a", "b", "c", "d", "e", "f", "g"]),
    "plan.outputs",
    /7 entries, and must have 8/,
  ],
  ["an output twice", withValue("plan.outputs.7", "a"), "plan.outputs[7]", /repeats.*“a”/, unseen],
  [
    "a line the board does not have",
    withValue("plan.lines.data", "99"),
    "plan.lines.data",
    /no line of the ATmega328P/,
    unseen,
  ],
  [
    "one line for two uses",
    withValue("plan.lines.data", "6"),
    "plan.lines.clock",
    /repeats the line “6”/,
    unseen,
  ],
  ["no units", withValue("units", []), "units", /at least 1/],
  ["units that are an object", withValue("units", {}), "units", /must be an array/],
  ["a unit that is null", withValue("units.0", null), "units[0]", /may not be null/],
  ["a reference that is none", withValue("units.1.ref", "chip"), "units[1].ref", /such as "U1"/],
  [
    "a reference twice",
    withValue("units.1.ref", "DS1"),
    "units[2].ref",
    /repeats the reference “DS1” of units\[1\]/,
    unseen,
  ],
  [
    "an unknown part",
    withValue("units.1.part", "74HC000"),
    "units[1].part",
    /one of .*74HC595.*not "74HC000"/,
  ],
  [
    "a resistor without value",
    withValue("units.3.ohms", undefined),
    "units[3].ohms",
    /missing: R1 is a resistor/,
    unseen,
  ],
  ["a resistor of text", withValue("units.3.ohms", "470"), "units[3].ohms", /must be a number, not "470"/],
  ["a negative resistor", withValue("units.3.ohms", -5), "units[3].ohms", /below 1/],
  [
    "a display without LED figures",
    withValue("units.2.led", undefined),
    "units[2].led",
    /missing: DS1 is a display/,
    unseen,
  ],
  ["an LED of unknown colour", withValue("units.2.led.colour", "pink"), "units[2].led.colour", /one of/],
  ["a forward drop of 90 V", withValue("units.2.led.forward", 90), "units[2].led.forward", /above 5/],
  ["a wire to nowhere", withValue("wires.0.to", "U7.1"), "wires[0].to", /no unit has that reference/, unseen],
  [
    "a wire to a leg that is not there",
    withValue("wires.0.to", "U1.17"),
    "wires[0].to",
    /leg 17; U1 .*no such leg/,
    unseen,
  ],
  ["a wire that names no leg", withValue("wires.0.to", "U1"), "wires[0].to", /such as "U1.14"/],
  ["a wire from a leg to itself", withValue("wires.0.to", "MCU1.5V"), "wires[0]", /begins and ends/, unseen],
  ["a wire id twice", withValue("wires.1.id", "power"), "wires[1].id", /repeats the id “power”/, unseen],
  ["a tick that is text", withValue("wires.0.placed", "yes"), "wires[0].placed", /must be a boolean/],
  ["an unknown bit order", withValue("code.bitOrder", "middle"), "code.bitOrder", /one of/],
  ["kept code of no bytes", keptWith({ byteCount: 0 }), "code.kept.byteCount", /below 1/],
  [
    "kept code with bit 8",
    keptWith({ bits: [{ ...KEPT.bits[0], bit: 8 }] }),
    "code.kept.bits[0].bit",
    /above 7/,
  ],
  [
    "kept code with a byte too many",
    keptWith({ bits: [{ ...KEPT.bits[0], byte: 3 }] }),
    "code.kept.bits[0].byte",
    /there are 1/,
    unseen,
  ],
  [
    "kept code on a line that is not there",
    keptWith({ lines: { data: "5", clock: "6", latch: "77" } }),
    "code.kept.lines.latch",
    /no line/,
    unseen,
  ],
  ["kept code that is null", withValue("code.kept", null), "code.kept", /null/],
  [
    "a glyph of two characters",
    withValue("glyphs", [{ glyph: "ab", segments: [] }]),
    "glyphs[0].glyph",
    /one character/,
    unseen,
  ],
  [
    "a glyph with a segment twice",
    withValue("glyphs", [{ glyph: "7", segments: ["a", "a"] }]),
    "glyphs[0].segments[1]",
    /repeats/,
    unseen,
  ],
  [
    "a glyph with an unknown segment",
    withValue("glyphs", [{ glyph: "7", segments: ["h"] }]),
    "glyphs[0].segments[0]",
    /one of/,
  ],
  ["an interval of nothing", withValue("show.interval", 0), "show.interval", /below 1/],
  ["an interval of half a millisecond", withValue("show.interval", 1.5), "show.interval", /whole number/],
  ["rounds below nothing", withValue("show.rounds", -1), "show.rounds", /below 0/],
  ["an empty list", withValue("show.list", ""), "show.list", /too short/],
  ["two places to hold", withValue("show.hold", "12"), "show.hold", /one place/, unseen],
];
