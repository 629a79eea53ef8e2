import { safeFileName } from "../../foreign";
import { controllerById } from "../../rig";
import { writeSketch, type SketchLine } from "../../program";
import { callsIn, plainLines, type PlainCall } from "../calls";
import { REGISTER_UNIT_WORDS, overUnit } from "../own-unit";
import { textOf } from "../text";
import type { Dialect } from "../types";
import { PIECES, type PieceName } from "./pieces";
import { avrTarget, type AvrTarget } from "./ports";

/** The pieces some calls need, each once, those they stand on before them. */
function piecesFor(calls: ReadonlySet<PlainCall>): PieceName[] {
  const found: PieceName[] = [];
  const add = (name: PieceName) => {
    if (found.includes(name)) return;
    PIECES[name].needs.forEach(add);
    found.push(name);
  };
  calls.forEach(add);
  return found;
}

const asLines = (code: readonly string[]): SketchLine[] => code.map((text) => ({ text }));

/** Where the head of comments ends and the program begins. */
const headEnds = (lines: readonly SketchLine[]): number =>
  lines.findIndex(({ text }) => !text.startsWith("//"));

function included(pieces: readonly PieceName[]): string[] {
  return [
    "#include <avr/interrupt.h>",
    "#include <avr/io.h>",
    "#include <avr/pgmspace.h>",
    ...(pieces.includes("keptByte") || pieces.includes("storeKept") ? ["#include <avr/eeprom.h>"] : []),
    "#include <stdbool.h>",
    "#include <stdint.h>",
    ...(pieces.includes("waitUs") ? ["#include <util/delay_basic.h>"] : []),
  ];
}

function program(lines: readonly SketchLine[], target: AvrTarget): SketchLine[] {
  const plain = plainLines(lines);
  const calls = callsIn(plain);
  const pieces = piecesFor(calls);
  const ends = headEnds(plain);
  const body = plain.slice(ends).map((line) => ({
    ...line,
    text: line.text
      .replace(/\bnoInterrupts\(\)/g, "cli()")
      .replace(/\binterrupts\(\)/g, "sei()")
      .replace(/ISR\((\w+)_vect\)/, (_, name: string) => `ISR(${target.vector(name)})`),
  }));
  return [
    ...plain.slice(0, ends),
    { text: "" },
    ...asLines(included(pieces)),
    { text: "" },
    ...pieces.flatMap((name) => {
      const code = PIECES[name].code(target);
      return code.length > 0 ? [...asLines(code), { text: "" }] : [];
    }),
    ...body,
    { text: "" },
    ...asLines([
      "int main(void) {",
      ...(pieces.includes("clock") ? ["  startClock();"] : []),
      "  sei();",
      "  setup();",
      "  for (;;) loop();",
      "}",
    ]),
  ];
}

const makefile = (name: string, { mcu }: AvrTarget, hertz: number): string =>
  `# Builds with the packaged compiler: make; puts it into the controller with the packaged programmer: make flash
MCU = ${mcu}
HZ = ${hertz}UL
PROGRAMMER = usbasp

${name}.hex: ${name}.elf
	avr-objcopy -O ihex -R .eeprom $< $@
	avr-size $<

${name}.elf: ${name}.c
	avr-gcc -std=gnu99 -Os -Wall -Wextra -Werror -flto -mmcu=$(MCU) -DF_CPU=$(HZ) -o $@ $<

flash: ${name}.hex
	avrdude -p $(MCU) -c $(PROGRAMMER) -U flash:w:$<

clean:
	rm -f ${name}.elf ${name}.hex

.PHONY: flash clean
`;

/** C on the registers of an 8-bit AVR, without any library but the compiler's own. */
export const BARE_AVR: Dialect = {
  id: "avr-c",
  title: "C for a bare AVR",
  says: "C on the controller’s registers, no library, with a Makefile: the same statements the face runs.",
  language: "c",
  problem: (model, { live }) => {
    const { id, title } = controllerById(model.rig.plan.controller);
    const target = avrTarget(id);
    if (!target)
      return `The ${title.split(",")[0]} is no AVR: choose an ATmega328P, ATmega2560 or ATtiny84 on Plan`;
    const printed = live ? JSON.stringify(live.routines) + JSON.stringify(live.tables) : "";
    if (!target.serial && live?.talks) return "The ATtiny84 has no serial line of its own";
    if (!target.tone && printed.includes('"tone"'))
      return "A tone takes timer 2, which the ATtiny84 does not have";
    const watched = [...printed.matchAll(/"do":"attach","line":"(\w+)"/g)].map(([, line]) => line!);
    const not = watched.find((line) => !(line in target.external));
    return not === undefined
      ? undefined
      : `Line ${not} is watched by an interrupt, which is written for lines ${Object.keys(target.external).join(" and ") || "of the ATmega328P"} only`;
  },
  pace: "direct",
  unitWords: REGISTER_UNIT_WORDS,
  write: (model, built, legNames, unit) => {
    const controller = controllerById(model.rig.plan.controller);
    const target = avrTarget(controller.id)!;
    const sketch = writeSketch(model, built, legNames);
    const lines = program(unit ? overUnit(sketch, unit, REGISTER_UNIT_WORDS(unit)) : sketch, target);
    const file = safeFileName(model.rig.name, ".c");
    const name = file.replace(/\.c$/, "");
    return [
      { name: file, text: textOf(lines), lines },
      { name: "Makefile", text: makefile(name, target, controller.clock) },
    ];
  },
};
