import { execFileSync } from "node:child_process";
import { mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { DEMO_RIGS, demoRig, plainDemoRig } from "@/demo";
import { isMultiplexed, modelOf } from "../address";
import { checkModel } from "../check";
import { STARTS, startWith } from "../live";
import { SCHEMES, planProblem, relay, withController, type Rig, type Show } from "../rig";
import { buildProgram, sketchMemory, sketchText, writeSketch } from ".";

/** The calls of the sketch flavour as the compiler has to know them; they are not linked. */
const CALLS = `
#include <avr/io.h>
#include <avr/interrupt.h>
#include <avr/pgmspace.h>
#include <stdint.h>
enum { LOW, HIGH, INPUT = 0, OUTPUT = 1, INPUT_PULLUP = 2, LSBFIRST = 0, MSBFIRST = 1, A0 = 14, A1, A2, A3, A4, A5 };
#define CHANGE 1
#define digitalPinToInterrupt(line) ((line) - 2)
#define noInterrupts() cli()
#define interrupts() sei()
extern "C" {
void pinMode(uint8_t, uint8_t);
void digitalWrite(uint8_t, uint8_t);
int digitalRead(uint8_t);
int analogRead(uint8_t);
unsigned long pulseIn(uint8_t, uint8_t, unsigned long);
void shiftOut(uint8_t, uint8_t, uint8_t, uint8_t);
void delay(unsigned long);
void delayMicroseconds(unsigned int);
unsigned long millis(void);
unsigned long micros(void);
void attachInterrupt(uint8_t, void (*)(void), int);
}
class __FlashStringHelper;
#define F(text) (reinterpret_cast<const __FlashStringHelper *>(PSTR(text)))
struct SerialLine {
  void begin(unsigned long);
  int available();
  int read();
  void print(const __FlashStringHelper *);
  void print(long);
  void print(unsigned long);
  void print(int);
  void print(unsigned);
  void print(unsigned char);
  void print(signed char);
  void println();
};
extern SerialLine Serial;
void setup();
void loop();
`;
const COMPILE =
  "-mmcu=atmega328p -Os -std=gnu++11 -ffunction-sections -fdata-sections -fno-exceptions -fno-threadsafe-statics -c";
const folder = mkdtempSync(join(tmpdir(), "bold-pip-memory-"));

/** What the compiler makes of a rig's sketch, by avr-size: bytes in flash, and bytes of static memory. */
function compiled(rig: Rig): { own: number; ram: number } {
  const model = modelOf(rig);
  writeFileSync(join(folder, "sketch.cpp"), CALLS + sketchText(writeSketch(model, buildProgram(model))));
  execFileSync("avr-gcc", [...COMPILE.split(" "), "-o", "sketch.o", "sketch.cpp"], { cwd: folder });
  const listed = execFileSync("avr-size", ["-A", "sketch.o"], { cwd: folder }).toString();
  let [own, ram] = [0, 0];
  for (const [, section, size] of listed.matchAll(/^\.(\S+)\s+(\d+)/gm)) {
    if (/^(text|progmem|rodata|data)/.test(section!)) own += Number(size);
    if (/^(rodata|data|bss)/.test(section!)) ram += Number(size);
  }
  return { own, ram };
}

const memoryOf = (rig: Rig) => {
  const model = modelOf(rig);
  return sketchMemory(model, buildProgram(model));
};
const moorings = demoRig("moorings-free");
const laid = (rig: Rig, plan: Partial<Rig["plan"]>): Rig => relay(rig, { ...rig.plan, lines: {}, ...plan });
const showing = (rig: Rig, show: Partial<Show>): Rig => ({ ...rig, show: { ...rig.show, ...show } });
const many = Array.from({ length: 256 }, (_, at) => String(at));

/** Every way to drive four and eight digits, by loop and timer, with and without end; demo rigs, signs, long lists. */
const RIGS: Array<[what: string, rig: Rig]> = [
  ...[
    ...SCHEMES.map((scheme): Pick<Rig["plan"], "scheme" | "register"> => ({ scheme })),
    { scheme: "register-static", register: "74HC164" } as const,
    { scheme: "two-registers", register: "74HC164" } as const,
  ].flatMap(({ scheme, register }) =>
    ([4, 8] as const).flatMap((digits): Array<[string, Rig]> => {
      const polarity = (["common-cathode", "common-anode"] as const).find(
        (one) =>
          planProblem(
            laid(moorings, { scheme, register, digits, polarity: one, digitSwitch: "transistor" }).plan,
          ) === undefined,
      );
      if (!polarity || scheme === "logic") return [];
      const what = [scheme, register].filter(Boolean).join(" with ");
      const rig = laid(moorings, { scheme, register, digits, polarity, digitSwitch: "transistor" });
      const timed: Rig = { ...rig, scan: { ...rig.scan, school: "timer" } };
      const kinds: Array<[string, Rig]> = [
        ["loop", rig],
        ...(isMultiplexed(modelOf(rig)) ? [["timer", timed] as [string, Rig]] : []),
      ];
      return kinds.flatMap(([kind, one]): Array<[string, Rig]> => [
        [`${what}, ${digits}, ${kind}`, one],
        [`${what}, ${digits}, ${kind}, three rounds`, showing(one, { rounds: 3, end: "blank" })],
        [`${what}, ${digits}, ${kind}, held`, showing(one, { mode: "hold" })],
      ]);
    }),
  ),
  ...[
    "slip-gate",
    "river-level",
    "water-warmth",
    "crew-tally",
    "oar-rack",
    "tide-notice",
    "wind-arrow",
    "regatta-board",
  ].map((id): [string, Rig] => [id, plainDemoRig(id)]),
  ["256 texts", showing(demoRig("river-level"), { texts: many })],
  [
    "on-times longer than the short pause takes",
    { ...moorings, scan: { school: "loop", on: [40_000], blank: 10 } },
  ],
  ["dots on lines", laid(demoRig("wind-arrow"), { scheme: "direct" })],
];

test.each(RIGS)("%s: the estimate is what the compiler makes, within 64 bytes or 5 %%", (_, rig) => {
  const made = compiled(rig);
  const { own, ram } = memoryOf(rig);
  expect(Math.abs(own - made.own)).toBeLessThanOrEqual(Math.max(64, made.own * 0.05));
  // The clock's own nine bytes come with the calls.
  expect(ram - 9).toBe(made.ram);
});

const REACTING = [
  "slip-gate",
  "river-level",
  "water-warmth",
  "oar-rack",
  "tide-notice",
  "wind-arrow",
].flatMap((id) =>
  STARTS.flatMap(({ id: start }): Array<[string, Rig]> => {
    const made = startWith(plainDemoRig(id), start);
    return made.ok ? [[`${id}, ${start}`, made.rig]] : [];
  }),
);
const INTERRUPTED = ["water-warmth", "crew-tally"].map((id): [string, Rig] => {
  const made = startWith(plainDemoRig(id), "count");
  if (!made.ok) throw new Error(made.message);
  const { live } = made.rig;
  return [
    `${id}, count by interrupts`,
    { ...made.rig, live: { ...live!, debounce: { way: "interrupt", ms: 20 } } },
  ];
});
// Logic has no memory to fill.
const SHIPPED = DEMO_RIGS.filter(({ live, plan }) => live && plan.scheme !== "logic").map(
  (rig): [string, Rig] => [rig.id, rig],
);
test.each([...REACTING, ...INTERRUPTED, ...SHIPPED])(
  "%s: variables are counted to the byte, code is estimated within 15 %%",
  (_, rig) => {
    const made = compiled(rig);
    const { own, ram } = memoryOf(rig);
    expect(Math.abs(own - made.own)).toBeLessThanOrEqual(made.own * 0.15);
    // So do the buffers of the serial line.
    expect(ram - 9 - (buildProgram(modelOf(rig)).live!.talks ? 157 : 0)).toBe(made.ram);
  },
);

test("a sketch that does not fit its board is a fault, on flash and on memory alike", () => {
  const eight = laid(demoRig("river-level"), { digits: 8 });
  const small = withController(eight.plan, "ATtiny84");
  const faults = (rig: Rig) =>
    checkModel(modelOf(rig))
      .filter(({ id }) => id.startsWith("memory-"))
      .map(({ id, severity }) => `${id} ${severity}`);
  expect(faults(showing(eight, { texts: many }))).toEqual([]);
  expect(faults(showing(relay(eight, small), { texts: many.map((text) => text.padStart(8, "8")) }))).toEqual(
    [],
  );
  const regatta = demoRig("regatta-board");
  expect(faults(relay(regatta, withController(regatta.plan, "ATtiny84")))).toEqual([
    "memory-flash fault",
    "memory-ram fault",
  ]);
});
