import { answer, serve } from ".";
import { asRequest, hostileOf } from "./fixtures/hostile";

jest.setTimeout(600_000);

/** A fixed part of what `npm run fuzz` does at length. */
const SEEDS = Array.from({ length: 150 }, (_, at) => 7_000 + at);

test("whatever is asked, the answer is one: never a fault of the server, and a refusal says why", async () => {
  const counts = new Map<number, number>();
  for (const seed of SEEDS) {
    const request = hostileOf(seed);
    const response = await serve(request.route, asRequest(request), answer).catch((problem: unknown) => {
      throw new Error(`seed ${seed} to ${request.route}: ${(problem as Error).stack}`);
    });
    const text = await response.text();
    counts.set(response.status, (counts.get(response.status) ?? 0) + 1);
    if (response.status < 400) continue;
    expect([400, 413, 422]).toContain(response.status);
    const { error, problems } = JSON.parse(text) as { error: string; problems: Array<{ message: string }> };
    expect(error).not.toMatch(/undefined|\[object/);
    expect(problems.length).toBeLessThanOrEqual(24);
    for (const { message } of problems) expect(message.length).toBeLessThan(1000);
  }
  // Both kinds of answers were seen: the requests are neither all good nor all bad.
  expect(counts.get(200)).toBeGreaterThan(5);
  expect((counts.get(422) ?? 0) + (counts.get(400) ?? 0)).toBeGreaterThan(30);
});
