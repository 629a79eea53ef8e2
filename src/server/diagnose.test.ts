import { plainDemoRig } from "@/demo";
import { answer } from "./answers";

const ask = async (body: unknown) => {
  const given = await answer({
    route: "diagnose",
    query: {},
    text: typeof body === "string" ? body : JSON.stringify(body),
    parts: {},
  });
  return { status: given.status, body: JSON.parse(String(given.body)) };
};
const rig = plainDemoRig("slip-gate");
const ALL = ["a", "b", "c", "d", "e", "f", "g", "dp"];

test("without anything seen the patterns are told, and which one to begin with", async () => {
  const { status, body } = await ask({ rig });
  expect(status).toBe(200);
  expect(body).toMatchObject({ candidates: [], next: { pattern: "all", lit: [ALL] } });
  expect(body.patterns.length).toBeGreaterThan(8);
  expect(body.tried).toBeGreaterThan(100);
});

test("all dark, and nothing at the supply leg: the chip has no power", async () => {
  const { body } = await ask({
    rig,
    seen: [{ pattern: "all", lit: [[]] }],
    measured: [{ held: "rest", leg: "U1.16", volts: 0.02 }],
    sent: "right",
  });
  expect([body.candidates[0].says, ...body.candidates[0].alike].join()).toMatch(/U1 VCC, leg 16.*missing/);
  expect(body.next.says).toMatch(/against ground/);
  expect(body.probes).toContainEqual(expect.objectContaining({ held: "rest", leg: "U1.8" }));
});

test("a segment that stays dark: its wire, its LED or its resistor, and what to look at next", async () => {
  const { body } = await ask({ rig, seen: [{ pattern: "all", lit: [ALL.filter((one) => one !== "f")] }] });
  const [first] = body.candidates;
  expect(first.misses).toBe(0);
  expect(first.likely).toBeGreaterThan(0.1);
  const said = (body.candidates as Array<{ says: string; alike: string[] }>).map(({ says, alike }) =>
    [says, ...alike].join("; "),
  );
  expect(said[0]).toMatch(/missing/);
  expect(said.slice(0, 3).join()).toMatch(/dead/);
  expect(body.next.pattern).not.toBe("all");
});

test.each<[unknown, number, RegExp]>([
  ["{", 400, /not JSON/],
  [{}, 422, /needs a rig document/],
  [{ rig: { ...rig, version: 99 } }, 422, /newer Bold Pip/],
  [{ rig: plainDemoRig("tide-notice") }, 422, /display of dots/],
  [{ rig, seen: 5 }, 422, /is a list/],
  [{ rig, measured: [{ held: "rest", leg: "U1.1", volts: 5 }] }, 422, /something is foretold/],
  [{ rig, measured: [{ held: "rest", leg: "U1.16", volts: 500 }] }, 422, /from -50 to 50/],
  [{ rig, sent: "perhaps" }, 422, /“sent” cannot be used/],
  [{ rig, seen: [{ pattern: "all", lit: [[]], dim: [] }] }, 422, /dim segments of each/],
  [{ rig, seen: [{ pattern: "nothing", lit: [[]] }] }, 422, /none of this rig's patterns/],
  [{ rig, seen: [{ pattern: "all", lit: [] }] }, 422, /each of the 1 digits/],
  [{ rig, seen: [{ pattern: "all", lit: [["q"]] }] }, 422, /names segments/],
  [
    {
      rig,
      seen: [
        { pattern: "all", lit: [[]] },
        { pattern: "all", lit: [[]] },
      ],
    },
    422,
    /was there before/,
  ],
])("what cannot be used is said: %#", async (body, status, says) => {
  const given = await ask(body);
  expect(given.status).toBe(status);
  expect(JSON.stringify(given.body)).toMatch(says);
});
