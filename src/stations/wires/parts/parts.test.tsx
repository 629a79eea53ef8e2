import { screen, waitFor, within } from "@testing-library/react";
import { asUnit, litUnit, outsideOf, type Rig } from "@/core/rig";
import { demoRig } from "@/demo";
import { showStation } from "../../fixtures/open";
import { WiresStation } from "../wires";

const slip = demoRig("slip-gate");

/** Opens the station, and adds a part of the catalogue by its dialog. */
async function withAdded(
  part: string,
  fill?: (hands: ReturnType<typeof showStation>["hands"]) => Promise<void>,
) {
  const shown = showStation(WiresStation, slip);
  const { hands } = shown;
  await hands.click(screen.getByRole("button", { name: "Add a part" }));
  const dialog = await screen.findByRole("dialog");
  await hands.selectOptions(within(dialog).getByRole("combobox", { name: "Part" }), part);
  await fill?.(hands);
  await hands.click(within(dialog).getByRole("button", { name: "Add this part" }));
  await screen.findByRole("region", { name: "Selected part" });
  return shown;
}
const inHand = () => screen.getByRole("region", { name: "Selected part" });
const unit = (rig: Rig, ref: string) => rig.units.find((one) => one.ref === ref);

describe("a part is added", () => {
  test("with its value, and is in hand at once", async () => {
    const { now } = await withAdded("resistor", async (hands) => {
      const field = within(screen.getByRole("dialog")).getByRole("textbox", { name: "Resistance" });
      await hands.clear(field);
      await hands.type(field, "1k2{Enter}");
    });
    expect(unit(now(), "R9")).toMatchObject({ ohms: 1200, added: true });
    expect(inHand().textContent).toMatch(/R9.*resistor 1.2 kΩ/);
    expect(inHand().textContent).toMatch(/no wire ends at it yet, added by hand/);
  });

  test("given up with Cancel nothing is on the table", async () => {
    const { hands, now } = showStation(WiresStation, slip);
    await hands.click(screen.getByRole("button", { name: "Add a part" }));
    await hands.click(await screen.findByRole("button", { name: "Cancel" }));
    expect(now()).toEqual(slip);
  });

  test("stands in the drawing, and a click on its body takes it in hand again", async () => {
    const { hands } = await withAdded("led");
    await hands.click(within(inHand()).getByRole("button", { name: "Close" }));
    const drawing = screen.getByRole("group", { name: "Wiring drawing" });
    await hands.click(within(drawing).getByText("LED1"));
    expect((await screen.findByRole("region", { name: "Selected part" })).textContent).toMatch(
      /LED1 red LED/,
    );
  });
});

describe("a part in hand", () => {
  test("has its value changed, a note said of it, and goes off the table", async () => {
    const { hands, now } = await withAdded("resistor");
    const value = within(inHand()).getByRole("textbox", { name: "Resistance" });
    await hands.clear(value);
    await hands.type(value, "470{Enter}");
    await hands.type(
      within(inHand()).getByRole("textbox", { name: "Note on this part" }),
      "from the blue drawer{Enter}",
    );
    expect(unit(now(), "R9")).toMatchObject({ ohms: 470, note: "from the blue drawer" });
    await hands.click(within(inHand()).getByRole("button", { name: "Remove this part" }));
    expect(unit(now(), "R9")).toBeUndefined();
    expect(screen.queryByRole("region", { name: "Selected part" })).toBeNull();
  });

  test("gives way to another of its kind, and how many wires came off is said", async () => {
    const { hands, now } = showStation(WiresStation, slip);
    await hands.selectOptions(screen.getByRole("combobox", { name: "Part" }), "U1");
    await screen.findByRole("region", { name: "Selected part" });
    const other = () => within(inHand()).getByRole("combobox", { name: "Replace it with another" });
    await hands.selectOptions(other(), "TPIC6B595");
    expect(unit(now(), "U1")!.part).toBe("TPIC6B595");
    expect(within(inHand()).queryByRole("alert")).toBeNull();
    await hands.selectOptions(other(), "74HC164");
    expect((await within(inHand()).findByRole("alert")).textContent).toMatch(
      /^\d wires had no leg to go to and came off/,
    );
  });

  test("that has to stay says why", async () => {
    const { hands, now } = showStation(WiresStation, slip);
    await hands.selectOptions(screen.getByRole("combobox", { name: "Part" }), "MCU1");
    await hands.click(await screen.findByRole("button", { name: "Remove this part" }));
    expect((await screen.findByRole("alert")).textContent).toMatch(
      /is the controller: choose another one on the Plan/,
    );
    expect(now()).toEqual(slip);
  });

  test("of LEDs is kept lit by the program, one by one", async () => {
    const { hands, now } = await withAdded("bar-graph-10");
    const kept = within(inHand()).getByRole("group", { name: "Keep it lit" });
    await hands.click(within(kept).getByRole("checkbox", { name: "3" }));
    await hands.click(within(kept).getByRole("checkbox", { name: "7" }));
    expect(unit(now(), "LED1")!.lit).toEqual(["c3", "c7"]);
    await hands.click(within(kept).getByRole("checkbox", { name: "3" }));
    expect(unit(now(), "LED1")!.lit).toEqual(["c7"]);
    expect(litUnit(now(), asUnit("LED1"), "c7", false).units.at(-1)).not.toHaveProperty("lit");
  });

  test("of a chip stands in a socket", async () => {
    const { hands, now } = showStation(WiresStation, slip);
    await hands.selectOptions(screen.getByRole("combobox", { name: "Part" }), "U1");
    await hands.click(await screen.findByRole("checkbox", { name: "in a socket of 16 legs" }));
    expect(unit(now(), "U1")!.socket).toBe(true);
  });
});

describe("a seat on the breadboard", () => {
  test("is moved by columns, stays, and is let go again", async () => {
    const { hands, now } = showStation(WiresStation, slip);
    await hands.click(screen.getByRole("button", { name: "On a breadboard" }));
    await hands.selectOptions(screen.getByRole("combobox", { name: "Part" }), "U1");
    const column = await screen.findByRole<HTMLInputElement>("textbox", { name: "From column" });
    const before = Number(column.value);
    await hands.click(screen.getByRole("button", { name: "Move U1 a column to the right" }));
    expect(unit(now(), "U1")!.seat).toEqual({ board: 0, column: before + 1 });
    await hands.clear(screen.getByRole("textbox", { name: "From column" }));
    await hands.type(screen.getByRole("textbox", { name: "From column" }), "40{Enter}");
    expect(unit(now(), "U1")!.seat).toEqual({ board: 0, column: 40 });
    await waitFor(() => expect(document.body.textContent).toMatch(/leg 1 in 40f/));
    await hands.click(screen.getByRole("button", { name: "Place it automatically" }));
    expect(unit(now(), "U1")!.seat).toBeUndefined();
  });

  test("where another was put by hand is refused", async () => {
    const moved = {
      ...slip,
      units: slip.units.map((one) => (one.ref === "DS1" ? { ...one, seat: { board: 0, column: 30 } } : one)),
    };
    const { hands, now } = showStation(WiresStation, moved);
    await hands.click(screen.getByRole("button", { name: "On a breadboard" }));
    await hands.selectOptions(screen.getByRole("combobox", { name: "Part" }), "U1");
    const column = await screen.findByRole("textbox", { name: "From column" });
    await hands.clear(column);
    await hands.type(column, "32{Enter}");
    expect((await screen.findByRole("alert")).textContent).toMatch(/^DS1 was put on column 30 by hand/);
    expect(outsideOf(now()).units.find(({ ref }) => ref === "U1")).not.toHaveProperty("seat");
  });
});
