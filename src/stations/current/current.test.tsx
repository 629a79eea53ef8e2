import { screen, waitFor, within } from "@testing-library/react";
import { modelOf } from "@/core/address";
import { auditRig, formatMeasure } from "@/core/audit";
import { standingOf } from "@/core/check";
import { demoRig, plainDemoRig } from "@/demo";
import { useOpenRig } from "@/store";
import { relay, withController } from "@/core/rig";
import { loose, showStation } from "../fixtures/open";
import { CurrentStation } from "./current";

const river = demoRig("river-level");
const audit = auditRig(modelOf(river));
/** Rows that are shown at first: forty, the nearest to their limits, and all that are no LED's. */
const FIRST = [...audit.rows]
  .sort((one, other) => (other.share ?? -1) - (one.share ?? -1))
  .filter(({ pip }, at) => at < 40 || pip === undefined).length;
const table = () => screen.findByRole("table", { name: "Currents and heat at their worst" });

const listed = async () =>
  within(await table())
    .getAllByRole("row")
    .slice(1);

describe("Current", () => {
  test("lists every measure at its worst, what is nearest its limit first, as the audit has it", async () => {
    const { hands } = showStation(CurrentStation, river);
    expect(screen.getByText(/Calculating the worst case/)).toBeTruthy();
    await screen.findByText(/worst case over/);
    // The table follows when the page has time, with its first rows; those over a limit are among them.
    await waitFor(async () => expect(await listed()).toHaveLength(FIRST));
    await hands.click(screen.getByRole("button", { name: `${audit.rows.length - FIRST} more` }));
    expect(await listed()).toHaveLength(audit.rows.length);
    const rows = await listed();
    const shares = rows.map((row) => Number(/(\d+) %/.exec(row.textContent!)?.[1] ?? -1));
    expect(shares).toEqual([...shares].sort((one, other) => other - one));
    for (const { title, worst, unit } of audit.rows.slice(0, 8)) {
      const row = rows.find((one) => one.textContent!.startsWith(title))!;
      expect(row.textContent).toContain(formatMeasure(worst.value, unit));
    }
  });

  test("is cut down to one kind, and back", async () => {
    const { hands } = showStation(CurrentStation, river);
    await hands.click(await screen.findByRole("button", { name: "Transistors" }));
    const kept = audit.rows.filter(({ kind }) => kind === "transistor");
    expect(await listed()).toHaveLength(kept.length);
    expect(screen.getByRole("button", { name: "Transistors" }).getAttribute("aria-pressed")).toBe("true");
    await hands.click(screen.getByRole("button", { name: "All" }));
    expect(await listed()).toHaveLength(FIRST);
  });

  test("a row's worst state can be put on the face, and an LED picked", async () => {
    const { hands } = showStation(CurrentStation, river);
    await screen.findByText(/worst case over/);
    const led = audit.rows.find(({ pip }) => pip !== undefined)!;
    await hands.click(screen.getByRole("button", { name: led.title }));
    expect(useOpenRig.getState().pick).toBe(led.pip);
    await hands.click(
      screen.getByRole("button", { name: `Show the worst case of ${led.title} on the face` }),
    );
    expect(useOpenRig.getState().held).toEqual(led.worst.state);
  });

  test("a resistor is picked for a wanted current, and every LED's resistor becomes it", async () => {
    const slip = demoRig("slip-gate");
    const { hands, now, undo } = showStation(CurrentStation, slip);
    const current = screen.getByRole("textbox", { name: "Current" });
    await hands.clear(current);
    await hands.type(current, "2 mA{Enter}");
    expect(screen.getByText(/Exact value/).textContent).toMatch(/Exact value .*Ω; 20 % as bright/);
    const offers = within(screen.getByRole("table", { name: "Standard values" }));
    const [first] = offers.getAllByRole("button", { name: "Take" });
    const ohms = first!.closest("tr")!.querySelector("strong")!.textContent!;
    await hands.click(first!);
    const values = now()
      .units.filter(({ part }) => part === "resistor")
      .map((unit) => unit.ohms);
    expect(new Set(values).size).toBe(1);
    expect(`${values[0]! / (ohms.includes("k") ? 1000 : 1)}`).toBe(ohms.replace(/[^\d.]/g, ""));
    undo();
    expect(now()).toEqual(slip);
  });

  test("a current no resistor gives is refused with what can be", async () => {
    const { hands, now } = showStation(CurrentStation, demoRig("slip-gate"));
    const current = screen.getByRole("textbox", { name: "Current" });
    await hands.clear(current);
    await hands.type(current, "3 A{Enter}");
    expect((await screen.findByRole("alert")).textContent).toBe("from 50 µA to 100 mA");
    expect(now()).toEqual(demoRig("slip-gate"));
  });

  test("what is over a limit says so in a word", async () => {
    const bare = demoRig("slip-gate");
    const hot = { ...bare, units: bare.units.map((unit) => (unit.ohms ? { ...unit, ohms: 22 } : unit)) };
    showStation(CurrentStation, hot);
    await screen.findByText(/worst case over/);
    const over = auditRig(modelOf(hot)).rows.filter((row) => standingOf(row) === "over");
    expect(over.length).toBeGreaterThan(0);
    await waitFor(async () =>
      expect(within(await table()).getAllByText("over").length).toBeGreaterThanOrEqual(over.length),
    );
  });
});

describe("levels", () => {
  const tide = plainDemoRig("tide-notice");
  const low = loose(relay(tide, withController(tide.plan, "ESP32-module")));
  const levels = () => screen.getByRole("region", { name: "Logic levels at the chip inputs" });

  test("3.3 V into chips on 5 V are outside the sheet, with what there is to spare; a buffer put in mends it", async () => {
    const { hands, now, undo } = showStation(CurrentStation, low);
    expect(
      (await within(levels()).findAllByText(/outside the data sheet, 800 mV to spare/)).length,
    ).toBeGreaterThan(0);
    await hands.click(screen.getByRole("button", { name: "Put a 74AHCT125 into the lines" }));
    expect(now().plan.levels).toBe("74AHCT125");
    expect(now().units.some(({ part }) => part === "74AHCT125")).toBe(true);
    expect(await screen.findByText("Fitted: a 74AHCT125 in the lines.")).toBeTruthy();
    await waitFor(() => expect(within(levels()).queryByText(/outside the data sheet/)).toBeNull());
    expect(within(levels()).getAllByText("fits")).toHaveLength(3);
    await hands.click(screen.getByRole("button", { name: "Remove it" }));
    expect(now().units).toEqual(low.units);
    undo();
    undo();
    expect(now()).toEqual(low);
  });

  test("where the chips stand on the board's own level nothing is offered", async () => {
    showStation(CurrentStation, river);
    expect((await within(levels()).findAllByText("fits")).length).toBeGreaterThan(0);
    expect(screen.queryByRole("button", { name: /into (the lines|each line)/ })).toBeNull();
  });
});
