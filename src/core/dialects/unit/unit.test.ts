import { DEMO_RIGS, demoRig, plainDemoRig } from "@/demo";
import { gridOf, modelOf } from "../../address";
import { recordFirmware } from "../../firmware";
import { buildSketch } from "../../firmware/fixtures/build";
import { HIGH, LOW, type Level } from "../../level";
import { buildProgram } from "../../program";
import { SCHEMES, planProblem, relay, withController, type Rig } from "../../rig";
import { runOnMicroPython } from "../fixtures/on-micropython";
import { filesOf, heard } from "../fixtures/written";
import { dialectsFor, type CodeFile } from "..";

jest.setTimeout(900_000);

const textOf = (files: readonly CodeFile[], name: string | RegExp): string =>
  files.find((file) => (typeof name === "string" ? file.name === name : name.test(file.name)))!.text;

/** The unit and a program of one's own as one text: headers stand where they are taken in. */
function together(files: readonly CodeFile[], main: string): string {
  const header = textOf(files, "display.h").replace("#pragma once\n", "");
  return `${header}\n${main}\n${textOf(files, "display.ino").replace('#include "display.h"\n', "")}`;
}

const plain = DEMO_RIGS.filter(({ plan, sign }) => plan.scheme !== "logic" && !sign);
const onAvr = (rig: Rig): Rig =>
  rig.plan.controller.startsWith("ATmega328P")
    ? rig
    : relay(rig, withController(rig.plan, "ATmega328P-board"));
const moorings = plainDemoRig("moorings-free");
const WAYS = SCHEMES.flatMap((scheme) =>
  (["loop", "timer"] as const).flatMap((school) => {
    const plan = { ...moorings.plan, scheme, digitSwitch: "transistor" as const };
    if (scheme === "logic" || planProblem(plan)) return [];
    const rig = relay(moorings, plan);
    return [[`${scheme}, ${school}`, { ...rig, scan: { ...rig.scan, school } }] as const];
  }),
);
const DIGITS = [...plain.map(({ id }) => [id, onAvr(plainDemoRig(id))] as const), ...WAYS].filter(
  ([, rig]) => !gridOf(modelOf(rig)),
);

/** What one reads after each of some calls, a moment for each. */
const MOMENT_MS = 300;
const program = (calls: readonly string[]): string =>
  [
    "void setup() { display::begin(); }",
    "void loop() {",
    "  static uint8_t nth = 0;",
    "  static unsigned long since = 0;",
    "  display::refresh();",
    `  if (millis() - since < ${MOMENT_MS}) return;`,
    "  since = millis();",
    "  nth += 1;",
    ...calls.map((call, nth) => `  if (nth == ${nth + 1}) display::${call};`),
    "}",
  ].join("\n");

/** Texts that stood long enough to be read, without what is blank. */
const reads = (rig: Rig, calls: readonly string[]): string[] => {
  const model = modelOf(rig);
  const { image } = buildSketch(together(filesOf(rig, "unit"), program(calls)));
  const { stretches } = recordFirmware(model, image, (calls.length + 1.9) * MOMENT_MS * 1e6);
  return stretches
    .filter(({ from, to }) => to - from > 40e6)
    .map(({ text }) => text?.trim() ?? "")
    .filter((text, nth, all) => text !== "" && text !== all[nth - 1]);
};

describe("a display unit in a sketch of one's own", () => {
  test.each(DIGITS)("%s: it shows the text and the numbers it is given", (_, rig) => {
    const digits = modelOf(rig).digits.length;
    const seen = reads(rig, [
      'show("8")',
      `number(${digits > 1 ? 42 : 4})`,
      'show("7")',
      "number(123456789)",
    ]);
    // Behind a decoder there may be no dash.
    expect(seen.slice(0, 3)).toEqual(["8", digits > 1 ? "42" : "4", "7"]);
    if (seen.length > 3) expect(seen[3]).toBe("-".repeat(digits));
  });

  test("numbers stand at the right, with sign and point, and those that do not fit are dashes", () => {
    const rig = plainDemoRig("river-level");
    const calls = [
      ["number(-5)", "-5"],
      ["number(1234, 2)", "12.34"],
      ["number(5, 2)", "0.05"],
      ["number(-5, 1)", "-0.5"],
      ["number(-1234)", "----"],
      ["number(9999)", "9999"],
      ["number(10000)", "----"],
      ["number(0)", "0"],
      ["number(1, 3)", "0.001"],
      ["number(1, 4)", "----"],
    ] as const;
    expect(
      reads(
        rig,
        calls.map(([call]) => call),
      ),
    ).toEqual(calls.map(([, text]) => text));
  });

  test("segments light as they are given, however the wires run", () => {
    const model = modelOf(plainDemoRig("river-level"));
    const offered = DIGITS.filter(([, rig]) =>
      textOf(filesOf(rig, "unit"), "display.h").includes("void segments"),
    );
    expect(offered.length).toBeGreaterThan(8);
    expect(model.digits).toHaveLength(4);
    for (const [, rig] of offered) {
      const digits = modelOf(rig).digits.length;
      // 7 on the first, dark behind it.
      const given = `segments((const uint8_t[]){7, ${Array(Math.max(1, digits - 1))
        .fill(0)
        .join(", ")}})`;
      const cpp = given.replace(/segments\(\(const uint8_t\[\]\)(\{.*\})\)/, "segments(PATTERN)");
      const pattern = /\{.*\}/.exec(given)![0];
      const { image } = buildSketch(
        together(filesOf(rig, "unit"), `static const uint8_t PATTERN[] = ${pattern};\n${program([cpp])}`),
      );
      const { stretches } = recordFirmware(modelOf(rig), image, 3 * MOMENT_MS * 1e6);
      expect(
        stretches
          .filter(({ from, to }) => to - from > 40e6)
          .at(-1)!
          .text?.trim(),
      ).toBe("7");
    }
  });

  test("dark is dark, and what was shown comes back", () => {
    expect(reads(plainDemoRig("river-level"), ['show("12")', "dark(1)", "dark(0)"])).toEqual(["12", "12"]);
    const { image } = buildSketch(
      together(filesOf(plainDemoRig("river-level"), "unit"), program(['show("12")', "dark(1)"])),
    );
    const { stretches } = recordFirmware(modelOf(plainDemoRig("river-level")), image, 4 * MOMENT_MS * 1e6);
    expect(stretches.at(-1)!.text?.trim()).toBe("");
  });

  test("the chip is set to the step of brightness that is asked for, and no further", () => {
    const rig = onAvr(plainDemoRig("heat-time"));
    const files = filesOf(rig, "unit");
    expect(textOf(files, "display.h")).toContain("Sets how bright: 0 to 15");
    const written = (step: number) => {
      const { image } = buildSketch(together(files, program(['show("8")', `brightness(${step})`])));
      return recordFirmware(modelOf(rig), image, 3.5 * MOMENT_MS * 1e6).edges.map(
        ({ line, level }) => `${line}${level}`,
      ).length;
    };
    expect(written(15)).toBe(written(200));
  });

  test.each(WAYS.filter(([, rig]) => filesOf(rig, "unit").some(({ text }) => text.includes("eighths of"))))(
    "%s: digits are lit for the part of their turns that is asked for",
    (_, rig) => {
      const files = filesOf(rig, "unit");
      const current = (eighths: number) => {
        const { image } = buildSketch(together(files, program([`brightness(${eighths})`, 'show("8888")'])));
        const { stretches } = recordFirmware(modelOf(rig), image, 4 * MOMENT_MS * 1e6);
        const last = stretches.at(-1)!;
        expect(last.text).toBe("8888");
        return last.pips.reduce((sum, pip) => sum + pip.current, 0);
      };
      const whole = current(8);
      expect(current(4) / whole).toBeGreaterThan(0.4);
      expect(current(4) / whole).toBeLessThan(0.6);
      expect(current(1) / whole).toBeLessThan(0.2);
      expect(current(0)).toBeCloseTo(current(1), 3);
    },
  );

  test.each(
    DEMO_RIGS.filter((rig) => gridOf(modelOf(rig)) && rig.id !== "regatta-board").map(
      (rig) => [rig.id, onAvr(rig)] as const,
    ),
  )("%s: dots are built, and the example runs", (_, rig) => {
    const files = filesOf(rig, "unit");
    const { image } = buildSketch(
      together(files, textOf(files, /\.ino$/).replace('#include "display.h"\n', "")),
    );
    const { stretches } = recordFirmware(modelOf(rig), image, 1.3e9);
    const texts = stretches.map(({ text }) => text?.trim());
    expect(texts.some((text) => text === "0")).toBe(true);
    expect(texts.some((text) => text === "1")).toBe(true);
  });

  test("dots light as they are given, and no text that ran is drawn over them", () => {
    const rig = onAvr(demoRig("wind-arrow"));
    const model = modelOf(rig);
    const grid = gridOf(model)!;
    // A frame around the field, the corner at the upper left left out.
    const rows = [0x7f, 0x81, 0x81, 0x81, 0x81, 0x81, 0x81, 0xff];
    const { image } = buildSketch(
      together(
        filesOf(rig, "unit"),
        `static const uint8_t ROWS[] = {${rows.join(", ")}};\n${program(['scroll("AHOY")', "dots(ROWS)"])}`,
      ),
    );
    const { stretches } = recordFirmware(model, image, 6 * MOMENT_MS * 1e6);
    const last = stretches.at(-1)!;
    const lit = new Set(last.pips.flatMap(({ current }, at) => (current > 0.05 ? [grid.dotOf[at]!] : [])));
    const wanted = rows.flatMap((row, y) =>
      Array.from({ length: 8 }, (_, x) => x).flatMap((x) => ((row >> (7 - x)) & 1 ? [y * 8 + x] : [])),
    );
    expect([...lit].sort((one, other) => one - other)).toEqual(wanted);
    expect(last.to - last.from).toBeGreaterThan(3 * MOMENT_MS * 1e6);
  });

  test("what counts seconds comes with it", () => {
    const rig = plainDemoRig("river-level");
    const files = filesOf(rig, "unit");
    expect(files.map(({ name }) => name)).toEqual(["river-level.ino", "display.h", "display.ino"]);
    const main = textOf(files, "river-level.ino").replace('#include "display.h"\n', "");
    const { stretches } = recordFirmware(modelOf(rig), buildSketch(together(files, main)).image, 2.2e9);
    const texts = stretches.filter(({ from, to }) => to - from > 60e6).map(({ text }) => text?.trim());
    expect(texts.filter((text, nth) => text !== texts[nth - 1])).toEqual(["HI", "1", "2"]);
  });

  test("nothing in it asks for memory while it runs", () => {
    for (const [, rig] of DIGITS)
      expect(textOf(filesOf(rig, "unit"), "display.ino")).not.toMatch(/\b(malloc|new|String)\b/);
  });
});

describe("a display unit in MicroPython", () => {
  const onPython = (rig: Rig): Rig => relay(rig, withController(rig.plan, "RP2040-board"));
  const seen = (rig: Rig, main: string, seconds: number): string[] => {
    const files = filesOf(rig, "unit-micropython");
    const edges = runOnMicroPython(rig, main, seconds, [], 0, {
      name: "display.py",
      text: textOf(files, "display.py"),
    }).flatMap(({ at, what }, nth) => {
      const [kind, line, level] = what.split(" ");
      if (kind !== "edge") return [];
      return [{ at: at * 1000 + nth * 1e-3, line: line!, level: level === "0" ? (LOW as Level) : HIGH }];
    });
    return heard(rig, edges, seconds * 1e9);
  };

  test.each(
    DIGITS.filter(([name]) => !name.endsWith("timer")).map(([name, rig]) => [name, onPython(rig)] as const),
  )("%s: the example counts", (_, rig) => {
    const texts = seen(rig, textOf(filesOf(rig, "unit-micropython"), /^(?!display).*\.py$/), 2.3);
    expect(texts.filter((text) => /^[1-9]+$/.test(text))).toEqual(["1", "2"]);
  });

  test("texts, numbers and segments as in C", () => {
    const rig = onPython(plainDemoRig("river-level"));
    const calls = [
      'show("12.5")',
      "brightness(4)",
      "number(-5, 1)",
      "segments(bytes((7, 0, 0, 7)))",
      "number(10000)",
    ];
    const main = [
      "import display",
      "from time import ticks_diff, ticks_ms",
      "display.begin()",
      `for call in (${calls.map((call) => `lambda: display.${call}`).join(", ")}):`,
      "    call()",
      "    since = ticks_ms()",
      "    while ticks_diff(ticks_ms(), since) < 150:",
      "        display.refresh()",
      "while True:",
      "    display.refresh()",
      "",
    ].join("\n");
    expect(seen(rig, main, 0.9).slice(0, 4)).toEqual(["12.5", "-0.5", "7  7", "----"]);
  });
});

describe("where there is none", () => {
  test.each([
    ["boats-out", "unit", /takes Verilog/],
    ["river-level", "unit-micropython", /too small for MicroPython/],
  ])("%s as %s says why", (id, dialect, says) => {
    const model = modelOf(demoRig(id));
    expect(dialectsFor(model, buildProgram(model)).find((one) => one.id === dialect)!.problem).toMatch(says);
  });
});
