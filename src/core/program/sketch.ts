import { chipOn, gridOf, isMultiplexed, turnWord, type RigModel } from "../address";
import { transportOf } from "../bus";
import { isChip, type NamingSchool } from "../parts";
import { controllerById } from "../rig";
import { turnPeriod } from "./run";
import { busLineNames, busRoutines, faceTables, setUpTable } from "./sketch-driver";
import { signLoop, signRoutines, signTables } from "./sketch-sign";
import { storedBytes, tables, wiringComments } from "./sketch-tables";
import { FLASH_WORDS, comment, type SketchLine } from "./sketch-text";
import { PAUSE, keepsFaceTime, search, untilDue, waitOf } from "./sketch-time";
import { tickRoutine, timerKind, timerStart } from "./sketch-timer";
import type { Program, Statement } from "./types";

const INDENT = "  ";
/** Longest pause, in µs, the microsecond call keeps exactly on 8-bit boards. */
const LONGEST_PAUSE = 16_000;

/** What a printed program needs to know of the whole while it prints a statement. */
interface Printing {
  readonly program: Program;
  /** The routine that is printed is given a state, and a slot where there are several. */
  readonly multiplexed: boolean;
  readonly single: boolean;
  readonly longPauses: boolean;
  /** Faces are shown for just the time asked for, whatever sending them takes. */
  readonly keepsTime: boolean;
  /** A display of dots on driver chips: its faces are drawn from columns. */
  readonly drawn: boolean;
  /** Within the loop over all faces. */
  readonly inFrames?: boolean;
}

/**
 * Prints a program as a C++ sketch for the setup()/loop() flavour, with plain pin-write and shift-out calls and no
 * library.
 */
export function writeSketch(
  model: RigModel,
  program: Program,
  school: NamingSchool = "letters",
): SketchLine[] {
  const multiplexed = isMultiplexed(model);
  const dots = gridOf(model) !== undefined;
  const drawn = dots && program.buses.length > 0;
  const keepsTime = keepsFaceTime(program);
  const printing: Printing = {
    program,
    multiplexed,
    drawn,
    single:
      !dots &&
      program.buses.length === 0 &&
      !multiplexed &&
      storedBytes(program.dark.states[0]!).length === 1,
    keepsTime,
    longPauses: keepsTime || (multiplexed && Math.max(...program.on, program.blankTime) > LONGEST_PAUSE),
  };
  return [
    ...heading(model, program),
    ...wiringComments(model, program, school),
    { text: "" },
    ...FLASH_WORDS,
    { text: "" },
    ...constants(printing, model),
    { text: "" },
    ...(program.buses.length === 0
      ? tables(model, program)
      : [...setUpTable(model, program), ...(drawn ? signTables(model, program) : faceTables(program))]),
    { text: "" },
    ...(program.buses.length > 0 ? [...busRoutines(model, program), { text: "" }] : []),
    ...(printing.longPauses ? [...PAUSE, { text: "" }] : []),
    ...(keepsTime ? [...untilDue(program), { text: "" }] : []),
    ...(drawn ? [...signRoutines(), { text: "" }] : []),
    ...sendRoutine(model, printing),
    { text: "" },
    ...darkenRoutine(printing),
    ...tickRoutine(model, program, (body) => lines(body, printing, 1)),
    ...routine("void setup() {", printing, program.setup, (statement) =>
      timerStart(model, program, statement),
    ),
    { text: "" },
    ...loopRoutine(model, printing),
  ];
}

function heading(model: RigModel, program: Program): SketchLine[] {
  const counts = new Map<string, number>();
  for (const { ref } of model.rig.units) {
    const part = model.part(ref);
    const named = isChip(part) || part.kind === "driver-array";
    if (!named && part.kind !== "display" && part.kind !== "transistor") continue;
    const title = named ? part.id : part.title;
    counts.set(title, (counts.get(title) ?? 0) + 1);
  }
  const controller = controllerById(model.rig.plan.controller);
  const period = turnPeriod(program, controller.cost);
  return [
    comment(model.rig.name),
    comment(`Drives: ${[...counts].map(([title, count]) => `${count} x ${title}`).join("; ")}.`),
    comment(`For: ${controller.title}.`),
    comment("Written by Bold Pip: bytes, bit order and lines come from the rig's wires."),
    ...(isMultiplexed(model)
      ? [comment(`Each ${turnWord(model)} is refreshed ${Math.round(1e9 / period)} times a second.`)]
      : []),
    comment(),
  ];
}

/** A constant name for a line: its use in the chain or ring. Lines driven directly are in a table. */
function lineName(program: Program, line: string): string {
  const { chain, ring } = program;
  if (chain?.data === line) return "DATA_LINE";
  if (chain?.clock === line) return "CLOCK_LINE";
  if (chain?.latch === line) return "LATCH_LINE";
  if (ring?.clock === line) return "RING_CLOCK_LINE";
  if (ring?.reset === line) return "RING_RESET_LINE";
  return busLineNames(program)[line] ?? line;
}

function constants({ program, multiplexed }: Printing, model: RigModel): SketchLine[] {
  const { chain, ring, direct, digitLines } = program;
  const wait = waitOf([...program.setup, ...program.loop]);
  const refreshes = repeatOf([...program.setup, ...program.loop]);
  const one = (name: string, value: string | number, type = "uint8_t"): SketchLine => ({
    text: `const ${type} ${name} = ${value};`,
  });
  const kind = timerKind(model, program);
  return [
    ...(chain
      ? [
          one("DATA_LINE", chain.data),
          one("CLOCK_LINE", chain.clock),
          ...(chain.latch === undefined ? [] : [one("LATCH_LINE", chain.latch)]),
        ]
      : []),
    ...Object.entries(busLineNames(program)).map(([line, name]) => one(name, line)),
    ...(ring ? [one("RING_CLOCK_LINE", ring.clock), one("RING_RESET_LINE", ring.reset)] : []),
    ...(direct.length > 0
      ? [
          { text: `const uint8_t LINES[] PROGMEM = {${direct.join(", ")}};` },
          one("LINE_COUNT", direct.length),
          ...(program.darken.some((statement) => statement.do === "write-lines")
            ? [one("FIRST_DIGIT_LINE", direct.length - digitLines.length)]
            : []),
        ]
      : []),
    ...(ring && multiplexed
      ? [
          {
            text: `const uint8_t RING_CLOCKS[] PROGMEM = {${program.dark.states.map((state) => state.ring?.clocks ?? 0).join(", ")}};`,
          },
        ]
      : []),
    ...(multiplexed && kind === "loop"
      ? [
          {
            text: `const ${isLong(program) ? "uint32_t" : "uint16_t"} ON_US[] PROGMEM = {${program.on.map(Math.round).join(", ")}};`,
          },
        ]
      : []),
    ...(multiplexed && program.blankTime > 0
      ? [one("BLANK_US", Math.round(program.blankTime), "uint16_t")]
      : []),
    ...(refreshes === undefined ? [] : [one("REFRESHES", refreshes, "unsigned long")]),
    ...(wait === undefined ? [] : [one("INTERVAL_MS", wait, "unsigned long")]),
  ];
}

/** Whether an on-time does not go into two bytes. */
const isLong = ({ on }: Program): boolean => on.some((time) => time > 65_535);

const repeatOf = (statements: readonly Statement[]): number | undefined =>
  search(statements, (statement) =>
    statement.do === "repeat" && statement.what === "refreshes" && statement.times !== "frame"
      ? statement.times
      : undefined,
  );

function sendRoutine(model: RigModel, printing: Printing): SketchLine[] {
  const { program, multiplexed, single } = printing;
  const says =
    program.buses.length > 0
      ? `// ${chipOn(model, program.buses[0]!).sends}`
      : program.chain
        ? program.chain.latch === undefined
          ? "// Shifts a pattern into the registers; the outputs show every bit on its way."
          : "// Shifts a pattern into the registers; the outputs take it when the latch line rises."
        : "// Puts a pattern on the lines.";
  const opening = multiplexed
    ? `void showSlot(${program.ring ? "uint8_t slot, " : ""}const uint8_t *state) {`
    : `void sendPattern(${single ? "uint8_t pattern" : "const uint8_t *pattern"}) {`;
  return [{ text: says }, ...routine(opening, printing, program.send)];
}

function darkenRoutine(printing: Printing): SketchLine[] {
  const { program } = printing;
  if (program.darken.length === 0) return [];
  return [
    { text: "// Makes everything dark, so that no digit shows what belongs to its neighbour." },
    { text: "void darken(uint8_t slot) {" },
    { text: `${INDENT}const uint8_t *state = FRAMES[FRAME_COUNT][slot];` },
    ...lines(program.darken, printing, 1),
    { text: "}" },
    { text: "" },
  ];
}

function loopRoutine(model: RigModel, printing: Printing): SketchLine[] {
  const { program } = printing;
  if (program.loop.length > 0) return routine("void loop() {", printing, program.loop);
  const says =
    program.tick.length > 0
      ? "// Nothing more to do here: the timer keeps the digits lit."
      : "// Nothing more to do: the outputs keep what was put out.";
  const polled = timerKind(model, program) === "polled" ? [{ text: `${INDENT}refreshIfDue();` }] : [];
  return [{ text: "void loop() {" }, { text: `${INDENT}${says}` }, ...polled, { text: "}" }];
}

function routine(
  opening: string,
  printing: Printing,
  body: readonly Statement[],
  special: (statement: Statement) => string[] | undefined = () => undefined,
): SketchLine[] {
  return [
    { text: opening },
    ...body.flatMap((statement) =>
      (special(statement) ?? print(statement, printing, 1)).map((text) => ({ text })),
    ),
    { text: "}" },
  ];
}

const lines = (body: readonly Statement[], printing: Printing, depth: number): SketchLine[] =>
  body.flatMap((statement) => print(statement, printing, depth)).map((text) => ({ text }));

/** A byte of the state a routine is given. */
const stateByte = ({ multiplexed }: Printing, index: string): string =>
  `pgm_read_byte(&${multiplexed ? "state" : "pattern"}[${index}])`;

/** How long a face is shown, in ms: all alike, or each its own time. */
function timeOf({ time }: { readonly time: number | "frame" }, { drawn, program }: Printing): string {
  if (time !== "frame") return "INTERVAL_MS";
  if (drawn) return "(uint16_t)moveValue(move, 10)";
  return `pgm_read_word(&FRAME_MS[${program.tick.length > 0 ? "next" : "shown"}])`;
}

/** How many turns of the scan a face is shown. */
const refreshesOf = ({ times }: Extract<Statement, { do: "repeat" }>): string =>
  times === "frame" ? "pgm_read_word(&FRAME_TURNS[shown])" : "REFRESHES";

function print(statement: Statement, printing: Printing, depth: number): string[] {
  const lead = INDENT.repeat(depth);
  const { program, multiplexed, single } = printing;
  const state = multiplexed ? "state" : "pattern";
  const inside = (body: readonly Statement[]) => body.flatMap((inner) => print(inner, printing, depth + 1));
  const block = (opening: string, body: readonly string[]) => [`${lead}${opening} {`, ...body, `${lead}}`];
  switch (statement.do) {
    case "set-up-chips":
      return [
        ...program.buses.flatMap(({ protocol, select }) =>
          transportOf(protocol).selectRestsHigh && select !== undefined
            ? [`${lead}digitalWrite(${lineName(program, select)}, HIGH);`]
            : [],
        ),
        `${lead}sendStored(SET_UP);`,
      ];
    case "send-writes":
      return [`${lead}${printing.drawn ? "sendTransfers" : "sendStored"}(${state});`];
    case "line-mode": {
      if (statement.released) return [`${lead}pinMode(${lineName(program, statement.line)}, INPUT);`];
      const at = program.direct.indexOf(statement.line);
      if (at < 0) return [`${lead}pinMode(${lineName(program, statement.line)}, OUTPUT);`];
      if (at > 0) return [];
      return [
        `${lead}for (uint8_t at = 0; at < LINE_COUNT; at++) pinMode(pgm_read_byte(&LINES[at]), OUTPUT);`,
      ];
    }
    case "line-write":
      return [
        `${lead}digitalWrite(${lineName(program, statement.line)}, ${statement.level ? "HIGH" : "LOW"});`,
      ];
    case "shift-state": {
      const order = statement.order === "msb-first" ? "MSBFIRST" : "LSBFIRST";
      const shift = (what: string) => `shiftOut(DATA_LINE, CLOCK_LINE, ${order}, ${what});`;
      if (single) return [`${lead}${shift("pattern")}`];
      const count = program.dark.states[0]!.bytes.length;
      if (count === 1) return [`${lead}${shift(stateByte(printing, "0"))}`];
      return block(`for (uint8_t at = 0; at < ${count}; at++)`, [
        `${lead}${INDENT}${shift(stateByte(printing, "at"))}`,
      ]);
    }
    case "write-lines": {
      const first = program.dark.states[0]!.bytes.length;
      const from = statement.which === "digits" ? "FIRST_DIGIT_LINE" : "0";
      const index = first === 0 ? "at / 8" : `${first} + at / 8`;
      const byte = single ? "pattern" : stateByte(printing, index);
      return block(`for (uint8_t at = ${from}; at < LINE_COUNT; at++)`, [
        `${lead}${INDENT}digitalWrite(pgm_read_byte(&LINES[at]), (${byte} >> (at % 8)) & 1 ? HIGH : LOW);`,
      ]);
    }
    case "step-ring": {
      const pulse = (name: string, where: string) => [
        `${where}digitalWrite(${name}, HIGH);`,
        `${where}digitalWrite(${name}, LOW);`,
      ];
      return [
        ...block("if (slot == 0)", pulse("RING_RESET_LINE", `${lead}${INDENT}`)),
        ...block(
          "for (uint8_t clock = 0; clock < pgm_read_byte(&RING_CLOCKS[slot]); clock++)",
          pulse("RING_CLOCK_LINE", `${lead}${INDENT}`),
        ),
      ];
    }
    case "show": {
      if (printing.drawn) {
        const draw = printing.inFrames ? "drawFace(move, step)" : "drawFace(0, 0)";
        return [`${lead}${statement.state === "blank" ? "clearFace()" : draw};`, `${lead}sendPattern(face);`];
      }
      if (!multiplexed) {
        const row = printing.inFrames ? "PATTERNS[shown]" : "PATTERNS[0]";
        const face = single ? `pgm_read_byte(&${row})` : row;
        const what = statement.state === "blank" ? "BLANK" : face;
        return [`${lead}sendPattern(${what});`];
      }
      const slot = statement.state === "blank" ? "0" : "slot";
      const frame = statement.state === "blank" ? "FRAME_COUNT" : "shown";
      return [`${lead}showSlot(${program.ring ? `${slot}, ` : ""}FRAMES[${frame}][${slot}]);`];
    }
    case "darken":
      return [`${lead}darken(slot);`];
    case "wait":
      return [`${lead}waitShowing(${timeOf(statement, printing)});`];
    case "start-clock":
      return [`${lead}due = micros();`];
    case "wait-until-due":
      return [`${lead}waitUntilDue(${timeOf(statement, printing)});`];
    case "wait-slot": {
      const call = printing.longPauses ? "pauseMicroseconds" : "delayMicroseconds";
      return [
        `${lead}${call}(${statement.time === "on" ? `pgm_read_${isLong(program) ? "dword" : "word"}(&ON_US[slot])` : "BLANK_US"});`,
      ];
    }
    case "for-each-frame": {
      const body = statement.body.flatMap((inner) =>
        print(inner, { ...printing, inFrames: true }, depth + 1),
      );
      if (printing.drawn) return signLoop(lead, body);
      if (!multiplexed) return block("for (uint16_t shown = 0; shown < PATTERN_COUNT; shown++)", body);
      return program.tick.length > 0
        ? block("for (uint16_t next = 0; next < FRAME_COUNT; next++)", body)
        : block("for (shown = 0; shown < FRAME_COUNT; shown++)", body);
    }
    case "for-each-slot":
      return block("for (uint8_t slot = 0; slot < SLOTS; slot++)", inside(statement.body));
    case "repeat": {
      const [name, times] =
        statement.what === "refreshes"
          ? ["refresh", refreshesOf(statement)]
          : ["round", String(statement.times)];
      return block(`for (unsigned long ${name} = 0; ${name} < ${times}; ${name}++)`, inside(statement.body));
    }
    case "take-frame": {
      if (!multiplexed) return [];
      const frame = { each: "next", first: "0", last: "FRAME_COUNT - 1", blank: "FRAME_COUNT" }[
        statement.frame
      ];
      return [`${lead}${program.tick.length > 0 ? `handOver(${frame})` : `shown = ${frame}`};`];
    }
    case "start-timer":
      return [];
  }
}
