import Papa from "papaparse";
import { DEMO_RIGS, demoRig } from "@/demo";
import { modelOf } from "../address";
import { auditRig, supplyAdvice } from "../audit";
import { changeUnits, outsideOf, relay, type Rig } from "../rig";
import { shoppingCsv, shoppingList } from ".";

const listOf = (rig: Rig) => {
  const model = modelOf(rig);
  return shoppingList(rig, auditRig(model).rows, supplyAdvice(model).take);
};
const lineOf = (rig: Rig, ref: string) => listOf(rig).find(({ refs }) => refs.includes(ref))!;
const slip = demoRig("slip-gate");
const river = demoRig("river-level");

test.each(DEMO_RIGS.filter(({ units }) => units.length < 60).map((rig) => [rig.name, rig] as const))(
  "%s: every part is on the list once",
  (_, rig) => {
    const list = listOf(rig);
    expect(list.flatMap(({ refs }) => refs).sort()).toEqual(
      // What sits on a module's board is bought with it.
      outsideOf(rig)
        .units.map(({ ref }) => ref)
        .sort(),
    );
    for (const { count, refs } of list) expect(count).toBe(refs.length);
  },
);

/** A resistor is sold for twice what it gets at its worst, a quarter of a watt at the least. */
test.each([
  [0.034, "250 mW (34 mW at its worst)"],
  [0.125, "250 mW (130 mW at its worst)"],
  [0.13, "500 mW (130 mW at its worst)"],
  [0.3, "1 W (300 mW at its worst)"],
  [9, "5 W (9 W at its worst)"],
])("a resistor that gets %d W asks for %s", (watts, rating) => {
  const rows = auditRig(modelOf(slip)).rows.map((row) =>
    row.id === "resistor-R3" ? { ...row, worst: { ...row.worst, value: watts } } : row,
  );
  const list = shoppingList(slip, rows, 100);
  expect(list.find(({ refs }) => refs.includes("R3"))!.rating).toBe(rating);
});

test("a resistor that carries next to nothing asks for a size and tells no heat", () => {
  const heat = demoRig("heat-time");
  const setter = heat.units.find(({ part }) => part === "resistor")!.ref;
  expect(lineOf(heat, setter).rating).toBe("250 mW");
});

test("capacitors stand twice the highest supply", () => {
  expect(lineOf(slip, "C1").rating).toBe("10 V or more");
  const twelve = relay(slip, { ...slip.plan, register: "CD4094", power: "separate", lines: {} });
  const fed = changeUnits(twelve, ({ part }) => part === "supply", { volts: 12 });
  expect(lineOf(fed, "C1").rating).toBe("25 V or more");
});

test("transistors say what they carry, a supply what it has to give, chips nothing more than their number", () => {
  const model = modelOf(river);
  const rows = auditRig(model).rows;
  const most = Math.max(...rows.filter(({ id }) => /^transistor-Q/.test(id)).map(({ worst }) => worst.value));
  expect(lineOf(river, "Q1").rating).toMatch(/^carries up to \d+ mA$/);
  expect(Number.parseFloat(/[\d.]+/.exec(lineOf(river, "Q1").rating)![0])).toBeCloseTo(most * 1000, -1);
  expect(lineOf(river, "U1")).toMatchObject({ rating: "", count: 2 });
  const own = relay(slip, { ...slip.plan, power: "separate", lines: {} });
  expect(lineOf(own, "PS1").rating).toMatch(/ or more$/);
});

test("as CSV it reads back as it is, also with names that would be formulas", () => {
  const list = [...listOf(slip), { count: 1, what: "=HYPERLINK(0)", rating: "", refs: ["X1"] }];
  const { data } = Papa.parse<string[]>(shoppingCsv(list).trimEnd());
  expect(data[0]).toEqual(["count", "part", "ask for", "for"]);
  expect(data.slice(1, -1)).toEqual(
    list.slice(0, -1).map(({ count, what, rating, refs }) => [String(count), what, rating, refs.join(" ")]),
  );
  expect(data.at(-1)![1]!.startsWith("'")).toBe(true);
});
