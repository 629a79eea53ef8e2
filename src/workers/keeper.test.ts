import "fake-indexeddb/auto";
import { writeRig } from "@/core/rig";
import { DEMO_RIGS, demoRig } from "@/demo";
import { database } from "@/keep/database";
import { keeper } from "./keeper";

afterEach(() => jest.restoreAllMocks());

test("the first visit's shelf survives the way to the page, each rig with its line in words", async () => {
  await keeper.prepareShelf();
  const entries = await keeper.shelfEntries();
  expect(structuredClone(entries)).toEqual(entries);
  expect(entries.map(({ name }) => name)).toEqual(DEMO_RIGS.map(({ name }) => name));
  expect(entries[0]).toMatchObject({ summary: "one digit, common cathode · 74HC595 · ATmega328P board" });
});

test("what is broken is said with its place", async () => {
  const read = await keeper.checked({ ...demoRig("slip-gate"), plan: undefined });
  expect(read).toEqual({ ok: false, problems: [{ path: "plan", message: "is missing" }] });
  expect(await keeper.written(demoRig("slip-gate"))).toBe(writeRig(demoRig("slip-gate")));
});

test("an error keeps the reason the database wraps, in its name and in plain words", async () => {
  const full = Object.assign(new Error("full"), { name: "QuotaExceededError" });
  const wrapped = Object.assign(new Error("aborted"), { name: "AbortError", inner: full });
  jest.spyOn(database().rigs, "put").mockRejectedValue(wrapped as never);
  const failed = await Promise.resolve(keeper.saveRig(demoRig("slip-gate"))).catch((error: unknown) => error);
  expect(failed).toMatchObject({
    name: "QuotaExceededError",
    message: expect.stringContaining("aborted") as string,
  });
});
