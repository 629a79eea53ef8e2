import { isMultiplexed, type RigModel } from "../address";
import { controllerById } from "../rig";
import type { SketchLine } from "./sketch-text";
import type { Program, Statement } from "./types";

const INDENT = "  ";

/** How a sketch keeps the digits going: in its own loop, by a compare interrupt, or by asking the clock again and again. */
export type TimerKind = "loop" | "interrupt" | "polled";

/** Boards whose timer registers the sketch may set: the 8-bit ones. */
const HAS_REGISTERS = /^AT(mega|tiny)/;

export function timerKind(model: RigModel, program: Program): TimerKind {
  if (!isMultiplexed(model) || program.tick.length === 0) return "loop";
  const eightBit = HAS_REGISTERS.test(controllerById(model.rig.plan.controller).id);
  return eightBit && program.timer ? "interrupt" : "polled";
}

/** One byte is handed over whole; more can be read half new, so the interrupt is held off meanwhile. */
const isOneByte = (program: Program): boolean => program.frames.length < 256;

const timerNumber = (program: Program): string => program.timer![0]!.timer.name.replace(/\D/g, "");

/** What a timer or the clock calls at the end of every slot, and how the loop hands a face over to it. */
export function tickRoutine(
  model: RigModel,
  program: Program,
  print: (body: Program["tick"]) => SketchLine[],
): SketchLine[] {
  const kind = timerKind(model, program);
  if (!isMultiplexed(model)) return [];
  const text = (...lines: string[]): SketchLine[] => lines.map((line) => ({ text: line }));
  if (kind === "loop") return text("uint16_t shown = FRAME_COUNT;", "");
  const step = text(`${INDENT}slot = slot + 1 < SLOTS ? slot + 1 : 0;`, "}", "");
  if (kind === "polled") {
    const periods = program.periods.map((period) => Math.round(period)).join(", ");
    return [
      ...text(
        `const unsigned long SLOT_US[] = {${periods}};`,
        "uint16_t shown = FRAME_COUNT;",
        "",
        "// Called as often as possible; acts at the end of every slot.",
        "void refreshIfDue() {",
        `${INDENT}static uint8_t slot = 0;`,
        `${INDENT}static unsigned long due = 0;`,
        `${INDENT}if ((long)(micros() - due) < 0) return;`,
        `${INDENT}due += SLOT_US[slot];`,
      ),
      ...print(program.tick),
      ...step,
      ...text("void handOver(uint16_t frame) {", `${INDENT}shown = frame;`, "}", ""),
      ...text(
        "void waitShowing(unsigned long time) {",
        `${INDENT}unsigned long since = millis();`,
        `${INDENT}while (millis() - since < time) refreshIfDue();`,
        "}",
        "",
      ),
    ];
  }
  const counts = program.timer!.map(({ compare }) => compare).join(", ");
  const n = timerNumber(program);
  return [
    ...text(
      `const uint16_t SLOT_COUNTS[] PROGMEM = {${counts}};`,
      `volatile ${isOneByte(program) ? "uint8_t" : "uint16_t"} shown = FRAME_COUNT;`,
      "",
      "// The timer calls this at the end of every slot.",
      `ISR(TIMER${n}_COMPA_vect) {`,
      `${INDENT}static uint8_t slot = 0;`,
      `${INDENT}OCR${n}A = pgm_read_word(&SLOT_COUNTS[slot]);`,
    ),
    ...print(program.tick),
    ...step,
    ...(isOneByte(program)
      ? text(
          "// One byte is handed over whole. A value of several bytes needs the interrupt held off meanwhile.",
          "void handOver(uint8_t frame) {",
          `${INDENT}shown = frame;`,
          "}",
          "",
        )
      : text(
          "// Two bytes could be read half new: the interrupt is held off meanwhile.",
          "void handOver(uint16_t frame) {",
          `${INDENT}noInterrupts();`,
          `${INDENT}shown = frame;`,
          `${INDENT}interrupts();`,
          "}",
          "",
        )),
    ...text("void waitShowing(unsigned long time) {", `${INDENT}delay(time);`, "}", ""),
  ];
}

const SELECT_BITS: Readonly<Record<number, readonly number[]>> = {
  1: [0],
  8: [1],
  64: [1, 0],
  256: [2],
  1024: [2, 0],
};

/** Starts the compare timer; nothing to start where the clock is only asked. */
export function timerStart(model: RigModel, program: Program, statement: Statement): string[] | undefined {
  if (statement.do !== "start-timer" || timerKind(model, program) !== "interrupt") return undefined;
  const n = timerNumber(program);
  const { prescaler } = program.timer![0]!;
  const bits = SELECT_BITS[prescaler]!.map((bit) => `_BV(CS${n}${bit})`).join(" | ");
  return [
    `${INDENT}noInterrupts();`,
    `${INDENT}TCCR${n}A = 0;`,
    `${INDENT}TCCR${n}B = _BV(WGM${n}2) | ${bits};  // compare mode, clock / ${prescaler}`,
    `${INDENT}TCNT${n} = 0;`,
    `${INDENT}OCR${n}A = pgm_read_word(&SLOT_COUNTS[0]);`,
    `${INDENT}TIMSK${n} |= _BV(OCIE${n}A);`,
    `${INDENT}interrupts();`,
  ];
}
