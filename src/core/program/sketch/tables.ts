import { directLines, gridOf, positionOf, scannedTitle, scannedWord, type RigModel } from "../../address";
import { columnOf, formatByte, isDot, type Cell } from "../../glyph";
import { MODULE_PART, isBusChip, isSingleLeds, legById, legName, type LegNames } from "../../parts";
import { outsideOf, splitLegRef, splitPipId, unitValue, type LegRef, type UnitRef, legRef } from "../../rig";
import { comment, plain, type SketchLine } from "./text";
import type { Program, SlotState } from "../types";
import { storedBytes } from "../stored";

const INDENT = "  ";

const cellName = (cell: Cell | undefined): string => {
  if (!cell) return "";
  const { glyph, point, marks = [] } = cell;
  return [
    glyph === " " ? "blank" : `'${plain(glyph)}'`,
    ...(point ? ["with point"] : []),
    ...marks.map((mark) => `with ${mark}`),
  ].join(" ");
};

/** Where each use of a line leads, each segment to its output, each digit to what switches it. */
export function wiringComments(model: RigModel, program: Program, legNames: LegNames): SketchLine[] {
  const name = (leg: LegRef): string => {
    const { unit, leg: id } = splitLegRef(leg);
    const part = model.part(unit);
    if (part.kind === "controller") return legById(part, id).name;
    if (part.kind === "supply") return `${unit} ${legById(part, id).name}`;
    if (part.kind === "module") return `${unit} ${legById(part, id).name} (pin ${id})`;
    return `${unit} ${legName(legById(part, id), legNames)} (leg ${id})`;
  };
  /** The buffers between a line and a leg. */
  const lifted = (leg: LegRef): string =>
    [...new Set((model.drivers.get(model.nets.of(leg).id) ?? []).flatMap(({ through }) => through ?? []))]
      .map((ref) => `${ref} ${unitValue(model.unit(ref)) ?? model.part(ref).id} -> `)
      .join("");
  const board = model.rig.units.find(({ part: id }) => id === model.rig.plan.controller);
  const line = (of: string | undefined): string =>
    of === undefined || !board ? `line ${of}` : name(legRef(board.ref, of));
  const resistor = (ref: UnitRef): string => `${ref} ${unitValue(model.unit(ref)) ?? ""}`;
  const chip = model.chain.chips[0];
  const part = chip === undefined ? undefined : model.part(chip);
  const inputs =
    part?.kind === "shift-register" && program.chain
      ? (["data", "clock", "latch"] as const).flatMap((use) => {
          const leg = { data: part.pins.serialIn, clock: part.pins.shiftClock, latch: part.pins.latchClock }[
            use
          ];
          if (leg === undefined) return [];
          const found = model.chain.lines[use];
          const lead =
            found === program.chain![use]
              ? ""
              : `   ! the wires lead ${found === undefined ? "nowhere" : `to line ${found}`}`;
          return comment(
            `  ${line(program.chain![use])} -> ${lifted(legRef(chip!, leg))}${name(legRef(chip!, leg))}   ${use}${lead}`,
          );
        })
      : [];
  const bus = model.encoding.buses?.flatMap((on) => {
    const [first] = on.units;
    const driver = model.part(first!);
    if (!isBusChip(driver)) return [];
    const lines = (["data", "clock", "select"] as const).flatMap((pin) =>
      driver.pins[pin] === undefined
        ? []
        : [
            comment(
              `  ${line(on[pin])} -> ${lifted(legRef(first!, driver.pins[pin]))}${name(legRef(first!, driver.pins[pin]))}`,
            ),
          ],
    );
    const addresses = (on.addresses ?? []).map((address, at) =>
      comment(`  ${on.units[at]} has bus address ${formatByte(address)}`),
    );
    return on.units.length > 1 ? [...lines, ...addresses] : lines;
  });
  const modules = model.rig.units.filter(({ part: id }) => id === MODULE_PART);
  if (modules.length > 0)
    return [
      comment("Wiring:"),
      ...modules.map(({ ref }) => comment(`  ${ref} is ${model.part(ref).title}`)),
      ...outsideOf(model.rig).wires.map(({ from, to }) => comment(`  ${name(from)} -> ${name(to)}`)),
      ...inputs.filter(({ text }) => text.includes("!")),
      ...(bus ?? []).filter(({ text }) => text.includes("has bus address")),
    ];
  const chained = model.chain.chips
    .slice(1)
    .map((ref, at) => comment(`  ${model.chain.chips[at]!} serial output -> ${ref} serial input`));
  const seen = new Set<LegRef>();
  const segments = model.addresses.flatMap(({ ownLeg, ownReach }): SketchLine[] => {
    if (seen.has(ownLeg)) return [];
    seen.add(ownLeg);
    const steps = ownReach.map(({ driver, via }) =>
      [name(driver.leg), ...[...via].reverse().map(resistor)].join(" -> "),
    );
    const pips = model.addresses.filter((one) => one.ownLeg === ownLeg).map((one) => one.pip);
    return [{ ...comment(`  ${steps.join(" and ") || "nothing"} -> ${name(ownLeg)}`), pips }];
  });
  const commons = model.addresses.flatMap(({ pip, digit, sharedLeg, sharedReach }) => {
    if (seen.has(sharedLeg)) return [];
    seen.add(sharedLeg);
    const { unit } = splitPipId(pip);
    const scanned = !isSingleLeds(model.part(unit));
    const tail = scanned && model.digits.length > 1 ? `   ${scannedTitle(model, unit, digit)}` : "";
    return sharedReach.map(({ driver, via }) =>
      comment(`  ${[name(sharedLeg), ...via.map(resistor), name(driver.leg)].join(" -> ")}${tail}`),
    );
  });
  return [comment("Wiring:"), ...inputs, ...(bus ?? []), ...chained, ...segments, ...commons];
}

/** What stands on each bit: segment letters for the chain's bytes, "p" the point, digits by their number. */
function bitNames(model: RigModel): string[] {
  const { encoding, digits } = model;
  const several = digits.length > 1;
  return Array.from({ length: encoding.byteCount }, (_, byte) =>
    [7, 6, 5, 4, 3, 2, 1, 0]
      .map((bit) => {
        const on = encoding.pips.filter(({ needs }) =>
          needs.some((need) => "byte" in need && need.byte === byte && need.bit === bit),
        );
        const segments = new Set(on.map(({ pip }) => splitPipId(pip).segment));
        const places = new Set(
          on.map(({ pip }) => positionOf(model, splitPipId(pip).unit, splitPipId(pip).digit)),
        );
        if (on.length === 0) return "-";
        const [only] = segments;
        if (segments.size === 1)
          return isDot(only!) ? String(columnOf(only) % 10) : only!.replace("dp", "p")[0]!;
        return several && places.size === 1 ? String([...places][0]) : "+";
      })
      .join(""),
  );
}

/** The senses with which bits light: all 1, all 0, or mixed. */
function senseOf(model: RigModel): string {
  const lights = new Set(
    model.encoding.pips.flatMap(({ needs }) => needs.flatMap((need) => ("is" in need ? [need.is] : []))),
  );
  if (lights.size === 2) return "see the wiring for what lights it";
  return lights.has(0) ? "0 lights" : "1 lights";
}

const binary = (bytes: readonly number[]): string =>
  bytes.map((byte) => formatByte(byte, "binary")).join(", ");
const hex = (bytes: readonly number[]): string => bytes.map((byte) => formatByte(byte)).join(" ");

/** What stands on the bits of a table's bytes, over the table. @param lead blanks before the first byte's names */
function notes(model: RigModel, lead: string): SketchLine[] {
  const { encoding, digits } = model;
  const behind = encoding.chain ? "Behind them the" : "The";
  const lines =
    directLines(encoding).length > 0
      ? [comment(`${behind} level of each line of LINES, the first in bit 0.`)]
      : [];
  if (!encoding.chain) return lines;
  return [
    comment(
      scannedWord(model) === "row"
        ? `The column, or the row, on each bit (-: not used); ${senseOf(model)}.`
        : `The segment on each bit (p: point, -: not used${digits.length > 1 ? ", a number: that digit" : ""}); ${senseOf(model)}.`,
    ),
    comment(
      encoding.bitOrder === "msb-first"
        ? "The leftmost bit is sent first and ends farthest down the register."
        : "The rightmost bit is sent first and ends farthest down the register.",
    ),
    ...lines,
    { text: `//  ${lead}${bitNames(model).join("".padEnd(4))}` },
  ];
}

/** Where the chain's bytes stand in a row of a table. */
const bitColumns = ({ encoding }: RigModel, lead: string): number[] =>
  encoding.chain ? Array.from({ length: encoding.byteCount }, (_, at) => lead.length + at * 12 + 2) : [];

/** The table of whole faces, one row each. */
export function patternTables(model: RigModel, { frames, dark }: Program): SketchLine[] {
  const blank = storedBytes(dark.states[0]!);
  const single = blank.length === 1;
  const lead = single ? INDENT : `${INDENT}{`;
  return [
    ...notes(model, single ? "" : " "),
    { text: `const uint8_t PATTERNS${single ? "[]" : `[][${blank.length}]`} PROGMEM = {` },
    ...frames.map(({ cells, states, text }): SketchLine => {
      const bytes = storedBytes(states[0]!);
      const cell = cells.length === 1 ? cells[0]! : undefined;
      return {
        text: `${lead}${binary(bytes)}${single ? "" : "}"},  // ${hex(bytes)}  ${cell ? cellName(cell) : `"${plain(text)}"`}`,
        glyph: cell?.glyph,
        bitColumns: bitColumns(model, lead),
      };
    }),
    { text: "};" },
    { text: "const uint16_t PATTERN_COUNT = sizeof(PATTERNS) / sizeof(PATTERNS[0]);" },
    single
      ? { text: `const uint8_t BLANK = ${binary(blank)};` }
      : { text: `const uint8_t BLANK[] PROGMEM = {${binary(blank)}};` },
  ];
}

/** The table of every face's slots, one row a slot; the dark face is the last. */
export function slotTables(model: RigModel, program: Program): SketchLine[] {
  const { frames, dark, on } = program;
  const face = (text: string, cells: readonly Cell[], states: readonly SlotState[]): SketchLine[] => [
    { text: `${INDENT}{  // ${text}` },
    ...states.map((state) => slotRow(model, cells, state)),
    { text: `${INDENT}},` },
  ];
  return [
    ...notes(model, "   "),
    { text: `const uint8_t SLOTS = ${on.length};` },
    { text: `const uint16_t FRAME_COUNT = ${frames.length};` },
    comment(`One line for the turn of each ${scannedWord(model)}; the last face is dark.`),
    ...(gridOf(model) ? frameTimes(program) : []),
    {
      text: `const uint8_t FRAMES[FRAME_COUNT + 1][SLOTS][${storedBytes(dark.states[0]!).length}] PROGMEM = {`,
    },
    ...frames.flatMap(({ text, cells, states }) => face(`"${plain(text)}"`, cells, states)),
    ...face("dark", dark.cells, dark.states),
    { text: "};" },
  ];
}

/** The bytes of one slot, with whose turn it is and what that shows. */
function slotRow(model: RigModel, cells: readonly Cell[], state: SlotState): SketchLine {
  const lead = `${INDENT}${INDENT}{`;
  const bytes = storedBytes(state);
  const ids = model.slots[state.slot]!;
  const shown = ids.map((id) => cellName(cells[model.digits.indexOf(id)])).join(", ");
  const digits = ids.map((id) => scannedTitle(model, id.unit, id.digit)).join(", ");
  return {
    text: `${lead}${binary(bytes)}},  // ${digits}: ${hex(bytes)}  ${shown}`.trimEnd(),
    bitColumns: bitColumns(model, lead),
  };
}

/** How long each face is shown: in ms where a timer keeps the scan going, otherwise in turns of the scan. */
function frameTimes({ frames, tick }: Program): SketchLine[] {
  const timed = tick.length > 0;
  const values = frames.map(({ time = 0, scans = 1 }) => (timed ? Math.round(time) : scans));
  return [
    comment(timed ? "How long each face is shown, in ms." : "How many turns of the scan each face is shown."),
    { text: `const uint16_t ${timed ? "FRAME_MS" : "FRAME_TURNS"}[] PROGMEM = {${values.join(", ")}};` },
  ];
}
