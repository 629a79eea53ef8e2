import { builtInFont, writeBdf } from "@/core/dots";
import { readPictures } from "@/core/pictures";
import { writeRig } from "@/core/rig";
import { DEMO_RIGS, demoRig, plainDemoRig } from "@/demo";
import { vcdOf } from "@/core/trace";
import { readdirSync } from "node:fs";
import { tmpdir } from "node:os";
import { bodyText } from "./upload";
import { answer, serve, type RouteName } from ".";

/** A route answered in the test's own thread. */
const route = (name: RouteName) => (request: Request) => serve(name, request, answer);
const check = route("check");
const decode = route("decode");
const exportFrames = route("export/frames");
const sketch = route("export/sketch");
const writes = route("export/writes");
const importBdf = route("import/bdf");
const simulate = route("simulate");

const post = (body: BodyInit, headers?: HeadersInit) =>
  new Request("http://localhost/api", { method: "POST", body, headers, duplex: "half" } as RequestInit);
const good = writeRig(DEMO_RIGS[0]!);

test("a rig in, findings and the byte table out", async () => {
  const response = await check(post(good));
  const answer = (await response.json()) as {
    findings: unknown[];
    table: Array<{ glyph: string; hex: string[]; faithful: boolean }>;
  };
  expect(response.status).toBe(200);
  expect(answer.findings).toEqual([]);
  expect(answer.table.find(({ glyph }) => glyph === "5")).toMatchObject({ hex: ["0x6D"], faithful: true });
});

test("a rig in, its program out", async () => {
  const response = await sketch(post(good));
  expect(response.headers.get("content-disposition")).toContain("slip-gate.ino");
  expect(await response.text()).toContain("void loop() {");
});

test.each<[string, () => Request, number, RegExp]>([
  ["nothing", () => post(""), 400, /empty/],
  ["bad JSON", () => post('{\n  "format": }'), 400, /line 2, column 13/],
  ["a bad rig", () => post(good.replace('"R3"', '"R2"')), 422, /units\[5\].ref/],
  ["a newer version", () => post(good.replace('"version": 2', '"version": 9')), 422, /newer/],
  ["a length that says too much", () => post("{}", { "content-length": "13000000" }), 413, /12 MiB/],
  ["a stream that does not end", () => post(endless()), 413, /12 MiB/],
])("%s is refused with a message that says where", async (_, request, status, says) => {
  for (const route of [check, sketch]) {
    const response = await route(request());
    expect(response.status).toBe(status);
    expect(JSON.stringify(await response.json())).toMatch(says);
  }
});

describe("frames and fonts", () => {
  const tide = writeRig(plainDemoRig("tide-notice"));
  const frames = (query: string, body = tide) =>
    exportFrames(new Request(`http://x/api/export/frames?${query}`, { method: "POST", body }));
  const GIVEN = ["gif", "png", "pbm", "c", "bin", "json"] as const;
  test.each(GIVEN)("frames as %s", async (format) => {
    const response = await frames(`format=${format}`);
    expect(response.status).toBe(200);
    expect(response.headers.get("content-disposition")).toContain("tide-notice.");
    expect((await response.arrayBuffer()).byteLength).toBeGreaterThan(1000);
  });
  test("one frame is the same picture in every form", async () => {
    const bytes = async (query: string) => new Uint8Array(await (await frames(query)).arrayBuffer());
    const [png, pbm, gif] = await Promise.all(
      ["png", "pbm", "gif"].map((format) => bytes(`format=${format}&frame=40`)),
    );
    const dots = (file: Uint8Array | undefined) => {
      const read = readPictures(file!);
      return read.ok ? [...read.pictures[0]!.grey].join() : read.message;
    };
    expect(dots(png)).toBe(dots(pbm));
    expect(dots(gif)).toBe(dots(png));
    const json = JSON.parse(new TextDecoder().decode(await bytes("format=json"))) as {
      frames: Array<{ rows: string }>;
    };
    expect(json.frames).toHaveLength(159);
  });
  test.each([
    ["format=bmp", 400, /no format/],
    ["format=gif&scale=99", 422, /from 1 to 16/],
    ["format=png&frame=159", 422, /no frame 159/],
    ["format=png&frame=x", 422, /no frame NaN/],
  ])("%s is refused", async (query, status, says) => {
    const response = await frames(query);
    expect(response.status).toBe(status);
    expect(JSON.stringify(await response.json())).toMatch(says);
  });
  test("simulated, a sign's text is read whole; its check has no glyphs", async () => {
    const rig: unknown = JSON.parse(tide);
    const answer = (await (await simulate(post(JSON.stringify({ rig, seconds: 9.9 })))).json()) as {
      lines: Array<{ text: string; moved: string }>;
    };
    expect(answer.lines).toContainEqual(
      expect.objectContaining({ text: "HIGH 14:32  3.1 m  ↑ flood", moved: "left" }),
    );
    expect(((await (await check(post(tide))).json()) as { table: unknown[] }).table).toEqual([]);
  });
  test("digits have no frames", async () => expect((await frames("format=gif", good)).status).toBe(422));
  test("a font that was written here is checked and given back dot for dot", async () => {
    const response = await importBdf(
      new Request("http://x", { method: "POST", body: writeBdf(builtInFont("plain")!) }),
    );
    const font = (await response.json()) as {
      characters: number;
      glyphs: Array<{ code: number; rows: string[] }>;
    };
    expect(font.characters).toBe(builtInFont("plain")!.glyphs.size);
    expect(font.glyphs.find(({ code }) => code === 0x4c)!.rows).toEqual(
      [..."......"].map(() => "#....").concat("#####"),
    );
    const refused = await importBdf(
      new Request("http://x", { method: "POST", body: "STARTFONT 2.1\nCHARS 3\n" }),
    );
    expect(refused.status).toBe(422);
    expect(JSON.stringify(await refused.json())).toMatch(/FONTBOUNDINGBOX/);
  });
});

describe("bodies", () => {
  const trickling = () =>
    new ReadableStream<Uint8Array>({
      async pull(controller) {
        await new Promise((resolve) => setTimeout(resolve, 20));
        controller.enqueue(new Uint8Array([32]));
      },
    });
  test("one that trickles in is given up on", async () => {
    const refused = await bodyText(post(trickling()), 1000, "too large", 200);
    expect(refused).toMatchObject({ status: 408, body: expect.stringContaining("within 0.2 s") });
  });

  test("one that breaks off is refused", async () => {
    const broken = new ReadableStream({
      start: (controller) => controller.error(new Error("the client has gone")),
    });
    expect(await bodyText(post(broken), 1000, "too large")).toMatchObject({ status: 400 });
  });

  test("a form that is cut off in its file is refused, and leaves no file behind", async () => {
    const before = captureFolders();
    const body = `--b\r\nContent-Disposition: form-data; name="capture"; filename="c.vcd"\r\n\r\n$var wire 1 ! a`;
    const headers = { "content-type": "multipart/form-data; boundary=b" };
    const response = await decode(post(body, headers));
    expect(response.status).toBe(400);
    expect((await response.json()).error).toMatch(/multipart/);
    expect(captureFolders()).toEqual(before);
  });
});
const captureFolders = () => readdirSync(tmpdir()).filter((name) => name.startsWith("bold-pip-capture-"));

describe("who asks", () => {
  const asked = (headers: Record<string, string>) => check(post(good, { host: "localhost", ...headers }));
  test.each<[string, Record<string, string>, number]>([
    ["a script", {}, 200],
    ["this page", { origin: "http://localhost" }, 200],
    ["a page of another site", { origin: "http://evil.example" }, 403],
    ["a page that hides where it is from", { origin: "null" }, 403],
    ["another site without an origin", { "sec-fetch-site": "cross-site" }, 403],
  ])("%s", async (_, headers, status) => expect((await asked(headers)).status).toBe(status));
});

describe("what is asked for", () => {
  const parts = async (query: string, rig = "slip-gate") =>
    (await (
      await check(new Request(`http://x/api?${query}`, { method: "POST", body: writeRig(demoRig(rig)) }))
    ).json()) as Record<string, unknown> & { audit?: { rows: Array<{ share?: number }>; rowsInAll: number } };

  test("parts that are named, and no others; all; and a name that is none", async () => {
    const two = await parts("parts=memory,table");
    expect(Object.keys(two).sort()).toEqual(["leftOut", "memory", "rig", "table"]);
    expect(Object.keys(await parts("parts=all")).length).toBe(12);
    const bought = await parts("parts=supply,levels,shopping");
    expect(bought).toMatchObject({
      supply: { take: expect.any(Number), bulk: expect.any(Number) },
      levels: expect.arrayContaining([expect.objectContaining({ gets: 5, sure: 3.5, taken: "sure" })]),
      shopping: expect.arrayContaining([expect.objectContaining({ count: 1, refs: ["U1"] })]),
    });
    expect((await parts("parts=memory,horn")).error).toMatch(/no part “horn”.*findings/);
  });

  test("the audit's rows, nearest to their limits first, page by page", async () => {
    const { audit } = await parts("parts=audit&rows=5");
    const shares = audit!.rows.map(({ share }) => share ?? 0);
    expect(shares).toEqual([...shares].sort((one, other) => other - one));
    const next = (await parts("parts=audit&from=5&rows=500")).audit!;
    expect(next.rows.length).toBe(audit!.rowsInAll - 5);
    expect((await parts("rows=many")).error).toMatch(/“rows” is “many”/);
  });

  test("a tape in pieces is the tape", async () => {
    const tape = async (query: string) =>
      writes(
        new Request(`http://x/api?${query}`, { method: "POST", body: writeRig(plainDemoRig("tide-notice")) }),
      );
    const whole = await (await tape("faces=1000")).text();
    const first = await tape("faces=60");
    expect(first.headers.get("x-faces")).toBe("0-59/159");
    const rest = await (await tape("from=60&faces=1000")).text();
    const lines = (text: string) => text.trim().split("\r\n");
    expect([...lines(await first.text()), ...lines(rest).slice(1)]).toEqual(lines(whole));
    expect((await tape("from=159")).status).toBe(422);
  });

  test("of a sign the light of every LED only where it is asked for", async () => {
    const rig: unknown = JSON.parse(writeRig(demoRig("wind-arrow")));
    const run = async (query: string) =>
      (await (
        await simulate(
          new Request(`http://x/api?${query}`, { method: "POST", body: JSON.stringify({ rig, seconds: 1 }) }),
        )
      ).json()) as { changes: Array<{ leds?: unknown[] }>; leftOut: string[] };
    expect((await run("")).leftOut).toEqual(["leds"]);
    expect((await run("")).changes[0]!.leds).toBeUndefined();
    expect((await run("parts=changes,leds")).changes.some(({ leds }) => leds!.length > 0)).toBe(true);
  });
});

const endless = () =>
  new ReadableStream({ pull: (controller) => controller.enqueue(new Uint8Array(65_536).fill(32)) });

test("check: the audit and the scan's figures come too", async () => {
  const response = await check(post(writeRig(demoRig("river-level"))));
  const { audit, scan, texts } = (await response.json()) as {
    audit: {
      complete: boolean;
      rows: Array<{ id: string; worst: number; maximum: number; average: number }>;
    };
    scan: { multiplexed: boolean; rate: number; period: number; timers: unknown[]; camera: { most: number } };
    texts: unknown[];
  };
  const led = audit.rows.find(({ id }) => id === "led-DS1.1.g")!;
  expect(audit.complete).toBe(true);
  expect(led.worst).toBeGreaterThan(led.average);
  expect(scan).toMatchObject({ multiplexed: true, period: 8_080_000, camera: { most: 2 } });
  expect(scan.timers.length).toBeGreaterThan(3);
  expect(texts[0]).toEqual({ text: "-0.42", reads: "-0.42", faithful: true });
});

test("simulate: text and every LED's average and brightness, from change to change", async () => {
  const rig = JSON.parse(writeRig(demoRig("moorings-free"))) as unknown;
  const response = await simulate(post(JSON.stringify({ rig, seconds: 2 })));
  const { changes } = (await response.json()) as {
    changes: Array<{
      at: number;
      text: string;
      leds: Array<{ led: string; milliamps: number; brightness: number }>;
    }>;
  };
  expect(changes.map(({ text }) => text)).toEqual(["    ", "  17", "  16"]);
  const lit = changes[1]!.leds.find(({ led }) => led === "DS1.4.a")!;
  expect(lit.brightness).toBeCloseTo(lit.milliamps / 10, 6);
  expect(lit.milliamps).toBeGreaterThan(2);
});

test.each<[string, string, number, RegExp]>([
  ["no JSON", "{", 400, /not JSON/],
  ["no rig", '{"seconds":1}', 422, /“rig”/],
  ["too long", `{"rig":${good},"seconds":1000}`, 422, /at most 120/],
  ["a bad rig", '{"rig":{},"seconds":1}', 422, /format/],
])("simulate refuses %s", async (_, body, status, says) => {
  const response = await simulate(post(body));
  expect(response.status).toBe(status);
  expect(JSON.stringify(await response.json())).toMatch(says);
});

describe("captures and tapes", () => {
  const rig = plainDemoRig("water-warmth");
  const form = (parts: Record<string, string | Blob>) => {
    const body = new FormData();
    for (const [name, part] of Object.entries(parts)) body.append(name, part);
    return new Request("http://localhost/api/decode", { method: "POST", body });
  };
  const capture = () => new Blob([...vcdOf(rig, 4.5e9)]);

  test("a capture in, its writes and the text on the face out; lines may be named by hand", async () => {
    const byHand: ReadonlyArray<Record<string, string>> = [{}, { mapping: '{"6":"CLK_line_6","5":1}' }];
    for (const mapping of byHand) {
      const response = await decode(form({ rig: writeRig(rig), capture: capture(), ...mapping }));
      const body = await response.json();
      expect(response.status).toBe(200);
      expect(body.faces.map(({ text }: { text: string }) => text.trim())).toEqual([
        "",
        "9.5°",
        "12.5°",
        "14.0°",
      ]);
      expect(body.writes[2]).toMatchObject({ bytes: [0x8c], says: [expect.stringContaining("display on")] });
      expect(body.findings).toEqual([]);
    }
  });
  test.each<[string, () => Record<string, string | Blob>, RegExp]>([
    ["no capture", () => ({ rig: writeRig(rig) }), /no part “capture”/],
    ["no rig", () => ({ capture: capture() }), /no part “rig”/],
    ["a rig that is none", () => ({ rig: "{}", capture: capture() }), /not a rig document/],
    ["an empty capture", () => ({ rig: writeRig(rig), capture: new Blob([]) }), /empty/],
    [
      "a line it does not use",
      () => ({ rig: writeRig(rig), capture: capture(), mapping: '{"9":0}' }),
      /line 9/,
    ],
    [
      "a signal that is not there",
      () => ({ rig: writeRig(rig), capture: capture(), mapping: '{"6":"horn"}' }),
      /horn/,
    ],
  ])("refused: %s", async (_, parts, message) => {
    const response = await decode(form(parts()));
    expect(response.status).toBe(422);
    expect((await response.json()).error).toMatch(message);
  });
  test("simulate plays a tape of inputs: values, outputs, and whether what is expected happened as expected", async () => {
    const rig = demoRig("lap-bell");
    const asked = async (inputs: unknown) => {
      const response = await simulate(post(JSON.stringify({ rig, seconds: 1, inputs })));
      return { status: response.status, answer: await response.json() };
    };
    const press = [
      { at: 300, press: "SW1" },
      { at: 380, release: "SW1" },
    ];
    const { answer } = await asked([
      ...press,
      { at: 600, reads: "11" },
      { at: 600, output: "BZ1", on: true },
    ]);
    const texts = answer.changes.map(({ text }: { text: string | null }) => text?.trim());
    expect(texts.filter(Boolean)).toEqual(["12", "11"]);
    expect(answer.values.map(({ lapsToGo }: { lapsToGo: number }) => lapsToGo)).toEqual([12, 11]);
    expect(answer.outputs).toEqual([{ at: expect.any(Number), BZ1: false }]);
    expect(answer.expectations).toEqual([
      { at: 600, reads: "11", ok: true, saw: "reads “11”" },
      { at: 600, output: "BZ1", on: true, ok: false, saw: "BZ1 is off" },
    ]);
    const refused = await asked([{ at: 300, push: "SW1" }]);
    expect(refused.status).toBe(422);
    expect(refused.answer.problems[0].path).toBe("inputs[0]");
  });

  test("check tells of chips that scan by themselves; simulate of what they show", async () => {
    const post = (body: string) => new Request("http://localhost/api", { method: "POST", body });
    const checked = await (await check(post(writeRig(rig)))).json();
    expect(checked.scan).toMatchObject({
      multiplexed: false,
      chips: [{ unit: "U1", chip: "TM1637", level: 4, duty: 11 / 16 / 6 }],
    });
    const { changes } = await (await simulate(post(JSON.stringify({ rig, seconds: 3 })))).json();
    const texts = changes.map(({ text }: { text: string | null }) => text?.trim());
    expect(texts).toEqual(expect.arrayContaining(["9.5°", "12.5°"]));
  });
  test("the tape as a table and as C", async () => {
    const ask = (query: string) =>
      writes(
        new Request(`http://localhost/api/export/writes${query}`, { method: "POST", body: writeRig(rig) }),
      );
    const csv = await (await ask("")).text();
    expect(csv).toContain("set-up,8C,");
    expect(csv.trim().split("\r\n")).toHaveLength(1 + 3 + 4);
    expect(await (await ask("?format=c")).text()).toContain("1, 0x8C,");
    expect((await ask("?format=pdf")).status).toBe(400);
  });
});
