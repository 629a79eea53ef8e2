import { transportOf } from "../../bus";
import { formatByte } from "../../glyph";
import { cText } from "../../foreign";
import type { Deed, Expression } from "../language";
import { C, nthLine, tableEntry } from "../print/c";
import { TRIGGER_US } from "../moments";
import type { Words } from "../print/printer";
import type { Code } from "../print/syntax";
import { storedWrites } from "../stored";
import type { Program } from "../types";
import type { SketchClock } from "./clocks";
import { lineName, onTimes } from "./constants";
import type { SketchFaces } from "./faces";

/** What a sketch's statements about the rig are written for. */
export interface SketchOf {
  readonly program: Program;
  readonly faces: SketchFaces;
  /** What keeps the digits going; nothing where outputs keep what they are given. */
  readonly clock: SketchClock | undefined;
  /** The call that waits so many µs. */
  readonly pause: string;
}

const pulse = (line: string): Code => [`digitalWrite(${line}, HIGH);`, `digitalWrite(${line}, LOW);`];

/** 10 us high tell a distance sensor to listen. */
const pulseLow = (line: string): Code => [
  `digitalWrite(${line}, HIGH);`,
  `delayMicroseconds(${TRIGGER_US});`,
  `digitalWrite(${line}, LOW);`,
];

/** How a C++ sketch writes what is done to the rig: plain pin-write and shift-out calls, no library. */
export const sketchWords =
  (sketch: SketchOf): Words =>
  (deed, place, print) => {
    const { program, faces, clock } = sketch;
    switch (deed.do) {
      case "line-mode":
        return lineMode(program, deed);
      case "line-input":
        return [`pinMode(${deed.named}, ${deed.pulledUp ? "INPUT_PULLUP" : "INPUT"});`];
      case "attach":
        return [`attachInterrupt(digitalPinToInterrupt(${deed.named}), ${deed.routine}, CHANGE);`];
      case "keep":
        return [
          `eeprom_update_byte((uint8_t *)(uintptr_t)(${C.expression(deed.at)}), ${C.expression(deed.value)});`,
        ];
      case "line-output":
        return [`pinMode(${deed.named}, OUTPUT);`];
      case "line-set":
        if (deed.tone)
          return [
            `if (${C.expression(deed.level)}) tone(${deed.named}, ${C.expression(deed.tone)});`,
            `else noTone(${deed.named});`,
          ];
        return [`digitalWrite(${deed.named}, ${levelText(deed.level)});`];
      case "nth-line": {
        const line = nthLine(deed.lines, C.expression(deed.at));
        if (deed.becomes === "released" || deed.becomes === "pulled-up")
          return [`pinMode(${line}, ${deed.becomes === "released" ? "INPUT" : "INPUT_PULLUP"});`];
        return [
          `digitalWrite(${line}, ${deed.becomes === "high" ? "HIGH" : "LOW"});`,
          `pinMode(${line}, OUTPUT);`,
        ];
      }
      case "echo":
        return [
          ...pulseLow(deed.triggerNamed),
          `${deed.into} = (long)pulseIn(${deed.echoNamed}, HIGH, ${deed.patience}UL);`,
        ];
      case "line-pull":
        return [`pinMode(${deed.named}, ${deed.low ? "OUTPUT" : "INPUT"});`];
      case "read-keys":
        return [`readTransfer(${readCommand(program, deed.bus)}, ${deed.array}, sizeof(${deed.array}));`];
      case "dim":
        return [`sendStored(LIGHT_STEPS + ${C.expression(deed.step)} * ${stepBytes(program)});`];
      case "hand-over":
        return faces.handOver;
      case "listen":
        return [`Serial.begin(${deed.baud});`];
      case "tell":
        return [
          ...deed.parts.map(
            (part) =>
              `Serial.print(${typeof part === "string" ? `F("${cText(part)}")` : C.expression(part)});`,
          ),
          "Serial.println();",
        ];
      case "line-write":
        return [`digitalWrite(${lineName(program, deed.line)}, ${deed.level ? "HIGH" : "LOW"});`];
      case "shift-state":
        return faces.shift(deed.order);
      case "write-lines":
        return writeLines(sketch, deed.which);
      case "step-ring":
        return [
          ...C.block("if (slot == 0)", pulse("RING_RESET_LINE")),
          ...C.block(
            "for (uint8_t clock = 0; clock < pgm_read_byte(&RING_CLOCKS[slot]); clock++)",
            pulse("RING_CLOCK_LINE"),
          ),
        ];
      case "set-up-chips":
        return [
          ...program.buses.flatMap(({ protocol, select }) =>
            transportOf(protocol).selectRestsHigh && select !== undefined
              ? [`digitalWrite(${lineName(program, select)}, HIGH);`]
              : [],
          ),
          "sendStored(SET_UP);",
        ];
      case "send-writes":
        return [faces.sendWrites];
      case "show":
        return faces.show(deed.state, place);
      case "darken":
        return ["darken(slot);"];
      case "wait":
        return [`waitShowing(${timeOf(sketch, deed.time)});`];
      case "start-clock":
        return ["due = micros();"];
      case "wait-until-due":
        return [`waitUntilDue(${timeOf(sketch, deed.time)});`];
      case "wait-slot":
        return waitSlot(sketch, deed.time);
      case "for-each-frame":
        return faces.each(print(deed.body, { inFrames: true }));
      case "for-each-slot":
        return C.block("for (uint8_t slot = 0; slot < SLOTS; slot++)", print(deed.body, place));
      case "repeat":
        return C.block(repeatHead(deed), print(deed.body, place));
      case "take-frame":
        return clock ? clock.take(frameName(deed.frame, clock)) : [];
      case "start-timer":
        return clock?.start ?? [];
    }
  };

/** Bytes of the transfers that set a step of brightness: as many for every step. */
const stepBytes = ({ live }: Program): number => storedWrites(live!.dims![0]!).length;

/** The byte that asks a chip for its keys. */
const readCommand = ({ live }: Program, bus: number): string =>
  formatByte(live!.keys!.find((one) => one.bus === bus)!.asks.writes![0]!.write.bytes[0]!);

const levelText = (level: Expression): string =>
  level.is === "number" ? (level.value ? "HIGH" : "LOW") : `${C.expression(level)} ? HIGH : LOW`;

/** Lines that drive something directly are all made outputs at the first of them. */
function lineMode(program: Program, { line, released }: Extract<Deed, { do: "line-mode" }>): Code {
  if (released) return [`pinMode(${lineName(program, line)}, INPUT);`];
  const at = program.direct.indexOf(line);
  if (at < 0) return [`pinMode(${lineName(program, line)}, OUTPUT);`];
  if (at > 0) return [];
  return ["for (uint8_t at = 0; at < LINE_COUNT; at++) pinMode(pgm_read_byte(&LINES[at]), OUTPUT);"];
}

function writeLines({ program, faces }: SketchOf, which: "all" | "digits"): Code {
  const first = program.dark.states[0]!.bytes.length;
  const from = which === "digits" ? "FIRST_DIGIT_LINE" : "0";
  const byte = faces.byte(first === 0 ? "at / 8" : `${first} + at / 8`);
  return C.block(`for (uint8_t at = ${from}; at < LINE_COUNT; at++)`, [
    `digitalWrite(pgm_read_byte(&LINES[at]), (${byte} >> (at % 8)) & 1 ? HIGH : LOW);`,
  ]);
}

/** A slot's time; where digits may be lit for a part of it only, they are dark for the rest. */
function waitSlot({ program: { on, litEighths }, pause }: SketchOf, time: "on" | "blank"): Code {
  if (time === "blank") return [`${pause}(BLANK_US);`];
  const whole = tableEntry(onTimes({ on }), "slot");
  if (litEighths === undefined) return [`${pause}(${whole});`];
  return [
    `${pause}(${whole} / 8 * ${litEighths});`,
    ...C.block(`if (${litEighths} < 8)`, ["darken(slot);", `${pause}(${whole} / 8 * (8 - ${litEighths}));`]),
  ];
}

const timeOf = ({ faces }: SketchOf, time: number | "frame"): string =>
  time === "frame" ? faces.time : "INTERVAL_MS";

function repeatHead({ what, times }: Extract<Deed, { do: "repeat" }>): string {
  const [name, count] =
    what === "refreshes"
      ? ["refresh", times === "frame" ? "pgm_read_word(&FRAME_TURNS[shown])" : "REFRESHES"]
      : ["round", String(times)];
  return `for (unsigned long ${name} = 0; ${name} < ${count}; ${name}++)`;
}

function frameName(frame: Extract<Deed, { do: "take-frame" }>["frame"], { counter }: SketchClock): string {
  return { each: counter, first: "0", last: "FRAME_COUNT - 1", blank: "FRAME_COUNT" }[frame];
}
