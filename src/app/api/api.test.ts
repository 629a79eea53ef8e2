import { writeRig } from "@/core/rig";
import { DEMO_RIGS } from "@/demo";
import { POST as check } from "./check/route";
import { POST as sketch } from "./export/sketch/route";

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
  ["a length that says too much", () => post("{}", { "content-length": "3000000" }), 413, /2 MiB/],
  ["a stream that does not end", () => post(endless()), 413, /2 MiB/],
])("%s is refused with a message that says where", async (_, request, status, says) => {
  for (const route of [check, sketch]) {
    const response = await route(request());
    expect(response.status).toBe(status);
    expect(JSON.stringify(await response.json())).toMatch(says);
  }
});

const endless = () =>
  new ReadableStream({ pull: (controller) => controller.enqueue(new Uint8Array(65_536).fill(32)) });
