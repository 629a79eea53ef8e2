import { gridOf, modelOf, type RigModel } from "../address";
import { MAX7219, TM16, hex } from "../chip";
import { bytesOf } from "../bus";
import { buildProgram, busPart, type Program } from "../program";
import type { Nanoseconds } from "../quantity";
import type { EncodedBus, LayoutChoice, Rig } from "../rig";
import type { Decoded, DecodedWrite } from "./decode";
import { readableLayout } from "./turned";

/** What a capture does otherwise than the rig's own program, with what to do about it. */
export interface Difference {
  readonly kind:
    | "nothing"
    | "missing set-up"
    | "bit order"
    | "swapped lines"
    | "digit count"
    | "junk shown"
    | "turned modules"
    | "other text"
    | "none";
  readonly severity: "fault" | "caution" | "note" | "good";
  readonly at: Nanoseconds | undefined;
  readonly title: string;
  readonly remedy: string;
}

const reversed = (byte: number): number => {
  let result = 0;
  for (let bit = 0; bit < 8; bit += 1) if ((byte >> bit) & 1) result |= 0x80 >> bit;
  return result;
};

/** A set-up action by the register or command it writes, so that it is found whatever value it carries. */
function actionsOf(bus: EncodedBus, bytes: readonly number[]): string[] {
  switch (bus.protocol) {
    case "frames": {
      const found: string[] = [];
      for (let at = 0; at + 1 < bytes.length; at += 2) {
        const register = bytes[at]! & 0x0f;
        if (register > MAX7219.NO_OP) found.push(register <= 8 ? "digits" : `register ${register}`);
      }
      return [...new Set(found)];
    }
    case "two-wire":
    case "strobed": {
      const [command = 0] = bytes;
      if (command >> 6 === 3) return ["memory"];
      return command >> 6 === 2 ? ["display control"] : command >> 6 === 1 ? ["data command"] : [];
    }
    case "i2c": {
      const command = bytes[1] ?? -1;
      if (command < 0) return [];
      return [command >> 4 === 0 ? "memory" : `command ${command >> 4}`];
    }
  }
}

const NAMES: Readonly<Record<string, string>> = {
  digits: "the digit registers",
  memory: "the display memory",
  "data command": "the data command",
  "display control": "the display control",
  [`register ${MAX7219.DECODE_MODE}`]: "the decode mode",
  [`register ${MAX7219.INTENSITY}`]: "the intensity",
  [`register ${MAX7219.SCAN_LIMIT}`]: "the scan limit",
  [`register ${MAX7219.SHUTDOWN}`]: "the shutdown register",
  [`register ${MAX7219.DISPLAY_TEST}`]: "the display test",
  "command 2": "the oscillator",
  "command 8": "the display set-up",
  "command 14": "the brightness",
};

/** What is the harm when a set-up action is missing. */
const HARM: Readonly<Record<string, string>> = {
  "data command": "the chip then keeps the way it was told last, or the one it woke with",
  "display control": "the display stays off",
  [`register ${MAX7219.SCAN_LIMIT}`]: "only one digit is scanned",
  [`register ${MAX7219.SHUTDOWN}`]: "the chip stays in shutdown and shows nothing",
  [`register ${MAX7219.INTENSITY}`]: "it stays at its darkest",
  [`register ${MAX7219.DECODE_MODE}`]: "it is right after power-up, but not after a reset of the board alone",
  [`register ${MAX7219.DISPLAY_TEST}`]: "it is right after power-up, but not after a disturbance",
  "command 2": "nothing is scanned without the oscillator",
  "command 8": "the display stays off",
  "command 14": "it stays at full brightness",
};
/** Missing, these leave the display dark or cut. */
const VITAL = new Set([
  "display control",
  `register ${MAX7219.SCAN_LIMIT}`,
  `register ${MAX7219.SHUTDOWN}`,
  "command 2",
  "command 8",
]);

/** Lists what a decoded capture does otherwise than the program of the rig would. */
export function compareCapture(rig: Rig, decoded: Decoded): Difference[] {
  const model = modelOf(rig);
  const program = buildProgram(model);
  const found: Difference[] = [];
  const writes = decoded.writes.filter(({ kind }) => kind !== "read");
  if (writes.length === 0) {
    return [
      {
        kind: "nothing",
        severity: "fault",
        at: undefined,
        title: "No write reaches a chip of this rig",
        remedy:
          "Look at the signals: are clock and data exchanged, is the third line missing, does the capture begin before the first write?",
      },
    ];
  }
  (model.encoding.buses ?? []).forEach((bus, place) => {
    const mine = writes.filter(({ units }) => units.some((unit) => bus.units.includes(unit)));
    const expected = (program.setUpState?.writes ?? []).filter((write) => write.bus === place);
    found.push(
      ...missing(
        bus,
        expected.map(({ write }) => bytesOf(write)),
        mine,
      ),
    );
    found.push(
      ...values(
        model,
        bus,
        mine,
        expected.map(({ write }) => bytesOf(write)),
      ),
    );
    found.push(...turnedBits(model, bus, mine));
  });
  found.push(...junk(decoded));
  const readable = readableLayout(model, decoded);
  if (readable)
    found.push({
      kind: "turned modules",
      severity: "caution",
      at: undefined,
      title: `With the modules ${layoutSays(readable.layout)} it says “${readable.text}”`,
      remedy:
        "If yours stand like that, say so on Frames, Modules: then the face and the rig's own bytes follow.",
    });
  const first = readable ? undefined : otherText(model, program, decoded);
  if (first && found.every(({ severity }) => severity !== "fault"))
    found.push({
      kind: "other text",
      severity: "note",
      at: first.at,
      title: `It shows “${first.text.trim()}”, which is not in the rig's show`,
      remedy: "Nothing to do if the board is meant to show something else.",
    });
  if (found.length === 0)
    found.push({
      kind: "none",
      severity: "good",
      at: undefined,
      title: "It sets the chips up and writes to them as the rig's own program does",
      remedy: "",
    });
  return found;
}

const layoutSays = ({ orientation: { turn, mirrored }, from }: LayoutChoice): string =>
  [
    turn === 0 ? "not turned" : `turned ${turn}° clockwise`,
    ...(mirrored ? ["mirrored"] : []),
    `the chain begun at the ${from === "top-left" ? "left" : "right"}`,
  ].join(", ");

/** The first text that is not in the rig's show; on dots a text counts as one once it has been read whole. */
function otherText(
  model: RigModel,
  program: Program,
  { faces, lines }: Decoded,
): { readonly at: Nanoseconds; readonly text: string } | undefined {
  const plain = (text: string) => text.trim().replace(/\s+/g, " ");
  const shown = new Set(program.frames.map(({ text }) => plain(text.replace(/ \/ /g, "\n"))));
  if (!gridOf(model)) return faces.find(({ text }) => plain(text) !== "" && !shown.has(plain(text)));
  const whole = lines.filter(({ text }) => !text.includes("�"));
  if (whole.some(({ text }) => shown.has(plain(text)))) return undefined;
  const [line] = whole;
  return line && { at: line.from, text: line.text };
}

function missing(
  bus: EncodedBus,
  expected: ReadonlyArray<readonly number[]>,
  writes: readonly DecodedWrite[],
): Difference[] {
  const wanted = [...new Set(expected.flatMap((bytes) => actionsOf(bus, bytes)))];
  const done = new Set(writes.flatMap(({ bytes }) => actionsOf(bus, bytes)));
  return wanted
    .filter((action) => !done.has(action))
    .map((action): Difference => ({
      kind: "missing set-up",
      severity: VITAL.has(action) ? "fault" : "caution",
      at: undefined,
      title: `${(NAMES[action] ?? action).replace(/^./, (letter) => letter.toUpperCase())} is never written`,
      remedy: `${(HARM[action] ?? "the chip keeps what it held").replace(/^./, (letter) => letter.toUpperCase())}. Add the write to the set-up.`,
    }));
}

function values(
  model: RigModel,
  bus: EncodedBus,
  writes: readonly DecodedWrite[],
  expected: ReadonlyArray<readonly number[]>,
): Difference[] {
  if (bus.protocol !== "frames") {
    const part = busPart(model, bus);
    const data = writes.filter(({ bytes }) => actionsOf(bus, bytes).includes("memory"));
    const head = bus.protocol === "i2c" ? 2 : 1;
    const longest = Math.max(0, ...data.map(({ bytes }) => bytes.length - head));
    const most = part.digitLegs.length * (bus.protocol === "two-wire" ? 1 : 2);
    const over = data.find(({ bytes }) => bytes.length - head > most);
    return over
      ? [
          {
            kind: "digit count",
            severity: "caution",
            at: over.at,
            title: `${longest} bytes of data go to a memory of ${most}`,
            remedy: "The address runs over its end. Write no more bytes than there are digits.",
          },
        ]
      : [];
  }
  const lastOf = (list: ReadonlyArray<{ bytes: readonly number[]; at?: number }>, register: number) => {
    for (const { bytes, at } of [...list].reverse())
      for (let place = 0; place + 1 < bytes.length; place += 2)
        if ((bytes[place]! & 0x0f) === register) return { value: bytes[place + 1]!, at };
    return undefined;
  };
  const limit = lastOf(writes, MAX7219.SCAN_LIMIT);
  const wanted = lastOf(
    expected.map((bytes) => ({ bytes })),
    MAX7219.SCAN_LIMIT,
  );
  if (!limit || !wanted || (limit.value & 7) === (wanted.value & 7)) return [];
  return [
    {
      kind: "digit count",
      severity: (limit.value & 7) < (wanted.value & 7) ? "fault" : "caution",
      at: limit.at,
      title: `The scan limit is set to ${(limit.value & 7) + 1} digits; the rig has ${(wanted.value & 7) + 1}`,
      remedy:
        (limit.value & 7) < (wanted.value & 7)
          ? `Digits beyond it stay dark: write ${wanted.value & 7} to register B.`
          : `All digits are dimmer than they need be: write ${wanted.value & 7} to register B.`,
    },
  ];
}

/** Commands that make no sense as they are, and do once every byte is turned round, were sent with the other end first. */
function turnedBits(model: RigModel, bus: EncodedBus, writes: readonly DecodedWrite[]): Difference[] {
  const sensible = (byte: number): boolean => {
    switch (bus.protocol) {
      case "frames":
        return byte >= 1 && byte <= 0x0f && byte !== 0x0d && byte !== 0x0e;
      case "two-wire":
      case "strobed":
        return (
          byte === TM16.WRITE_NEXT ||
          byte === TM16.WRITE_FIXED ||
          byte === TM16.READ_KEYS ||
          byte >> 4 === 8 ||
          byte >> 4 === 12
        );
      case "i2c":
        return byte >> 1 === 0x70;
    }
  };
  const first = writes.flatMap(({ bytes }) => (bytes[0] !== undefined && bytes[0] >= 0 ? [bytes[0]] : []));
  const now = first.filter(sensible).length;
  const turned = first.filter((byte) => sensible(reversed(byte))).length;
  if (first.length < 2 || turned <= now * 1.5 || turned < first.length * 0.6) return [];
  const order = bus.protocol === "frames" || bus.protocol === "i2c" ? "most" : "least";
  return [
    {
      kind: "bit order",
      severity: "fault",
      at: writes[0]!.at,
      title: `The bits of each byte come in the wrong order: ${hex(first[0]!)} would be ${hex(reversed(first[0]!))}`,
      remedy: `${busPart(model, bus).id} takes the ${order} significant bit first. Change the order in the shift call.`,
    },
  ];
}

/** Segments lit from memory nobody had written. */
function junk({ faces }: Decoded): Difference[] {
  const doubtful = faces.find(({ digits }) => digits.some(({ unknown }) => unknown !== ""));
  if (!doubtful) return [];
  const count = doubtful.digits.filter(({ unknown }) => unknown !== "").length;
  return [
    {
      kind: "junk shown",
      severity: "fault",
      at: doubtful.at,
      title: `The display is switched on while ${count} digit${count === 1 ? "" : "s"} hold${count === 1 ? "s" : ""} what was never written`,
      remedy:
        "Write every address once, before the display is switched on: at power-up the memory holds junk.",
    },
  ];
}
