import { execFileSync } from "node:child_process";
import { mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { DEMO_RIGS, demoRig, plainDemoRig } from "@/demo";
import { chipOn, modelOf } from "../../address";
import { randomFrom } from "../../chance";
import type { Move } from "../../inputs";
import { HIGH, LOW, type Level } from "../../level";
import { STARTS, startWith } from "../../live";
import { buildProgram } from "../../program";
import { pressesOf } from "../../program/fixtures/presses";
import { simulatedLive } from "../../program/fixtures/live-simulated";
import { SCHEMES, asUnit, planProblem, relay, withController, type Rig } from "../../rig";
import { recordFace } from "../../sim";
import { runEdges } from "../../trace";
import { memoryTaken, runOnMicroPython, runPython, type Did } from "../fixtures/on-micropython";
import { filesOf, heard, reads } from "../fixtures/written";
import { writtenIn } from "..";
import { pythonMemory } from ".";
import { parseC } from "./parse";
import { writePython } from "./writer";

jest.setTimeout(900_000);

const BOARDS = ["RP2040-board", "ESP32-module", "ESP8266-module"] as const;
const on = (rig: Rig, board: (typeof BOARDS)[number] = "RP2040-board"): Rig =>
  relay(rig, withController(rig.plan, board));
const textOf = (rig: Rig): string => filesOf(rig, "micropython")[0]!.text;
const python = (...lines: string[]): string =>
  writePython(parseC(lines), 12)
    .lines.map(({ text }) => text)
    .join("\n");

describe("a line of C as Python", () => {
  const VARIABLES = [
    "uint8_t small;",
    "uint16_t middle;",
    "unsigned long large;",
    "int16_t signedOne;",
    "unsigned long since;",
    "const uint8_t LINE = 4;",
    "const uint8_t TABLE[] PROGMEM = {1, 2, 3};",
    "uint8_t row[4];",
    "void other(uint8_t given) {",
    "  digitalWrite(LINE, given ? HIGH : LOW);",
    "}",
  ];
  /** The body of a routine with that line. */
  const body = (line: string): string =>
    python(...VARIABLES, "void tried() {", "  since = millis();", `  ${line}`, "}")
      .split("since = ticks_ms()\n")
      .at(-1)!
      .replace(/^ {4}/gm, "");
  test.each([
    // What does not fit into the variable is cut off, and only where it might not fit.
    ["small = small + 1;", "small = (small + 1) & 0xFF"],
    ["small += 1;", "small = (small + 1) & 0xFF"],
    ["small = small & 7;", "small = small & 7"],
    ["small ^= 1;", "small ^= 1"],
    ["small >>= 1;", "small >>= 1"],
    ["small <<= 1;", "small = (small << 1) & 0xFF"],
    ["middle = small * 100;", "middle = small * 100"],
    ["signedOne = middle;", "signed_one = ((middle + 0x8000) & 0xFFFF) - 0x8000"],
    ["large = large - middle;", "large = (large - middle) & 0xFFFFFFFF"],
    // C cuts a division towards zero, Python down.
    ["small = small / 3;", "small = small // 3"],
    ["signedOne = signedOne / 3;", "signed_one = quotient(signed_one, 3)"],
    ["signedOne = signedOne % 3;", "signed_one = remainder(signed_one, 3)"],
    // Yes and no are 1 and 0.
    ["small = middle > 3;", "small = int(middle > 3)"],
    ["small = middle > 3 && large;", "small = 1 if middle > 3 and large else 0"],
    ["small = (middle > 3) == 0;", "small = int(not (middle > 3))"],
    ["small = middle ? 1 : 2;", "small = 1 if middle else 2"],
    // Moments are compared by the clock's own calls.
    [
      "if ((uint32_t)(millis() - since) >= 20) small = 1;",
      "if ticks_diff(ticks_ms(), since) >= 20:\n    small = 1",
    ],
    ["since += 500;", "since = ticks_add(since, 500)"],
    // Tables, lines, loops.
    ["small = pgm_read_byte(&TABLE[small]);", "small = TABLE[small]"],
    ["row[small] |= 1 << (small % 8);", "row[small] |= 1 << small % 8"],
    ["digitalWrite(LINE, HIGH);", "LINE(1)"],
    ["digitalWrite(LINE, (small >> 3) & 1 ? HIGH : LOW);", "LINE(small >> 3 & 1)"],
    ["digitalWrite(LINE, small ? HIGH : LOW);", "LINE(1 if small else 0)"],
    ["pinMode(LINE, INPUT_PULLUP);", "LINE.init(Pin.IN, Pin.PULL_UP)"],
    ["pinMode(LINE, INPUT);", "LINE.init(Pin.IN, None)"],
    ["small = digitalRead(LINE) == LOW;", "small = int(LINE() == 0)"],
    ["other(middle);", "other(middle & 0xFF)"],
    ["for (uint8_t at = 0; at < 4; at++) row[at] = 0;", "for at in range(4):\n    row[at] = 0"],
    [
      "for (uint8_t at = 1; at < small; at++) other(at);",
      "at = 1\nwhile at < small:\n    other(at)\n    at = (at + 1) & 0xFF",
    ],
    ['Serial.print(F("is it \\"so\\"\\?"));', 'serial_send("is it \\"so\\"?")'],
    ["while (small) small = 0;", "while small:\n    small = 0"],
  ])("%s", (line, wanted) => {
    expect(body(line)).toBe(wanted);
  });

  test("a place in a table is the table and an index", () => {
    expect(
      python(
        "const uint8_t SENT[] PROGMEM = {1, 7, 0};",
        "void sendStored(const uint8_t *stored) {",
        "  uint8_t length = pgm_read_byte(stored++);",
        "}",
        "void setup() {",
        "  sendStored(SENT);",
        "  sendStored(SENT + 1);",
        "}",
      ),
    ).toContain(
      [
        "def send_stored(stored, stored_at):",
        "    length = stored[stored_at]",
        "    stored_at += 1",
        "",
        "def setup():",
        "    send_stored(SENT, 0)",
        "    send_stored(SENT, 1)",
      ].join("\n"),
    );
  });

  test("names that Python has are kept clear of, and what a routine keeps becomes the program's", () => {
    const text = python(
      "uint8_t next;",
      "uint8_t putNext;",
      "void go(uint8_t next) {",
      "  static uint8_t nth = 3;",
      "  nth = next;",
      "  putNext = nth;",
      "}",
    );
    expect(text).toContain("next_ = 0");
    expect(text).toContain("go_nth = 3");
    expect(text).toContain(
      "def go(next__):\n    global go_nth, put_next\n    go_nth = next__\n    put_next = go_nth",
    );
  });

  test("what the printers do not write is refused by its line", () => {
    expect(() => parseC(["uint8_t a;", "float b;"])).toThrow(/line 2.*float/);
    expect(() => parseC(["void a() { goto b; }"])).toThrow(/line 1/);
  });
});

describe("numbers come out as in C", () => {
  const NAMES = ["a8", "b8", "c16", "d16", "e32", "f32", "g16", "h32"] as const;
  const TYPES: Record<(typeof NAMES)[number], string> = {
    ...{ a8: "uint8_t", b8: "uint8_t", c16: "uint16_t", d16: "uint16_t" },
    ...{ e32: "uint32_t", f32: "uint32_t", g16: "int16_t", h32: "int32_t" },
  };
  const random = randomFrom("expressions");
  const one = <Kind>(of: readonly Kind[]): Kind => of[Math.floor(random() * of.length)]!;
  const operand = (depth: number): string => {
    if (depth > 0 && random() < 0.6) return `(${expression(depth - 1)})`;
    return random() < 0.75 ? one(NAMES) : String(Math.floor(random() * 300));
  };
  /** Small enough for no overflow with a sign, which C leaves open. */
  function expression(depth: number): string {
    const [left, right] = [operand(depth), operand(depth)];
    switch (one(["+", "-", "&", "|", "^", "<", ">=", "==", "/", "%", "?", "cast", "&&", "||", "<<", ">>"])) {
      case "?":
        return `${left} ? ${right} : ${operand(depth)}`;
      case "cast":
        return `(${one(["uint8_t", "int16_t", "uint16_t", "int8_t", "uint32_t"])})(${left} + ${right})`;
      case "<<":
        return `(uint8_t)(${left}) << ${Math.floor(random() * 8)}`;
      case ">>":
        return `(uint16_t)(${left}) >> ${Math.floor(random() * 12)}`;
      case "/":
        return `(int16_t)(${left}) / ${1 + Math.floor(random() * 30)}`;
      case "%":
        return `(int16_t)(${left}) % ${1 + Math.floor(random() * 30)}`;
      case "-":
        return `${left} - ${right}`;
      case "&&":
        return `${left} && ${right}`;
      case "||":
        return `${left} || ${right}`;
      default:
        return `${left} ${one(["+", "&", "|", "^", "<", ">=", "=="])} ${right}`;
    }
  }

  test("a thousand assignments, compiled and interpreted, leave the same in every variable", () => {
    const steps = Array.from({ length: 1000 }, () => `  ${one(NAMES)} = ${expression(2)};`);
    const declared = NAMES.map((name, nth) => `${TYPES[name]} ${name} = ${nth * 7};`);
    const show = NAMES.map((name) => `(long long)${name}`).join(", ");
    const folder = mkdtempSync(join(tmpdir(), "bold-pip-numbers-"));
    writeFileSync(
      join(folder, "main.c"),
      [
        "#include <stdint.h>",
        "#include <stdio.h>",
        ...declared,
        "int main(void) {",
        ...steps.flatMap((step) => [step, `  printf("${NAMES.map(() => "%lld").join(" ")}\\n", ${show});`]),
        "}",
      ].join("\n"),
    );
    execFileSync("gcc", ["-w", "-fwrapv", "-o", "run", "main.c"], { cwd: folder });
    const compiled = execFileSync(join(folder, "run")).toString().trim().split("\n");
    const written = writePython(parseC([...declared, "void tried() {", ...steps, "}"]), 12);
    const lines = written.lines.map(({ text }) => text);
    const first = lines.findIndex((line) => line.startsWith("    global")) + 1;
    const interpreted = runPython(
      [
        ...lines.slice(0, first),
        ...lines.slice(first).flatMap((line) => [line, `    print(${NAMES.join(", ")})`]),
        "tried()",
      ].join("\n"),
      written.needs,
    );
    const wrong = steps.findIndex((_, nth) => compiled[nth] !== interpreted[nth]);
    expect(wrong < 0 ? undefined : [steps[wrong], interpreted[wrong], lines[first + wrong]]).toEqual(
      wrong < 0 ? undefined : [steps[wrong], compiled[wrong], lines[first + wrong]],
    );
    expect(interpreted).toHaveLength(steps.length);
  });
});

const moorings = plainDemoRig("moorings-free");
const WAYS = SCHEMES.flatMap((scheme) => {
  const plan = { ...moorings.plan, scheme, digitSwitch: "transistor" as const };
  if (scheme === "logic" || planProblem(plan)) return [];
  return [[scheme, on(relay(moorings, plan))] as const];
});

describe("on the interpreter", () => {
  /** What each line does, one change after the other; let go, it is high where resistors pull. */
  const changes = (all: Iterable<readonly [line: string, level: number]>, lines?: ReadonlySet<string>) => {
    const last = new Map<string, number>();
    const told: string[] = [];
    for (const [line, level] of all) {
      const now = level > 0 ? 1 : 0;
      if ((lines && !lines.has(line)) || last.get(line) === now) continue;
      last.set(line, now);
      told.push(`${line} ${now}`);
    }
    return told;
  };
  const edges = (did: readonly Did[]) =>
    did.flatMap(({ what }) => {
      const [kind, line, level] = what.split(" ");
      return kind === "edge" ? [[line!, Number(level)] as const] : [];
    });

  /** A chip that answers holds a line low which the program has let go. */
  const answers = (rig: Rig) => {
    const model = modelOf(rig);
    return (model.encoding.buses ?? []).some((bus) => chipOn(model, bus).transport.answers);
  };
  test.each(WAYS.filter(([, rig]) => !answers(rig)))(
    "%s: every change of every line in the very order of the simulator's",
    (_, whole) => {
      const rig = {
        ...whole,
        scan: { ...whole.scan, school: "loop" as const },
        show: { ...whole.show, interval: 200 },
      };
      const did = edges(runOnMicroPython(rig, textOf(rig), 0.9));
      const lines = new Set(did.map(([line]) => line));
      const mine = changes(did);
      const theirs = changes(
        [...runEdges(modelOf(rig), 9e8)].map(({ line, level }) => [line, level] as const),
        lines,
      );
      const count = Math.min(mine.length, theirs.length);
      expect(count).toBeGreaterThan(40);
      expect(mine.slice(0, count)).toEqual(theirs.slice(0, count));
    },
  );

  const TEXTS = DEMO_RIGS.filter(({ plan, sign }) => plan.scheme !== "logic" && !sign).map(
    ({ id }, nth) => [id, on(plainDemoRig(id), BOARDS[nth % 2]!)] as const,
  );
  test.each([...TEXTS, ...WAYS.filter(([, rig]) => answers(rig))])(
    "%s: its chips, or an eye, read what the show says",
    (_, whole) => {
      const rig = { ...whole, show: { ...whole.show, interval: 300 } };
      const model = modelOf(rig);
      const edges = runOnMicroPython(rig, textOf(rig), 1.4).flatMap(({ at, what }, nth) => {
        const [kind, line, level] = what.split(" ");
        if (kind !== "edge") return [];
        // What is done at one moment keeps its order.
        return [{ at: at * 1000 + nth * 1e-3, line: line!, level: level === "0" ? (LOW as Level) : HIGH }];
      });
      const read = heard(rig, edges, 1.4e9);
      const shown = reads(recordFace(model, 1.4e9));
      expect(shown.length).toBeGreaterThan(0);
      // The last one may not have stood for long.
      const count = Math.max(1, shown.length - 1);
      expect(read.slice(0, count)).toEqual(shown.slice(0, count));
    },
  );

  test.each(DEMO_RIGS.filter(({ sign }) => sign).map((rig) => [rig.id, on(rig)] as const))(
    "%s runs",
    (_, rig) => expect(edges(runOnMicroPython(rig, textOf(rig), 0.4)).length).toBeGreaterThan(40),
  );

  /** Presses, a sensor that goes up and down, lines that come. */
  const hands = (rig: Rig): Move[] => {
    if (rig.live?.values.some((value) => "message" in value))
      return ["12.4", "AbC dEf", "#x"].map((type, nth) => ({ at: 400 + nth * 700, type }));
    const keypad = rig.units.find(({ part }) => part.startsWith("keypad"))?.ref;
    if (keypad)
      return ["4", "2", "#", "7"].flatMap((key, nth): Move[] => [
        { at: 400 + nth * 610, press: keypad, key },
        { at: 500 + nth * 610, release: keypad, key },
      ]);
    const moved = rig.units.filter(({ part }) => /^(potentiometer|.*-sensor)$/.test(part));
    return [
      ...pressesOf(rig),
      ...moved.flatMap(({ ref }) =>
        Array.from({ length: 6 }, (_, at): Move => ({
          at: 400 + at * 611,
          set: asUnit(ref),
          to: (at * 37) % 100,
        })),
      ),
    ];
  };
  const SECONDS = 3;
  /** Its clock goes round a second and a half after power-up. */
  const ROUND = 2 ** 30 - 1500;
  // Numbers by chance depend on the microsecond, hundredths on a pass more or less.
  const LIVE = STARTS.filter(({ id }) => id !== "chance" && id !== "stopwatch").flatMap(({ id }, nth) =>
    (["river-level", "water-warmth"] as const).slice(0, nth % 2 === 0 ? 2 : 1).flatMap((demo) => {
      const started = startWith(on(plainDemoRig(demo)), id);
      return started.ok ? [[`${demo}, ${id}`, started.rig] as const] : [];
    }),
  );
  test.each(LIVE)(
    "%s: the same faces, and what is switched and told, over the round of its clock",
    (_, rig) => {
      const asked = (one: Did, nth: number, all: readonly Did[]) =>
        !one.what.startsWith("edge") &&
        (!/^line/.test(one.what) || all.filter(({ what }) => what === one.what).length <= 20);
      const moves = hands(rig);
      const did = runOnMicroPython(rig, textOf(rig), SECONDS, moves, ROUND).filter(asked);
      const simulated = simulatedLive(rig, moves, SECONDS).filter(asked);
      expect(simulated.length).toBeGreaterThan(1);
      expect(did.map(({ what }) => what)).toEqual(simulated.map(({ what }) => what));
      did.forEach(({ at }, nth) => expect(Math.abs(at - simulated[nth]!.at)).toBeLessThan(60_000));
    },
  );
});

describe("what is handed out", () => {
  test.each([
    ["river-level", /too small for MicroPython: choose an RP2040/],
    ["boats-out", /takes Verilog/],
  ])("%s is refused as it stands", (id, says) => {
    const model = modelOf(demoRig(id));
    expect(writtenIn(model, buildProgram(model), "micropython")).toMatchObject({
      ok: false,
      message: expect.stringMatching(says) as string,
    });
  });

  test.each(["slip-gate", "lock-gauge", "berth-board", "regatta-board"])(
    "%s takes about as much memory as is said",
    (id) => {
      const text = textOf(on(demoRig(id)));
      const ratio = pythonMemory(text) / memoryTaken(text);
      expect(ratio).toBeGreaterThan(0.6);
      expect(ratio).toBeLessThan(1.6);
    },
  );

  test("only what is used is imported, and bits stay where the view marks them", () => {
    const rig = on(plainDemoRig("river-level"));
    const model = modelOf(rig);
    const written = writtenIn(model, buildProgram(model), "micropython");
    if (!written.ok) throw new Error(written.message);
    const { text, lines, name } = written.files[0]!;
    expect(name).toBe("river-level.py");
    expect(text).toContain("from machine import Pin\n");
    expect(text).not.toMatch(/import.*\b(ADC|sys|select)\b/);
    const marked = lines!.filter(({ bitColumns }) => bitColumns);
    expect(marked.length).toBeGreaterThan(8);
    for (const { text: row, bitColumns } of marked)
      for (const column of bitColumns!) expect(row.slice(column - 2, column)).toBe("0b");
  });
});
