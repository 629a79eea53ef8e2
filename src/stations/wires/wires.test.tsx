import { screen } from "@testing-library/react";
import { modelOf } from "@/core/address";
import { netsOf } from "@/core/rig";
import { asLeg } from "@/core/rig";
import { demoRig, plainDemoRig } from "@/demo";
import { useOpenRig } from "@/store";
import { showStation } from "../fixtures/open";
import { WiresStation } from "./wires";

const slip = demoRig("slip-gate");
const rowOf = (id: string) => {
  const place = slip.wires.findIndex((wire) => wire.id === id);
  expect(place).toBeGreaterThanOrEqual(0);
  return screen.getAllByRole("checkbox", { name: /^Placed: / });
};
const wireButton = (text: RegExp) =>
  screen
    .getAllByRole("button")
    .find((one) => one.classList.contains("wire-ends") && text.test(one.textContent!))!;

describe("Wires", () => {
  test("every wire is in the list once, and is ticked as placed", async () => {
    const { hands, now, undo } = showStation(WiresStation, slip);
    const boxes = rowOf("data");
    expect(boxes).toHaveLength(slip.wires.length);
    const before = slip.wires.filter(({ placed }) => placed).length;
    await hands.click(boxes.find((box) => !(box as HTMLInputElement).checked)!);
    expect(now().wires.filter(({ placed }) => placed)).toHaveLength(before + 1);
    expect(screen.getByLabelText(`${before + 1} of ${slip.wires.length} placed`)).toBeTruthy();
    undo();
    expect(now()).toEqual(slip);
  });

  test("an end is moved to a leg that is chosen, the bytes follow, and the code from before can be taken back", async () => {
    const { hands, now } = showStation(WiresStation, slip);
    await hands.click(wireButton(/SER/));
    await hands.click(screen.getByRole("button", { name: /^Move end at board/ }));
    await hands.selectOptions(screen.getByRole("combobox", { name: "Leg" }), "MCU1.9");
    expect(netsOf(now()).of(asLeg("MCU1.9")).legs).toContain("U1.14");
    expect(modelOf(now()).encoding.chain?.data).toBe("9");
    await hands.click(await screen.findByRole("button", { name: "Keep the old code" }));
    expect(now().code.kept?.chain?.data).toBe(modelOf(slip).encoding.chain!.data);
    await hands.click(screen.getByRole("button", { name: "Bytes follow the wires" }));
    expect(now().code.kept).toBeUndefined();
  });

  test("two wires are swapped by a click on each", async () => {
    const { hands, now } = showStation(WiresStation, slip);
    await hands.click(wireButton(/SER/));
    await hands.click(screen.getByRole("button", { name: "Swap with another" }));
    await hands.click(wireButton(/SRCLK/));
    expect(netsOf(now()).of(asLeg(`MCU1.${slip.plan.lines.data}`)).legs).toContain("U1.11");
    expect(netsOf(now()).of(asLeg(`MCU1.${slip.plan.lines.clock}`)).legs).toContain("U1.14");
  });

  test("a wire to where it already is, is refused with a reason", async () => {
    const { hands, now } = showStation(WiresStation, slip);
    await hands.click(wireButton(/SER/));
    await hands.click(screen.getByRole("button", { name: /^Move end at board/ }));
    await hands.selectOptions(screen.getByRole("combobox", { name: "Leg" }), "U1.14");
    expect((await screen.findByRole("alert")).textContent).toMatch(/already at U1 SER, leg 14/);
    expect(now()).toEqual(slip);
  });

  test("a wire is taken away and a new one drawn", async () => {
    const { hands, now } = showStation(WiresStation, slip);
    await hands.click(wireButton(/SER/));
    await hands.click(screen.getByRole("button", { name: "Remove" }));
    expect(now().wires).toHaveLength(slip.wires.length - 1);
    await hands.click(screen.getByRole("button", { name: "Add a wire" }));
    const leg = () => screen.getByRole("combobox", { name: "Leg" });
    await hands.selectOptions(leg(), "MCU1.12");
    await hands.selectOptions(leg(), "U1.14");
    expect(netsOf(now()).of(asLeg("MCU1.12")).legs).toContain("U1.14");
  });

  test("a click on a wire of a segment picks an LED it leads to", async () => {
    const { hands } = showStation(WiresStation, slip);
    await hands.click(wireButton(/QB/));
    expect(useOpenRig.getState().pick).toBe("DS1.1.b");
  });

  test("on a breadboard every wire has holes", async () => {
    const { hands } = showStation(WiresStation, slip);
    await hands.click(screen.getByRole("button", { name: "On a breadboard" }));
    expect(await screen.findByRole("region", { name: "Breadboard, scrolls sideways" })).toBeTruthy();
    expect(wireButton(/SER/).textContent).toMatch(/hole \d+[a-j] · \d+ mm/);
  });
});

describe("a module on Wires", () => {
  const lock = plainDemoRig("lock-gauge");

  test("closed there are the leads of its header to place, opened its inside to read", async () => {
    const { hands } = showStation(WiresStation, lock);
    expect(screen.getAllByRole("checkbox", { name: /^Placed: / })).toHaveLength(5);
    expect(screen.getByLabelText("0 of 5 placed")).toBeTruthy();
    expect(screen.queryByText("Inside the module")).toBeNull();
    await hands.click(screen.getByRole("button", { name: "Open the module" }));
    expect(screen.getByText("Inside the module").textContent).toMatch(/41, already there$/);
    expect(screen.getAllByRole("checkbox", { name: /^Placed: / })).toHaveLength(5);
    expect(wireButton(/U1 ISET/)).toBeTruthy();
    await hands.click(screen.getByRole("button", { name: "Close the module" }));
    expect(wireButton(/U1 ISET/)).toBeUndefined();
  });

  test("a wire inside may be moved by who knows better, and the bytes follow", async () => {
    const { hands, now } = showStation(WiresStation, lock);
    await hands.click(screen.getByRole("button", { name: "Open the module" }));
    await hands.click(wireButton(/DIG0/));
    await hands.click(screen.getByRole("button", { name: "Swap with another" }));
    await hands.click(wireButton(/DIG1/));
    const before = modelOf(lock).encoding.pips.map(({ needs }) => JSON.stringify(needs));
    const after = modelOf(now()).encoding.pips.map(({ needs }) => JSON.stringify(needs));
    expect(after).not.toEqual(before);
    expect([...after].sort()).toEqual([...before].sort());
  });

  test("on the table nothing needs a breadboard: leads run from pin to pin", async () => {
    const { hands } = showStation(WiresStation, lock);
    await hands.click(screen.getByRole("button", { name: "On a breadboard" }));
    expect(await screen.findByText(/^This rig needs no breadboard: 5 jumper leads/)).toBeTruthy();
    expect(screen.queryByRole("button", { name: "Open the module" })).toBeNull();
  });
});
