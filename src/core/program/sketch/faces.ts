import { gridOf, type RigModel } from "../../address";
import { besideRound, type BitOrder } from "../../rig";
import type { Deed } from "../language";
import { C, arrayText, tableText } from "../print/c";
import type { Place } from "../print/printer";
import type { Code } from "../print/syntax";
import { keepsDark } from "../live/memory";
import type { LiveParts, Program } from "../types";
import type { SketchClock } from "./clocks";
import { faceTables, setUpTable } from "./driver";
import { signLoop, signRoutines, signTables } from "./sign";
import { patternTables, slotTables } from "./tables";
import { comment, type SketchLine } from "./text";
import { storedBytes, storedState } from "../stored";

type Show = Extract<Deed, { do: "show" }>["state"];

/** How a sketch keeps its faces, and what the routine that puts one out is given. */
export interface SketchFaces {
  tables(): readonly SketchLine[];
  /** Routines only this way of keeping needs. */
  readonly routines: Code;
  /** Head of the routine that puts a state out. */
  readonly sender: string;
  /** A byte of the state that routine is given. */
  byte(index: string): string;
  /** Shifts the state into the registers. */
  shift(order: BitOrder): Code;
  /** Sends the state's transfers to the driver chips. */
  readonly sendWrites: string;
  /** Puts out the face at hand, or the dark one. */
  show(state: Show, place: Place): Code;
  /** Goes through all faces. */
  each(body: Code): Code;
  /** ms the face at hand is shown, where each has a time of its own. */
  readonly time: string;
  /** Takes what was drawn, where faces are drawn as values change. */
  readonly handOver: Code;
  /** The state of a slot in which everything is dark. */
  readonly darkState: string;
}

const shiftOut = (order: BitOrder, what: string): string =>
  `shiftOut(DATA_LINE, CLOCK_LINE, ${order === "msb-first" ? "MSBFIRST" : "LSBFIRST"}, ${what});`;

const shiftAll =
  (count: number, byte: SketchFaces["byte"]) =>
  (order: BitOrder): Code =>
    count === 1
      ? [shiftOut(order, byte("0"))]
      : C.block(`for (uint8_t at = 0; at < ${count}; at++)`, [shiftOut(order, byte("at"))]);

const patternByte = (index: string): string => `pgm_read_byte(&pattern[${index}])`;
const stateByte = (index: string): string => `pgm_read_byte(&state[${index}])`;
const eachPattern = (body: Code): Code =>
  C.block("for (uint16_t shown = 0; shown < PATTERN_COUNT; shown++)", body);
const patternOf = ({ inFrames }: Place): string => (inFrames ? "PATTERNS[shown]" : "PATTERNS[0]");

/** A table of whole states, one a face; of one byte, it is given by its value. */
function patterns(model: RigModel, program: Program): SketchFaces {
  const dark = program.dark.states[0]!;
  const single = program.buses.length === 0 && storedBytes(dark).length === 1 && gridOf(model) === undefined;
  const sent = (place: Place) => (single ? `pgm_read_byte(&${patternOf(place)})` : patternOf(place));
  return {
    tables: () => patternTables(model, program),
    routines: [],
    sender: `void sendPattern(${single ? "uint8_t pattern" : "const uint8_t *pattern"})`,
    byte: single ? () => "pattern" : patternByte,
    shift: single ? (order) => [shiftOut(order, "pattern")] : shiftAll(dark.bytes.length, patternByte),
    sendWrites: "sendStored(pattern);",
    show: (state, place) => [`sendPattern(${state === "blank" ? "BLANK" : sent(place)});`],
    each: eachPattern,
    handOver: [],
    darkState: "FRAMES[FRAME_COUNT][slot]",
    time: "pgm_read_word(&FRAME_MS[shown])",
  };
}

/** A table of the states of every slot of every face, the dark one last. */
function slots(model: RigModel, program: Program, { counter, kind }: SketchClock): SketchFaces {
  const slot = (state: Show) => (state === "blank" ? "0" : "slot");
  return {
    tables: () => slotTables(model, program),
    routines: [],
    sender: `void showSlot(${program.ring ? "uint8_t slot, " : ""}const uint8_t *state)`,
    byte: stateByte,
    shift: shiftAll(program.dark.states[0]!.bytes.length, stateByte),
    sendWrites: "sendStored(state);",
    show: (state) => [
      `showSlot(${program.ring ? `${slot(state)}, ` : ""}FRAMES[${state === "blank" ? "FRAME_COUNT" : "shown"}][${slot(state)}]);`,
    ],
    each: (body) =>
      C.block(
        kind === "loop"
          ? "for (shown = 0; shown < FRAME_COUNT; shown++)"
          : `for (uint16_t ${counter} = 0; ${counter} < FRAME_COUNT; ${counter}++)`,
        body,
      ),
    time: `pgm_read_word(&FRAME_MS[${counter}])`,
    handOver: [],
    darkState: "FRAMES[FRAME_COUNT][slot]",
  };
}

/** The transfers of each face in flash, for driver chips that scan by themselves. */
const transfers = (model: RigModel, program: Program): SketchFaces => ({
  ...patterns(model, program),
  tables: () => [...setUpTable(model, program), ...faceTables(program)],
});

/** Faces of dots on driver chips, drawn from columns before they are sent. */
const drawn = (model: RigModel, program: Program): SketchFaces => ({
  ...patterns(model, program),
  tables: () => [...setUpTable(model, program), ...signTables(model, program)],
  routines: signRoutines(model),
  sendWrites: "sendTransfers(pattern);",
  show: (state, { inFrames }) => [
    `${state === "blank" ? `clearFace(${besideRound(model.rig) > 1 ? "0" : ""})` : inFrames ? "drawFace(move, step)" : "drawFace(0, 0)"};`,
    "sendPattern(face);",
  ],
  each: signLoop,
  time: "(uint16_t)moveValue(move, 10)",
});

/** A face in memory, drawn whenever a value has changed: its slots lie one after the other. */
function reacting(
  model: RigModel,
  program: Program,
  live: LiveParts,
  clock: SketchClock | undefined,
): SketchFaces {
  const sent = clock ? "state" : "pattern";
  const byte = (index: string) => `${sent}[${index}]`;
  const count = live.stateOf(
    0,
    live.arrays.find(({ name }) => name === live.pattern)!.values!.slice(0, live.size),
  );
  const offset = storedBytes(count).length;
  const call = clock ? (program.ring ? "showSlot(slot, " : "showSlot(") : "sendPattern(";
  const copy = C.block(`for (${counterType(live)} at = 0; at < sizeof(${live.pattern}); at++)`, [
    `${live.pattern}[at] = ${live.drawn}[at];`,
  ]);
  return {
    tables: () => [
      ...(program.buses.length > 0 ? setUpTable(model, program) : []),
      ...live.tables.map((table) => ({ text: tableText(table) })),
      ...(keepsDark(program)
        ? [
            comment("What is put out while nothing is to be lit."),
            { text: `const uint8_t DARK[] = {${program.dark.states.flatMap(storedState).join(", ")}};` },
          ]
        : []),
      { text: "" },
      ...live.arrays.map((array) => ({ text: arrayText(array) })),
      ...(clock ? [{ text: `const uint8_t SLOTS = ${program.on.length};` }] : []),
    ],
    routines: [],
    sender: clock
      ? `void showSlot(${program.ring ? "uint8_t slot, " : ""}const uint8_t *state)`
      : "void sendPattern(const uint8_t *pattern)",
    byte,
    shift: shiftAll(program.dark.states[0]!.bytes.length, byte),
    sendWrites: offset > 0 ? `sendTransfers(${sent} + ${offset});` : `sendTransfers(${sent});`,
    show: (state) =>
      state === "blank"
        ? [`${call.replace("slot, ", "0, ")}DARK);`]
        : [`${call}${clock ? `${live.pattern} + slot * ${live.size}` : live.pattern});`],
    each: (body) => body,
    time: "0",
    handOver: clock?.kind === "interrupt" ? C.guard(copy) : copy,
    darkState: `DARK + slot * ${live.size}`,
  };
}

const counterType = ({ arrays, pattern }: LiveParts): string =>
  arrays.find(({ name }) => name === pattern)!.size > 255 ? "uint16_t" : "uint8_t";

export function facesOf(model: RigModel, program: Program, clock: SketchClock | undefined): SketchFaces {
  if (program.live) return reacting(model, program, program.live, clock);
  if (program.buses.length > 0) return gridOf(model) ? drawn(model, program) : transfers(model, program);
  return clock ? slots(model, program, clock) : patterns(model, program);
}
