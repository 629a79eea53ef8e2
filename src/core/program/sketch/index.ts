import { chipOn, isMultiplexed, scannedWord, type RigModel } from "../../address";
import { isChip, type LegNames } from "../../parts";
import { controllerById } from "../../rig";
import type { Statement } from "../language";
import { C } from "../print/c";
import { printer } from "../print/printer";
import type { Code } from "../print/syntax";
import { scanPeriod } from "../bursts";
import type { Program } from "../types";
import { NOTHING_MORE, clockOf, type SketchClock } from "./clocks";
import { constants } from "./constants";
import { busRoutines } from "./driver";
import { facesOf } from "./faces";
import { wiringComments } from "./tables";
import { FLASH_WORDS, comment, type SketchLine } from "./text";
import { PAUSE, keepsFaceTime, pausesLong, untilDue, waitsLong } from "./time";
import { sketchWords } from "./words";

const BLANK_LINE: SketchLine = { text: "" };
const asLines = (code: Code): SketchLine[] => code.map((text) => ({ text }));

/** Boards that read their program from a slow flash keep what interrupts in RAM; on others the word says nothing. */
const INTERRUPT_WORD: Code = ["#ifndef IRAM_ATTR", "#define IRAM_ATTR", "#endif", ""];

/**
 * Prints a program as a C++ sketch for the setup()/loop() flavour, with plain pin-write and shift-out calls and no
 * library.
 * @param asks no timer keeps the digits going: its clock is asked for it, whatever the board
 */
export function writeSketch(
  model: RigModel,
  program: Program,
  legNames: LegNames = "letters",
  asks?: "asks",
): SketchLine[] {
  const clock = isMultiplexed(model) ? clockOf(model, program, asks) : undefined;
  const faces = facesOf(model, program, clock);
  const keepsTime = keepsFaceTime(program);
  const longPauses = keepsTime || (clock !== undefined && pausesLong(program));
  const print = printer(
    C,
    sketchWords({ program, faces, clock, pause: longPauses ? PAUSE.name : "delayMicroseconds" }),
  );
  /** A part of the sketch with a blank line behind it, where there is anything of it. */
  const part = (code: Code): SketchLine[] => (code.length > 0 ? [...asLines(code), BLANK_LINE] : []);
  return [
    ...heading(model, program),
    ...wiringComments(model, program, legNames),
    BLANK_LINE,
    ...(program.live?.kept ? [{ text: "#include <avr/eeprom.h>" }, BLANK_LINE] : []),
    ...FLASH_WORDS,
    BLANK_LINE,
    ...(program.live?.routines.some(({ interrupts }) => interrupts) ? asLines(INTERRUPT_WORD) : []),
    ...constants(program, clock),
    ...(program.live?.lines ?? []).map(({ named, line }) => ({ text: `const uint8_t ${named} = ${line};` })),
    BLANK_LINE,
    ...faces.tables(),
    BLANK_LINE,
    ...part(
      print.statements(
        (program.variables ?? []).map((variable): Statement => ({ do: "declare", ...variable })),
      ),
    ),
    ...part(busRoutines(model, program)),
    ...part(longPauses ? print.routine(PAUSE) : []),
    ...part(keepsTime ? ["unsigned long due;", "", ...print.routine(untilDue(waitsLong(program)))] : []),
    ...part(faces.routines),
    ...part([`// ${sends(model, program)}`, ...C.block(faces.sender, print.statements(program.send))]),
    ...part(
      program.darken.length === 0
        ? []
        : [
            "// Makes everything dark, so that no digit shows what belongs to its neighbour.",
            ...C.block("void darken(uint8_t slot)", [
              `const uint8_t *state = ${faces.darkState};`,
              ...print.statements(program.darken),
            ]),
          ],
    ),
    ...(program.live?.routines ?? []).flatMap((routine) => part(print.routine(routine))),
    ...asLines(clock?.routines(print) ?? []),
    ...part(C.block("void setup()", print.statements(program.setup))),
    ...asLines(
      C.block("void loop()", [
        // What asks the clock has to be asked for all the time.
        ...(program.live && clock?.kind === "polled" ? ["refreshIfDue();"] : []),
        ...(program.loop.length > 0 ? print.statements(program.loop) : idle(clock)),
      ]),
    ),
  ];
}

const idle = (clock: SketchClock | undefined): Code => clock?.idle ?? NOTHING_MORE;

/** What the routine that puts a state out does, in words. */
function sends(model: RigModel, { buses, chain }: Program): string {
  if (buses.length > 0) return chipOn(model, buses[0]!).sends;
  if (!chain) return "Puts a pattern on the lines.";
  return chain.latch === undefined
    ? "Shifts a pattern into the registers; the outputs show every bit on its way."
    : "Shifts a pattern into the registers; the outputs take it when the latch line rises.";
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
  const period = scanPeriod(program, controller.cost);
  return [
    comment(model.rig.name),
    comment(`Drives: ${[...counts].map(([title, count]) => `${count} x ${title}`).join("; ")}.`),
    comment(`For: ${controller.title}.`),
    comment("Written by Bold Pip: bytes, bit order and lines come from the rig's wires."),
    ...(isMultiplexed(model)
      ? [comment(`Each ${scannedWord(model)} is refreshed ${Math.round(1e9 / period)} times a second.`)]
      : []),
    comment(),
  ];
}
