import { spawnSync } from "node:child_process";
import { writeRig } from "@/core/rig";
import { demoRig } from "@/demo";
import type { Question } from "./question";

/** Long enough for a small question on a slow machine, short enough to wait for. */
process.env.ANSWER_SECONDS = "6";

jest.setTimeout(120_000);

const slipGate = writeRig(demoRig("slip-gate"));
const small = (name = "Slip gate"): Question => ({
  route: "check",
  query: { parts: "memory" },
  text: slipGate.replace("Slip gate", name),
  parts: {},
});
/** Two minutes of a sign of 64 modules: far longer than the deadline. */
const large = (name = "Regatta board"): Question => ({
  route: "simulate",
  query: { parts: "all" },
  text: JSON.stringify({ rig: { ...demoRig("regatta-board"), name }, seconds: 120 }),
  parts: {},
});
const staying = () => new AbortController().signal;
const told = ({ body }: { body: string | Uint8Array }) =>
  typeof body === "string" ? body : new TextDecoder().decode(body);

let pool: typeof import("./pool");
beforeAll(async () => {
  const built = spawnSync(process.execPath, ["scripts/build.mjs", "answers"]);
  if (built.status !== 0) throw new Error(String(built.stderr));
  pool = await import("./pool");
});
afterEach(() => pool.pools.close());

test("a question is answered by a thread, and the same one from memory", async () => {
  const first = await pool.ask(small("Once"), staying());
  expect(first.status).toBe(200);
  expect(JSON.parse(told(first))).toMatchObject({
    rig: { name: "Once" },
    memory: { own: expect.any(Number) },
  });
  expect(await pool.ask(small("Once"), staying())).toBe(first);
});

test("what takes too long is ended with 503 and what to do; a small question is answered meanwhile", async () => {
  let over = false;
  const slow = pool.ask(large(), staying()).finally(() => (over = true));
  const quick = await pool.ask(small("Meanwhile"), staying());
  expect([quick.status, over]).toEqual([200, false]);
  const answer = await slow;
  expect(answer.status).toBe(503);
  expect(answer.headers["retry-after"]).toBeDefined();
  expect(told(answer)).toMatch(/longer than 6 s.*shorter run/);
});

test("a client that leaves stops the work", async () => {
  const leaving = new AbortController();
  const asked = pool.ask(large("Left alone"), leaving.signal);
  await new Promise((resolve) => setTimeout(resolve, 1500));
  leaving.abort();
  const answer = await asked;
  expect(told(answer)).toMatch(/taken back/);
});

test("beyond the queue one is sent away at once, and told when to come again", async () => {
  const leaving = new AbortController();
  const all = Array.from({ length: 24 }, (_, at) => pool.ask(large(`Rig ${at}`), leaving.signal));
  const refused = await Promise.race(all);
  expect(refused.status).toBe(503);
  expect(told(refused)).toMatch(/as many questions as it takes/);
  leaving.abort();
  const statuses = (await Promise.all(all)).map(({ status }) => status);
  expect(new Set(statuses)).toEqual(new Set([503]));
});
