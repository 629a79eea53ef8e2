import { unzipSync } from "fflate";
import { demoRig, plainDemoRig } from "@/demo";
import { hexText, imageOf } from "@/core/firmware";
import { writeRig, type Rig } from "@/core/rig";
import { answer, serve, type RouteName } from ".";

jest.setTimeout(120_000);

const ask = async (route: RouteName, body: unknown, query = "") => {
  const text = typeof body === "string" ? body : JSON.stringify(body);
  const response = await serve(
    route,
    new Request(`http://x/api/${route}?${query}`, { method: "POST", body: text }),
    answer,
  );
  return { status: response.status, body: (await response.json()) as Record<string, never> };
};
const plain = (rig: Rig) => JSON.parse(writeRig(rig)) as unknown;
const river = demoRig("river-level");
const firmware = hexText(imageOf(river.firmware!).flash);

describe("a compiled program by script", () => {
  test("what it shows, what it costs, what is different, and its edges", async () => {
    const { status, body } = await ask("run", { rig: plain(river), firmware, seconds: 5 }, "parts=all");
    expect(status).toBe(200);
    const { changes, cost, differences, edges, scan, held, serial, findings } = body as unknown as {
      changes: Array<{ text: string | null; leds: unknown[] }>;
      cost: { flash: number; interrupts: Array<{ name: string }> };
      differences: Array<{ kind: string; title: string }>;
      edges: Array<[number, string, number]>;
      scan: { refresh: number };
      held: string | null;
      serial: string;
      findings: unknown[];
    };
    expect(changes.map(({ text }) => text?.trim())).toContain("-0.h2");
    expect(changes.at(-1)!.leds).toHaveLength(32);
    expect(cost.flash).toBe(1512);
    expect(cost.interrupts.map(({ name }) => name)).toContain("TIMER1_COMPA");
    expect(differences[0]).toMatchObject({ kind: "swapped lines", title: "Segments b and e are swapped" });
    expect(edges.length).toBeGreaterThan(10_000);
    expect(edges.every(([at], nth) => nth === 0 || at >= edges[nth - 1]![0])).toBe(true);
    expect(scan.refresh).toBeCloseTo(123.8, 0);
    expect([held, serial, findings]).toEqual([null, "", []]);
  });

  test("a program in base64, a clock that is off, a supply that is too low", async () => {
    const base64 = river.firmware!.flash;
    const wrong = await ask("run", { rig: plain(river), firmware: base64, seconds: 1 });
    // Bytes of flash alone are neither kind of file.
    expect([wrong.status, JSON.stringify(wrong.body)]).toEqual([
      422,
      expect.stringMatching(/neither a .hex nor an .elf/),
    ]);
    const hex = Buffer.from(firmware).toString("base64");
    const low = await ask("run", {
      rig: plain(river),
      firmware: hex,
      seconds: 0.5,
      supply: 2.2,
      clockError: 100,
    });
    expect(low.status).toBe(200);
    expect(JSON.stringify(low.body)).toMatch(/brown-out detector holds/);
  });

  test.each<[string, unknown, number, RegExp]>([
    ["no firmware", { rig: plain(river), seconds: 1 }, 422, /needs the compiled program/],
    [
      "firmware of another kind",
      { rig: plain(river), seconds: 1, firmware: "void setup() {}" },
      422,
      /neither hexadecimal records/,
    ],
    ["a damaged record", { rig: plain(river), seconds: 1, firmware: ":00" }, 422, /Line 1/],
    ["too long a run", { rig: plain(river), seconds: 31, firmware }, 422, /at most 30/],
    [
      "a board without such a core",
      { rig: plain(demoRig("lamp-room")), seconds: 1, firmware },
      422,
      /ATmega328P/,
    ],
    [
      "a clock that is off by far",
      { rig: plain(river), seconds: 1, firmware, clockError: 1e9 },
      422,
      /clockError/,
    ],
    ["volts beyond reason", { rig: plain(river), seconds: 1, firmware, supply: 12 }, 422, /supply/],
    ["no JSON", "{", 400, /not JSON/],
  ])("%s is refused", async (_, body, status, says) => {
    const answered = await ask("run", body);
    expect(answered.status).toBe(status);
    expect(JSON.stringify(answered.body)).toMatch(says);
  });
});

describe("code by script", () => {
  const code = (rig: Rig, query: string) =>
    serve(
      "export/code",
      new Request(`http://x/api/export/code?${query}`, { method: "POST", body: writeRig(rig) }),
      answer,
    );

  test.each([
    ["", "slip-gate.ino", /void setup\(\) \{/],
    ["dialect=sketch", "slip-gate.ino", /digitalWrite/],
    ["dialect=sketch-direct", "slip-gate.ino", /setLine/],
    ["dialect=c", "slip-gate.c", /void set_line\(uint8_t line, uint8_t how\);/],
  ])("%s is one file", async (query, name, says) => {
    const response = await code(plainDemoRig("slip-gate"), query);
    expect(response.headers.get("content-disposition")).toContain(name);
    expect(await response.text()).toMatch(says);
  });

  test("a unit is a folder with a program that shows how, and a way of sending nobody knows is refused", async () => {
    const response = await code(plainDemoRig("slip-gate"), "dialect=unit");
    const files = unzipSync(new Uint8Array(await response.arrayBuffer()));
    expect(Object.keys(files)).toEqual([
      "slip-gate/slip-gate.ino",
      "slip-gate/display.h",
      "slip-gate/display.ino",
    ]);
    const refused = await code(plainDemoRig("slip-gate"), "bus=poem");
    expect(refused.status).toBe(400);
    expect(await refused.text()).toMatch(/hand, unit/);
  });

  test("with its Makefile it is a folder", async () => {
    const response = await code(plainDemoRig("slip-gate"), "dialect=avr-c");
    expect(response.headers.get("content-type")).toBe("application/zip");
    const files = unzipSync(new Uint8Array(await response.arrayBuffer()));
    expect(Object.keys(files)).toEqual(["slip-gate/slip-gate.c", "slip-gate/Makefile"]);
  });

  test.each([
    ["slip-gate", "dialect=poem", /no dialect “poem”/],
    ["slip-gate", "dialect=verilog", /FPGA/],
    ["lamp-room", "dialect=avr-c", /no AVR/],
    ["slip-gate", "bus=unit", /SPI unit of the ATmega328P board sends on lines 11/],
    ["slip-gate", "dialect=micropython", /too small for MicroPython/],
  ])("%s with %s is refused", async (id, query, says) => {
    const response = await code(demoRig(id), query);
    expect(response.status).toBe(422);
    expect(JSON.stringify(await response.json())).toMatch(says);
  });
});

describe("a table by script", () => {
  test("what it was made for, its odd entry, and what it shows on a rig", async () => {
    const text = "{0x3F,0x06,0x5B,0x4F,0x66,0x6D,0x7D,0x07,0x7F,0x6F,0x77,0x7C,0x39,0x5A,0x79,0x71}";
    const { status, body } = await ask("read-table", { text, rig: plain(plainDemoRig("slip-gate")) });
    expect(status).toBe(200);
    expect(body).toMatchObject({
      digits: {
        sequence: "0 to F",
        order: ["a", "b", "c", "d", "e", "f", "g", null],
        lights: 1,
        wrong: [{ at: 13, glyph: "d", value: 0x5a, expected: 0x5e, missing: ["c"], extra: [] }],
      },
      onRig: { against: { same: true } },
    });
    const { onRig } = body as unknown as { onRig: { shown: Array<{ reads: string }> } };
    expect(onRig.shown.slice(0, 10).map(({ reads }) => reads)).toEqual([..."0123456789"]);
  });

  test("dots, and a list of writes", async () => {
    const dots = await ask("read-table", { text: "{0x18,0x3C,0x7E,0xFF,0x18,0x18,0x18,0x18}" });
    expect((dots.body as unknown as { dots: { pictures: string[][] } }).dots.pictures[0]![3]).toBe(
      "########",
    );
    const writes = await ask(
      "read-table",
      { text: "3F\n06", rig: plain(plainDemoRig("slip-gate")) },
      "as=writes",
    );
    expect(writes.body).toMatchObject({ writes: [{ reads: "0" }, { reads: "1" }] });
  });

  test.each<[string, unknown, string, RegExp]>([
    ["no text", { rig: null }, "", /source text/],
    ["no number in it", { text: "hello" }, "", /no number/],
    ["writes without a rig", { text: "3F" }, "as=writes", /send it as/],
    ["another way to read", { text: "3F" }, "as=poem", /table or writes/],
    ["a bad rig", { text: "3F", rig: {} }, "", /not a rig document/],
  ])("%s is refused", async (_, body, query, says) => {
    const answered = await ask("read-table", body, query);
    expect(answered.status).toBe(422);
    expect(JSON.stringify(answered.body)).toMatch(says);
  });
});
