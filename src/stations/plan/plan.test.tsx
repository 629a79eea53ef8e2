import { screen, waitFor, within } from "@testing-library/react";
import { modelOf } from "@/core/address";
import { showCells, showLength } from "@/core/show";
import { demoRig } from "@/demo";
import { loose, showStation } from "../fixtures/open";
import { PlanStation } from "./plan";

const slip = demoRig("slip-gate");
const river = demoRig("river-level");

describe("Plan", () => {
  test("the list of characters is changed by typing, and one that cannot be is refused", async () => {
    const { hands, now } = showStation(PlanStation, slip);
    const list = screen.getByRole("textbox", { name: /^Characters, in order/ });
    await hands.clear(list);
    await hands.type(list, "12.3{Enter}");
    expect(now().show.texts).toEqual(["1", "2.", "3"]);
    expect(showCells(now()).length).toBeGreaterThan(0);
    await hands.clear(list);
    await hands.tab();
    expect(now().show.texts).toEqual(["1", "2.", "3"]);
    expect(await screen.findByRole("alert")).toBeTruthy();
  });

  test("how long and how often is changed, and what stays at the end", async () => {
    const { hands, now } = showStation(PlanStation, slip);
    const each = screen.getByRole("textbox", { name: "Time each" });
    await hands.clear(each);
    await hands.type(each, "250 ms{Enter}");
    const rounds = screen.getByRole("textbox", { name: "Repeats" });
    await hands.clear(rounds);
    await hands.type(rounds, "3{Enter}");
    await hands.selectOptions(screen.getByRole("combobox", { name: "At the end" }), "go dark");
    expect(now().show).toMatchObject({ interval: 250, rounds: 3, end: "blank" });
    expect(showLength(now().show)).toBe(now().show.texts.length * 3 * 250);
  });

  test("another bit order is another table, not another rig", async () => {
    const { hands, now } = showStation(PlanStation, slip);
    const order = within(screen.getByRole("radiogroup", { name: "Bit order" }));
    const other = order.getAllByRole("radio").find((one) => one.getAttribute("aria-checked") === "false")!;
    await hands.click(other);
    expect(now().code.bitOrder).not.toBe(slip.code.bitOrder);
    expect(now().wires).toEqual(slip.wires);
  });

  test("resistors are changed all at once, and what lies on the table already is asked about first", async () => {
    const bare = loose(slip);
    const { hands, now } = showStation(PlanStation, bare);
    const resistor = screen.getByRole("textbox", { name: "Resistor value" });
    await hands.clear(resistor);
    await hands.type(resistor, "1k2{Enter}");
    const values = now()
      .units.filter(({ part }) => part === "resistor")
      .map(({ ohms }) => ohms);
    expect(new Set(values)).toEqual(new Set([1200]));
  });

  test("a rig is laid anew for the other polarity", async () => {
    const bare = loose(slip);
    const { hands, now } = showStation(PlanStation, bare);
    const polarity = within(screen.getByRole("radiogroup", { name: "Polarity" }));
    await hands.click(
      polarity.getAllByRole("radio").find((one) => one.getAttribute("aria-checked") === "false")!,
    );
    const yes = screen.queryByRole("button", { name: /Lay|Wire anew|Do it|Change/ });
    if (yes) await hands.click(yes);
    expect(now().plan.polarity).not.toBe(slip.plan.polarity);
    expect(modelOf(now()).addresses).toHaveLength(modelOf(slip).addresses.length);
  });

  test("the ways are compared side by side, with one recommended", async () => {
    showStation(PlanStation, river);
    const table = await screen.findByRole("table", { name: "Ways to drive the display" });
    await waitFor(() => expect(within(table).getAllByRole("row").length).toBeGreaterThan(8));
    expect(within(table).getAllByRole("button", { name: /^Build: / }).length).toBeGreaterThan(5);
  });
});
