import { inOrder } from "../glyph";
import type { Encoding, Plan, Rig, Unit, Wire } from "./types";

const lines = ({ data, clock, latch }: Plan["lines"]) => ({ data, clock, latch });

const plan = (value: Plan) => ({
  scheme: value.scheme,
  controller: value.controller,
  polarity: value.polarity,
  resistors: value.resistors,
  power: value.power,
  lines: lines(value.lines),
  outputs: [...value.outputs],
});

const unit = ({ ref, part, ohms, farads, volts, led }: Unit) => ({
  ref,
  part,
  ohms,
  farads,
  volts,
  led: led && { colour: led.colour, forward: led.forward, slope: led.slope },
});

const wire = ({ id, from, to, placed }: Wire) => ({ id, from, to, placed });

const encoding = (value: Encoding) => ({
  lines: lines(value.lines),
  bitOrder: value.bitOrder,
  byteCount: value.byteCount,
  bits: value.bits.map(({ pip, byte, bit, lights }) => ({ pip, byte, bit, lights })),
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
    show: {
      mode: rig.show.mode,
      list: rig.show.list,
      hold: rig.show.hold,
      interval: rig.show.interval,
      rounds: rig.show.rounds,
      end: rig.show.end,
    },
  };
  return `${JSON.stringify(document, null, 2)}\n`;
}

/** A file name for the rig: letters, digits and hyphens of its name, with the given ending. */
export function fileName(rig: Pick<Rig, "name">, ending: string): string {
  const stem = rig.name
    .normalize("NFKD")
    .replace(/[^A-Za-z0-9]+/g, "-")
    .replace(/^-+|-+$/g, "")
    .toLowerCase();
  return `${stem || "rig"}${ending}`;
}
