import { PUT_DRAWN, UNIT_LIGHT, UNIT_RUNS, UNIT_TEXT, tableEntry, type DisplayUnit } from "../../program";

/** What a display unit is asked by others: how it is called, what it does, and its code. */
export interface UnitCall {
  readonly name: string;
  /** What it is given, as C has it, with what stands for it where it is left out. */
  readonly given: string;
  readonly usual?: string;
  /** What it does, a sentence a line. */
  readonly says: readonly string[];
  readonly body: readonly string[];
}

const { array, length, most } = UNIT_TEXT;
/** ASCII of what numbers are made of. */
const [SPACE, MINUS, POINT, ZERO] = [32, 45, 46, 48];

/** Shows what is in the array of characters from now on. */
const fresh = (isDots: boolean, runs: 0 | 1): string[] => [
  ...(isDots
    ? [`${UNIT_RUNS} = ${runs};`, ...(runs ? ["offset = 0;", "steppedAt = millis();", "ran = 0;"] : [])]
    : []),
  "redraw = 1;",
  "refresh();",
];

const TAKE: UnitCall = {
  name: "takeText",
  given: "const char *text",
  says: ["Keeps a text. A character beyond ASCII comes as several bytes: one question mark stands for it."],
  body: [
    "uint8_t count = 0;",
    "for (uint8_t got = (uint8_t)*text++; got > 0; got = (uint8_t)*text++) {",
    "  if (got >= 192) got = 63;",
    `  if (got >= 32 && got < 127 && count < ${most}) {`,
    `    ${array}[count] = got;`,
    "    count += 1;",
    "  }",
    "}",
    `${length} = count;`,
  ],
};

/** A number at the right of all digits, with dashes where it does not fit. */
const numberOnDigits = (digits: number): string[] => [
  "uint8_t minus = value < 0;",
  "unsigned long rest = (unsigned long)(minus ? 0 - value : value);",
  `uint8_t at = decimals > 0 ? ${digits + 1} : ${digits};`,
  `${length} = at;`,
  `uint8_t fits = decimals < ${digits};`,
  "uint8_t least = decimals;",
  "uint8_t put = 0;",
  "while (at > 0) {",
  "  at -= 1;",
  "  if (decimals > 0 && put == decimals) {",
  `    ${array}[at] = ${POINT};`,
  "    decimals = 0;",
  "  } else if (rest > 0 || put <= least) {",
  `    ${array}[at] = (uint8_t)(${ZERO} + rest % 10);`,
  "    rest = rest / 10;",
  "    put += 1;",
  "  } else if (minus) {",
  `    ${array}[at] = ${MINUS};`,
  "    minus = 0;",
  `  } else ${array}[at] = ${SPACE};`,
  "}",
  "if (fits == 0 || rest > 0 || minus) {",
  "  // It does not fit: dashes say so.",
  `  ${length} = ${digits};`,
  `  for (uint8_t place = 0; place < ${digits}; place++) ${array}[place] = ${MINUS};`,
  "}",
];

/** A number with just the characters it has. */
const NUMBER_ON_DOTS: readonly string[] = [
  "uint8_t minus = value < 0;",
  "unsigned long rest = (unsigned long)(minus ? 0 - value : value);",
  "uint8_t backwards[24];",
  "uint8_t count = 0;",
  "uint8_t put = 0;",
  "if (decimals > 10) decimals = 10;",
  "while (rest > 0 || put <= decimals) {",
  "  if (put > 0 && put == decimals) {",
  `    backwards[count] = ${POINT};`,
  "    count += 1;",
  "  }",
  `  backwards[count] = (uint8_t)(${ZERO} + rest % 10);`,
  "  rest = rest / 10;",
  "  count += 1;",
  "  put += 1;",
  "}",
  "if (minus) {",
  `  backwards[count] = ${MINUS};`,
  "  count += 1;",
  "}",
  `for (uint8_t place = 0; place < count; place++) ${array}[place] = backwards[count - 1 - place];`,
  `${length} = count;`,
];

/** So many bytes a row takes. */
const bytesOf = (width: number): string => {
  const count = Math.ceil(width / 8);
  return count === 1 ? "a byte" : `${count} bytes`;
};

/** A face with nothing on it. */
const drawnAnew = (count: number, counter: string): string =>
  `for (${counter} at = 0; at < ${count}; at++) drawn[at] = pgm_read_byte(&BASE[at]);`;

/** All a unit is asked, those that serve others first. */
export function unitCalls({ digits, dots, segments, steps, dims, program }: DisplayUnit): {
  readonly inner: readonly UnitCall[];
  readonly calls: readonly UnitCall[];
} {
  const isDots = dots !== undefined;
  const bytes = program.live!.arrays.find(({ name }) => name === "drawn")!.size;
  const counter = bytes > 255 ? "uint16_t" : "uint8_t";
  const segmentPer = segments ? segments.masks.values.length / digits! : 0;
  const wide = (digits ?? 0) * segmentPer > 255 ? "uint16_t" : "uint8_t";
  const calls: (UnitCall | undefined)[] = [
    {
      name: "show",
      given: "const char *text",
      says: isDots
        ? ["Shows a text where it stands; what does not fit is cut off."]
        : [`Shows a text from the left on ${digits} digits: a point goes to the digit before it.`],
      body: ["takeText(text);", ...fresh(isDots, 0)],
    },
    isDots
      ? {
          name: "scroll",
          given: "const char *text",
          says: ["Shows a text that runs across, again and again: refresh() moves it on."],
          body: ["takeText(text);", ...fresh(true, 1)],
        }
      : undefined,
    {
      name: "number",
      given: "long value, uint8_t decimals",
      usual: "0",
      says: [
        `Shows a whole number${isDots ? "" : " at the right"}, with a point before its last decimals: 1234 with 2 reads 12.34.`,
        ...(isDots ? [] : ["One that does not fit is shown as dashes."]),
      ],
      body: [...(isDots ? NUMBER_ON_DOTS : numberOnDigits(digits!)), ...fresh(isDots, 0)],
    },
    segments
      ? {
          name: "segments",
          given: "const uint8_t *patterns",
          says: [
            `Lights segments: a byte for each of ${digits} digits, bit 0 is segment a, bit 6 is g, bit 7 the point.`,
          ],
          body: [
            drawnAnew(bytes, counter),
            `for (uint8_t digit = 0; digit < ${digits}; digit++) {`,
            `  for (uint8_t segment = 0; segment < 8; segment++) {`,
            `    ${wide} place = (${wide})(digit * ${segmentPer} + segment);`,
            `    if ((patterns[digit] >> segment) & 1) drawn[${tableEntry(segments.places, "place")}] ^= ${tableEntry(segments.masks, "place")};`,
            "  }",
            "}",
            "redraw = 0;",
            `${PUT_DRAWN}();`,
          ],
        }
      : undefined,
    dots
      ? {
          name: "dots",
          given: "const uint8_t *rows",
          says: [
            `Lights dots: ${dots.height} rows from the top, ${bytesOf(dots.width)} each; the leftmost dot is the highest bit.`,
          ],
          body: [
            // A text that runs ends before: nothing is drawn over the dots.
            `${UNIT_RUNS} = 0;`,
            "refresh();",
            drawnAnew(bytes, counter),
            `for (uint16_t y = 0; y < ${dots.height}; y++) {`,
            `  for (uint16_t x = 0; x < ${dots.width}; x++) {`,
            `    if ((rows[y * ${Math.ceil(dots.width / 8)} + x / 8] >> (7 - x % 8)) & 1) turnDot((uint16_t)(y * ${dots.width} + x));`,
            "  }",
            "}",
            "redraw = 0;",
            `${PUT_DRAWN}();`,
          ],
        }
      : undefined,
    steps > 1
      ? {
          name: "brightness",
          given: "uint8_t step",
          says: [`Sets how bright: 0 to ${steps - 1}, the chip's own steps.`],
          body: [`lightStep = step < ${steps} ? step : ${steps - 1};`, "setLight();"],
        }
      : undefined,
    dims
      ? {
          name: "brightness",
          given: "uint8_t eighths",
          says: ["Sets how bright: 1 to 8 eighths of a digit's turn it is lit."],
          body: [`${UNIT_LIGHT} = eighths < 1 ? 1 : (eighths > 8 ? 8 : eighths);`],
        }
      : undefined,
    {
      name: "dark",
      given: "uint8_t isDark",
      says: ["Makes everything dark, or shows the text or number again."],
      body: ["darkened = isDark;", "redraw = 1;", "refresh();"],
    },
  ];
  return { inner: [TAKE], calls: calls.filter((one) => one !== undefined) };
}

/** A routine of a unit in C. */
export const routineText = ({ name, given, says, body }: UnitCall, called = name): string[] => [
  ...says.map((line) => `// ${line}`),
  `void ${called}(${given}) {`,
  ...body.map((line) => `  ${line}`),
  "}",
];
