import { gridOf, positionOf, turnTitle, turnWord, type RigModel } from "../address";
import { columnOf, formatByte, isDot, type Cell } from "../glyph";
import { isBusChip, legById, legName, type NamingSchool } from "../parts";
import { splitLegRef, splitPipId, unitValue, type LegRef, type UnitRef } from "../rig";
import { comment, plain, type SketchLine } from "./sketch-text";
import type { Program, SlotState } from "./types";

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

/** Bytes of a state as the program keeps it: those of the chain, then the direct lines, eight to a byte. */
export const storedBytes = (state: SlotState): number[] => {
  const lines = Array<number>(Math.ceil(state.levels.length / 8)).fill(0);
  state.levels.forEach((level, at) => (lines[at >> 3]! |= level << (at & 7)));
  return [...state.bytes, ...lines];
};

/** Where each use of a line leads, each segment to its output, each digit to what switches it. */
export function wiringComments(model: RigModel, program: Program, school: NamingSchool): SketchLine[] {
  const name = (leg: LegRef): string => {
    const { unit, leg: id } = splitLegRef(leg);
    const part = model.part(unit);
    if (part.kind === "controller") return legById(part, id).name;
    return `${unit} ${legName(legById(part, id), school)} (leg ${id})`;
  };
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
          return comment(`  line ${program.chain![use]} -> ${name(`${chip!}.${leg}`)}   ${use}${lead}`);
        })
      : [];
  const bus = model.encoding.buses?.flatMap((on) => {
    const [first] = on.units;
    const driver = model.part(first!);
    if (!isBusChip(driver)) return [];
    const lines = (["data", "clock", "select"] as const).flatMap((pin) =>
      driver.pins[pin] === undefined
        ? []
        : [comment(`  line ${on[pin]} -> ${name(`${first!}.${driver.pins[pin]}`)}`)],
    );
    const addresses = (on.addresses ?? []).map((address, at) =>
      comment(`  ${on.units[at]} has bus address ${formatByte(address)}`),
    );
    return on.units.length > 1 ? [...lines, ...addresses] : lines;
  });
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
    const tail = model.digits.length > 1 ? `   ${turnTitle(model, unit, digit)}` : "";
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

/** The tables of what is put out: one row a face, or one row a slot of each face. */
export function tables(model: RigModel, program: Program): SketchLine[] {
  const { encoding } = model;
  const multiplexed = program.on.length > 1;
  const dots = gridOf(model) !== undefined;
  const size = storedBytes(program.dark.states[0]!).length;
  const single = size === 1 && !multiplexed;
  const names = bitNames(model);
  const binary = (bytes: readonly number[]) => bytes.map((byte) => formatByte(byte, "binary")).join(", ");
  const hex = (bytes: readonly number[]) => bytes.map((byte) => formatByte(byte)).join(" ");
  const chainNote = encoding.chain
    ? [
        comment(
          turnWord(model) === "row"
            ? `The column, or the row, on each bit (-: not used); ${senseOf(model)}.`
            : `The segment on each bit (p: point, -: not used${model.digits.length > 1 ? ", a number: that digit" : ""}); ${senseOf(model)}.`,
        ),
        comment(
          encoding.bitOrder === "msb-first"
            ? "The leftmost bit is sent first and ends farthest down the register."
            : "The rightmost bit is sent first and ends farthest down the register.",
        ),
      ]
    : [];
  const lineNote =
    program.direct.length > 0
      ? [
          comment(
            `${encoding.chain ? "Behind them the" : "The"} level of each line of LINES, the first in bit 0.`,
          ),
        ]
      : [];
  const legend = encoding.chain
    ? [{ text: `//  ${single ? "" : multiplexed ? "   " : " "}${names.join("".padEnd(4))}` }]
    : [];
  const columns = (lead: string) =>
    encoding.chain ? Array.from({ length: encoding.byteCount }, (_, at) => lead.length + at * 12 + 2) : [];
  if (!multiplexed) {
    const lead = single ? INDENT : `${INDENT}{`;
    return [
      ...chainNote,
      ...lineNote,
      ...legend,
      { text: `const uint8_t PATTERNS${single ? "[]" : `[][${size}]`} PROGMEM = {` },
      ...program.frames.map(({ cells, states, text }): SketchLine => {
        const bytes = storedBytes(states[0]!);
        const cell = cells.length === 1 ? cells[0]! : undefined;
        return {
          text: `${lead}${binary(bytes)}${single ? "" : "}"},  // ${hex(bytes)}  ${cell ? cellName(cell) : `"${plain(text)}"`}`,
          glyph: cell?.glyph,
          bitColumns: columns(lead),
        };
      }),
      { text: "};" },
      { text: "const uint16_t PATTERN_COUNT = sizeof(PATTERNS) / sizeof(PATTERNS[0]);" },
      single
        ? { text: `const uint8_t BLANK = ${formatByte(storedBytes(program.dark.states[0]!)[0]!, "binary")};` }
        : { text: `const uint8_t BLANK[] PROGMEM = {${binary(storedBytes(program.dark.states[0]!))}};` },
    ];
  }
  const lead = `${INDENT}${INDENT}{`;
  const frame = (text: string, cells: readonly Cell[], states: readonly SlotState[]): SketchLine[] => [
    { text: `${INDENT}{  // ${text}` },
    ...states.map((state): SketchLine => {
      const bytes = storedBytes(state);
      const shown = model.slots[state.slot]!.map((id) => cellName(cells[model.digits.indexOf(id)])).join(
        ", ",
      );
      const turn = model.slots[state.slot]!.map((id) => turnTitle(model, id.unit, id.digit)).join(", ");
      return {
        text: `${lead}${binary(bytes)}},  // ${turn}: ${hex(bytes)}  ${shown}`.trimEnd(),
        bitColumns: columns(lead),
      };
    }),
    { text: `${INDENT}},` },
  ];
  return [
    ...chainNote,
    ...lineNote,
    ...legend,
    { text: `const uint8_t SLOTS = ${program.on.length};` },
    { text: `const uint16_t FRAME_COUNT = ${program.frames.length};` },
    comment(`One line for the turn of each ${turnWord(model)}; the last face is dark.`),
    ...(dots ? frameTimes(program) : []),
    { text: `const uint8_t FRAMES[FRAME_COUNT + 1][SLOTS][${size}] PROGMEM = {` },
    ...program.frames.flatMap(({ text, cells, states }) => frame(`"${plain(text)}"`, cells, states)),
    ...frame("dark", program.dark.cells, program.dark.states),
    { text: "};" },
  ];
}

/** How long each face is shown: in ms where a timer keeps the scan going, otherwise in turns of the scan. */
function frameTimes({ frames, tick }: Program): SketchLine[] {
  const timed = tick.length > 0;
  const values = frames.map(({ time = 0, turns = 1 }) => (timed ? Math.round(time) : turns));
  return [
    comment(timed ? "How long each face is shown, in ms." : "How many turns of the scan each face is shown."),
    { text: `const uint16_t ${timed ? "FRAME_MS" : "FRAME_TURNS"}[] PROGMEM = {${values.join(", ")}};` },
  ];
}
