import type { SketchLine } from "../program";

/** What the statements call, by the name it has in sketches and the one it has in plain C. */
const NAMES = {
  digitalWrite: "setLine",
  digitalRead: "readLine",
  analogRead: "readConverter",
  shiftOut: "shiftByte",
  delayMicroseconds: "waitUs",
  delay: "waitMs",
  micros: "usNow",
  millis: "msNow",
  pulseIn: "readPulse",
  tone: "toneOn",
  noTone: "toneOff",
  eeprom_read_byte: "keptByte",
  eeprom_update_byte: "storeKept",
} as const;

/** A call of plain C that a program may need. */
export type PlainCall =
  | (typeof NAMES)[keyof typeof NAMES]
  | "makeOutput"
  | "letGo"
  | "pullUp"
  | "watchLine"
  | "serialBegin"
  | "serialWaiting"
  | "serialTake"
  | "serialText"
  | "serialNumber"
  | "spiBegin"
  | "spiSend"
  | "twiBegin"
  | "twiSend"
  | "holdOff";

/** Calls whose names change with what they are given; the first that fits counts. */
const FORMS: ReadonlyArray<readonly [RegExp, string]> = [
  [/\bpinMode\((.+?), OUTPUT\)/g, "makeOutput($1)"],
  [/\bpinMode\((.+?), INPUT_PULLUP\)/g, "pullUp($1)"],
  [/\bpinMode\((.+?), INPUT\)/g, "letLineGo($1)"],
  [/\battachInterrupt\(digitalPinToInterrupt\((\w+)\), (\w+), CHANGE\)/g, "watchLine($1, $2)"],
  [/\bpulseIn\((\w+), HIGH, /g, "readPulse($1, "],
  [/\bSerial\.begin\(/g, "serialBegin("],
  [/\bSerial\.available\(\)/g, "serialWaiting()"],
  [/\bSerial\.read\(\)/g, "serialTake()"],
  [/\bSerial\.println\(\)/g, 'serialText("\\r\\n")'],
  [/\bSerial\.print\(/g, "serialNumber("],
  [/\b(?:HIGH|MSBFIRST)\b/g, "1"],
  [/\b(?:LOW|LSBFIRST)\b/g, "0"],
  [/\bIRAM_ATTR /g, ""],
  [/\beeprom_read_byte\(\(const uint8_t \*\)\(uintptr_t\)\(/g, "keptByte(("],
  [/\beeprom_update_byte\(\(uint8_t \*\)\(uintptr_t\)\(/g, "storeKept(("],
];

/** A text that is sent, which sketches mark as kept in flash. */
const SENT_TEXT = /\bSerial\.print\(F\(("(?:[^"\\]|\\.)*")\)\)/g;

const WORD = new RegExp(`\\b(${Object.keys(NAMES).join("|")})\\(`, "g");

/** What is a text or a comment stays as it is. */
const PARTS = /("(?:[^"\\]|\\.)*"|\/\/.*$)/;

/** A line of a sketch in plain C. What is a text or a comment stays as it is, but for the text that is sent. */
export const inPlainC = (line: string): string =>
  line
    .replace(SENT_TEXT, "serialText($1)")
    .split(PARTS)
    .map((part, nth) => (nth % 2 === 1 ? part : codeInC(part)))
    .join("");

function codeInC(code: string): string {
  return FORMS.reduce((text, [form, becomes]) => text.replace(form, becomes), code)
    .replace(
      /\b0b([01]{1,8})\b/g,
      (_, bits: string) => `0x${Number.parseInt(bits, 2).toString(16).toUpperCase().padStart(2, "0")}`,
    )
    .replace(WORD, (_, name: keyof typeof NAMES) => `${NAMES[name]}(`)
    .replace(/^(\s*(?:static )?(?:void|\w+_t|unsigned long|long|bool) \w+)\(\)/, "$1(void)");
}

/** A number with a name: in C only an enumeration may be the size of a table. */
const asEnum = (line: string): string =>
  line.replace(/^const uint(?:8|16)_t (\w+) = (\d{1,4}|A\d+);/, "enum { $1 = $2 };");

/** Lines a sketch has for its own calls, and plain C does without. */
const NOT_IN_C = /^#include <avr\/|^#ifndef IRAM_ATTR|^#define IRAM_ATTR/;

/** A sketch's lines in plain C: the very same statements, calling what is there in C. */
export function plainLines(lines: readonly SketchLine[]): SketchLine[] {
  const kept: SketchLine[] = [];
  let skipsEnd = false;
  for (const line of lines) {
    if (NOT_IN_C.test(line.text)) {
      skipsEnd ||= line.text.startsWith("#ifndef");
      continue;
    }
    if (skipsEnd && line.text === "#endif") {
      skipsEnd = false;
      continue;
    }
    kept.push({ ...line, text: inPlainC(asEnum(line.text)) });
  }
  return kept;
}

const CALLS: readonly PlainCall[] = [
  ...Object.values(NAMES),
  "makeOutput",
  "letGo",
  "pullUp",
  "watchLine",
  "serialBegin",
  "serialWaiting",
  "serialTake",
  "serialText",
  "serialNumber",
  "spiBegin",
  "spiSend",
  "twiBegin",
  "twiSend",
];

/** What a program in plain C calls that it does not have itself. */
export function callsIn(lines: readonly SketchLine[]): ReadonlySet<PlainCall> {
  const code = lines.map(({ text }) => text.replace(PARTS, "")).join("\n");
  const found = new Set<PlainCall>(
    CALLS.filter((name) => new RegExp(`\\b${name === "letGo" ? "letLineGo" : name}\\(`).test(code)),
  );
  if (/\bnoInterrupts\(\)/.test(code)) found.add("holdOff");
  return found;
}
