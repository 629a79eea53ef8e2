/** Port A has pull-ups inside, port C has none (PIC16F1455 data sheet: I/O ports). */
const PULLS = "A";

/** A line of port and bit: its latch, its direction, its level. */
const registers = (line: string) => {
  const [, port, bit] = /^R([A-Z])(\d)$/.exec(line)!;
  return {
    latch: `LAT${port}bits.LAT${port}${bit}`,
    direction: `TRIS${port}bits.TRIS${port}${bit}`,
    level: `PORT${port}bits.R${port}${bit}`,
    pull: port === PULLS ? `WPU${port}bits.WPU${port}${bit}` : undefined,
  };
};

/**
 * The three functions as they may be written on the chip of 14 legs, as comments (PIC16F1455 data sheet: I/O ports).
 * @param lines those it has
 */
export function onPic(lines: readonly string[]): string[] {
  const set = lines.flatMap((line) => {
    const { latch, direction, pull } = registers(line);
    return [
      `    case ${line}:`,
      `      if (how < LET_GO) ${latch} = how;`,
      ...(pull ? [`      ${pull} = how == PULLED_UP;`] : []),
      `      ${direction} = how >= LET_GO;`,
      "      break;",
    ];
  });
  return [
    "// On the PIC16F1455 they may be written so, with ANSELA = 0 and ANSELC = 0 before anything else. Port C has no",
    "// pull-ups inside; those of port A are on with nWPUEN = 0. A wait lasts a little longer than it says.",
    ...[
      "void set_line(uint8_t line, uint8_t how) {",
      "  switch (line) {",
      ...set,
      "  }",
      "}",
      "uint8_t read_line(uint8_t line) {",
      "  switch (line) {",
      ...lines.map((line) => `    case ${line}: return ${registers(line).level};`),
      "  }",
      "  return 0;",
      "}",
      "void wait_us(uint32_t us) {",
      "  while (us-- > 0) __delay_us(1);",
      "}",
    ].map((line) => `//   ${line}`),
  ];
}
