import { safeFileName } from "../foreign";
import { inOrder } from "../glyph";
import type { Scene } from "../dots";
import type { DisplaySheet } from "../parts";
import { lineUses } from "./plan";
import type { Encoding, LineUse, Need, Place, Plan, Rig, Sign, Unit, Wire } from "./types";

/** Lines in the order the scheme gives them out, whatever order they were in; others behind. */
const lines = (value: Plan): Plan["lines"] => {
  const known = lineUses(value);
  const place = (use: string) => (known.includes(use as LineUse) ? known.indexOf(use as LineUse) : 99);
  return Object.fromEntries(
    Object.entries(value.lines).sort(([one], [other]) => place(one) - place(other) || (one < other ? -1 : 1)),
  );
};

const sheet = (value: DisplaySheet | undefined) =>
  value && {
    polarity: value.polarity,
    legs: [...value.legs],
    marks: value.marks && { colon: value.marks.colon, degree: value.marks.degree },
    pointIs: value.pointIs && { ...value.pointIs },
  };

const plan = (value: Plan) => ({
  scheme: value.scheme,
  controller: value.controller,
  digits: value.digits,
  countFrom: value.countFrom,
  display: value.display,
  module: value.module,
  own: sheet(value.own),
  polarity: value.polarity,
  resistors: value.resistors,
  digitSwitch: value.digitSwitch,
  power: value.power,
  lines: lines(value),
  outputs: [...value.outputs],
  digitOutputs: [...value.digitOutputs],
  register: value.register,
  busAddress: value.busAddress,
});

const unit = ({ ref, part, ohms, farads, volts, led, sheet: own, placed }: Unit) => ({
  ref,
  part,
  ohms,
  farads,
  volts,
  led: led && {
    colour: led.colour,
    forward: led.forward,
    slope: led.slope,
    testCurrent: led.testCurrent,
  },
  sheet: sheet(own),
  placed,
});

const wire = ({ id, from, to, placed }: Wire) => ({ id, from, to, placed });

const place = (value: Place) =>
  "line" in value ? { line: value.line } : { byte: value.byte, bit: value.bit };

const need = (value: Need) => {
  if ("decoder" in value) return { decoder: value.decoder, codes: [...value.codes] };
  if ("chip" in value) return { chip: value.chip, address: value.address, bit: value.bit, is: value.is };
  if ("ring" in value) return { ring: value.ring, step: value.step };
  return { ...place(value), is: value.is };
};

const encoding = (value: Encoding) => ({
  chain: value.chain && { data: value.chain.data, clock: value.chain.clock, latch: value.chain.latch },
  bitOrder: value.bitOrder,
  byteCount: value.byteCount,
  pips: value.pips.map(({ pip, needs }) => ({ pip, needs: needs.map(need) })),
  decoders: value.decoders.map(({ unit: ref, inputs }) => ({ unit: ref, inputs: inputs.map(place) })),
  rings: value.rings.map(({ unit: ref, clock, reset }) => ({ unit: ref, clock, reset })),
  buses: value.buses?.map(({ protocol, units, data, clock, select, addresses }) => ({
    protocol,
    units: [...units],
    data,
    clock,
    select,
    addresses: addresses && [...addresses],
  })),
});

const scene = (value: Scene) =>
  value.kind === "text"
    ? {
        kind: value.kind,
        text: value.text,
        font: value.font,
        motion: value.motion,
        step: value.step,
        pause: value.pause,
        repeat: value.repeat,
        align: value.align,
        inverted: value.inverted,
        gap: value.gap,
        seamless: value.seamless,
      }
    : {
        kind: value.kind,
        name: value.name,
        width: value.width,
        height: value.height,
        frames: value.frames.map(({ dots, time }) => ({ dots, time })),
        repeat: value.repeat,
      };

const sign = (value: Sign) => ({
  modules: value.modules.map(({ unit: ref, x, y, turn, mirrored }) => ({ unit: ref, x, y, turn, mirrored })),
  scenes: value.scenes.map(scene),
  fonts: Object.fromEntries(Object.entries(value.fonts).sort(([one], [other]) => (one < other ? -1 : 1))),
});

/**
 * Writes a rig as the text of a `.pip.json` file. Canonical: the same rig gives the same bytes, whatever the order
 * its keys were in. The inverse of `readRig`.
 */
export function writeRig(rig: Rig): string {
  const document = {
    format: rig.format,
    version: rig.version,
    id: rig.id,
    name: rig.name,
    note: rig.note,
    plan: plan(rig.plan),
    units: rig.units.map(unit),
    wires: rig.wires.map(wire),
    code: { bitOrder: rig.code.bitOrder, kept: rig.code.kept && encoding(rig.code.kept) },
    glyphs: [...rig.glyphs]
      .sort((one, other) => (one.glyph < other.glyph ? -1 : 1))
      .map(({ glyph, segments }) => ({ glyph, segments: inOrder(segments) })),
    scan: {
      school: rig.scan.school,
      on: [...rig.scan.on],
      blank: rig.scan.blank,
      level: rig.scan.level,
      blink: rig.scan.blink,
    },
    show: {
      mode: rig.show.mode,
      texts: [...rig.show.texts],
      hold: rig.show.hold,
      interval: rig.show.interval,
      rounds: rig.show.rounds,
      end: rig.show.end,
      align: rig.show.align,
      leadingZeros: rig.show.leadingZeros,
    },
    sign: rig.sign && sign(rig.sign),
    leftOut: rig.leftOut && [...rig.leftOut],
  };
  return `${JSON.stringify(document, null, 2)}\n`;
}

/** A file name for the rig: letters, digits and hyphens of its name, with the given ending. */
export const fileName = ({ name }: Pick<Rig, "name">, ending: string): string => safeFileName(name, ending);
