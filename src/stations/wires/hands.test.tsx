import { act, screen, waitFor, within } from "@testing-library/react";
import { modelOf } from "@/core/address";
import { asLeg, moveWireEnd, movedWires, splitLegRef, swapWires, type Rig } from "@/core/rig";
import { seatRig, wireSeats } from "@/core/seat";
import { demoRig } from "@/demo";
import { pickPip, useOpenRig } from "@/store";
import { loose, showStation } from "../fixtures/open";
import { WiresStation } from "./wires";

const slip = demoRig("slip-gate");
const river = demoRig("river-level");
const wire = (text: RegExp) =>
  screen
    .getAllByRole("button")
    .find((one) => one.classList.contains("wire-ends") && text.test(one.textContent!))!;
/** A leg of the drawing by its title. */
const legOf = (title: string) =>
  within(screen.getByRole("group", { name: "Wiring drawing" })).getByRole("button", { name: title });
const selected = () => screen.queryByRole("region", { name: "Selected wire" });

describe("a wire in hand", () => {
  test("Escape leaves what was begun, then the wire", async () => {
    const { hands, now } = showStation(WiresStation, slip);
    await hands.click(wire(/SER/));
    await hands.click(screen.getByRole("button", { name: "Swap with another" }));
    expect(screen.getByText(/^Click the wire to swap with/)).toBeTruthy();
    await hands.keyboard("{Escape}");
    expect(screen.queryByText(/^Click the wire to swap with/)).toBeNull();
    expect(selected()).not.toBeNull();
    await hands.keyboard("{Escape}");
    expect(selected()).toBeNull();
    expect(now()).toEqual(slip);
  });

  test("a new wire is given up by Cancel, and begins anew with nothing chosen", async () => {
    const { hands, now } = showStation(WiresStation, slip);
    await hands.click(wire(/SER/));
    await hands.click(screen.getByRole("button", { name: "Add a wire" }));
    expect(screen.getByText("Click the leg the new wire begins at, or choose it:")).toBeTruthy();
    await hands.selectOptions(screen.getByRole("combobox", { name: "Leg" }), "MCU1.12");
    expect(screen.getByText(/^From board line 12: click the other leg/)).toBeTruthy();
    await hands.click(screen.getByRole("button", { name: "Cancel" }));
    expect(selected()).toBeNull();
    expect(now().wires).toEqual(slip.wires);
  });

  test("from a leg to itself, or where a wire is already, no wire is drawn, and it says why", async () => {
    const { hands, now } = showStation(WiresStation, slip);
    await hands.click(screen.getByRole("button", { name: "Add a wire" }));
    await hands.selectOptions(screen.getByRole("combobox", { name: "Leg" }), "U1.14");
    await hands.selectOptions(screen.getByRole("combobox", { name: "Leg" }), "U1.14");
    expect((await screen.findByRole("alert")).textContent).not.toBe("");
    expect(now().wires).toEqual(slip.wires);
  });

  test("a click on a leg of the drawing picks the LED it serves, of several the one on the digit that is picked", async () => {
    const { hands } = showStation(WiresStation, river);
    act(() => pickPip(modelOf(river).addresses.find(({ pip }) => pip === "DS1.3.a")!.pip));
    const leg = legOf("U1 QB, leg 1");
    await hands.click(leg);
    expect(useOpenRig.getState().pick).toBe("DS1.3.b");
  });

  test("a click on a leg that serves no LED marks the leg", async () => {
    const { hands } = showStation(WiresStation, slip);
    await hands.click(legOf("U1 VCC, leg 16"));
    expect(useOpenRig.getState().spot).toEqual(["U1.16"]);
  });

  test("while a leg is asked for, a click on one of the drawing is the answer, by keys as well", async () => {
    const { hands, now } = showStation(WiresStation, slip);
    await hands.click(screen.getByRole("button", { name: "Add a wire" }));
    await hands.click(legOf("board line 12"));
    const leg = legOf("board line A5");
    leg.focus();
    await hands.keyboard("{Enter}");
    const made = now().wires.find(({ id }) => !slip.wires.some((one) => one.id === id))!;
    expect([made.from, made.to].map((end) => splitLegRef(end).leg).sort()).toEqual(["12", "A5"]);
    expect(made.placed).toBe(false);
  });
});

describe("on a breadboard", () => {
  test("the board and its rails are a choice, and what it comes to is said", async () => {
    const { hands } = showStation(WiresStation, river);
    await hands.click(screen.getByRole("button", { name: "On a breadboard" }));
    const says = () => screen.getByText(/m of wire in/).textContent!;
    const of = (size: 400 | 830, rails: "through" | "broken") => {
      const seating = seatRig(river, { size, rails });
      const { crossings, totalMm } = wireSeats(modelOf(river), seating);
      return `${seating.boards === 1 ? "One board is enough." : `It takes ${seating.boards} boards of ${size} points.`} ${(totalMm / 1000).toFixed(2)} m`.concat(
        `|${crossings}`,
      );
    };
    const expectFigures = (figures: string) => {
      const [text, crossings] = figures.split("|");
      expect(says()).toContain(text!);
      expect(says()).toContain(`${crossings} crossings`);
    };
    expectFigures(of(830, "through"));
    await hands.selectOptions(screen.getByRole("combobox", { name: "Breadboard" }), "400");
    expectFigures(of(400, "through"));
    await hands.selectOptions(screen.getByRole("combobox", { name: "Rails" }), "broken");
    expectFigures(of(400, "broken"));
  });

  test("parts are ticked as they are seated", async () => {
    const { hands, now } = showStation(WiresStation, loose(slip));
    await hands.click(screen.getByRole("button", { name: "On a breadboard" }));
    const [first] = screen.getAllByRole<HTMLInputElement>("checkbox", { name: /^Seated: / });
    expect(first!.checked).toBe(false);
    await hands.click(first!);
    expect(now().units.filter(({ placed }) => placed)).toHaveLength(1);
  });
});

/** Two ends on one output: a wiring no plan has. */
const crossed = (rig: Rig): Rig => {
  const edited = moveWireEnd(rig, "output-a", "from", asLeg("U1.1"));
  return edited.ok ? edited.rig : rig;
};

describe("untangling", () => {
  const begin = async (rig: Rig) => {
    const shown = showStation(WiresStation, rig);
    await shown.hands.click(screen.getByRole("button", { name: "Untangle" }));
    return { ...shown, panel: within(await screen.findByRole("region", { name: "Untangle" })) };
  };

  test("finds a better choice of outputs, and taken, the wires are laid so and nothing is moved by hand", async () => {
    const { hands, now, panel } = await begin(loose(slip));
    expect((await panel.findByRole("status", undefined, { timeout: 20_000 })).textContent).toMatch(
      /Crossings \d+ → \d+, wire/,
    );
    await hands.click(panel.getByRole("button", { name: "Take it" }));
    expect(now().plan.outputs).not.toEqual(slip.plan.outputs);
    expect(movedWires(now())).toEqual([]);
    await waitFor(() => expect(screen.queryByRole("region", { name: "Untangle" })).toBeNull());
  }, 60_000);

  test("wires moved by hand are taken up as a plan, or laid again", async () => {
    const swapped = swapWires(loose(slip), "output-a", "output-b");
    const moved = swapped.ok ? swapped.rig : slip;
    const { hands, now, panel } = await begin(moved);
    expect(panel.getByText(/^2 wires were moved by hand/)).toBeTruthy();
    await hands.click(panel.getByRole("button", { name: "Start from my wires" }));
    expect(now().plan.outputs.slice(0, 2)).toEqual(["b", "a"]);
    expect(movedWires(now())).toEqual([]);
  });

  test("what no choice of outputs makes can only be laid again", async () => {
    const { hands, now, panel } = await begin(crossed(loose(slip)));
    expect(panel.getByText(/can only be laid again as planned/)).toBeTruthy();
    await hands.click(panel.getByRole("button", { name: "Lay them again as planned" }));
    expect(now().wires).toHaveLength(slip.wires.length);
  });
});

describe("what a maker says of wires and parts", () => {
  test("a colour by hand, a rule for the rest, and a note, in list and drawing", async () => {
    const { hands, now, undo } = showStation(WiresStation, slip);
    await hands.click(screen.getByRole("button", { name: /^board line 5.*SER/ }));
    const about = within(screen.getByRole("region", { name: "Selected wire" }));
    expect(about.getByRole("combobox", { name: "Colour" }).textContent).toMatch(/^usual colour: green/);
    await hands.selectOptions(about.getByRole("combobox", { name: "Colour" }), "violet");
    expect(now().wires.find(({ id }) => id === "data")!.colour).toBe("violet");
    await hands.type(about.getByRole("textbox", { name: "Note on this wire" }), "the long one{Enter}");
    expect(now().wires.find(({ id }) => id === "data")!.note).toBe("the long one");
    expect(screen.getByText("the long one")).toBeTruthy();
    await hands.selectOptions(screen.getByRole("combobox", { name: "Colours" }), "net");
    expect(now().wireColours).toBe("net");
    undo();
    undo();
    undo();
    expect(now()).toEqual(slip);
  });

  test("a note on a part, where the parts are listed", async () => {
    const { hands, now } = showStation(WiresStation, slip);
    await hands.click(screen.getByRole("button", { name: "On a breadboard" }));
    await hands.click(screen.getByRole("button", { name: "Note on U1" }));
    await hands.type(screen.getByRole("textbox", { name: "Note on U1" }), "bent leg 9{Enter}");
    expect(now().units.find(({ ref }) => ref === "U1")!.note).toBe("bent leg 9");
  });
});

describe("what is on which output, as a table", () => {
  const open = async (rig: Rig) => {
    const shown = showStation(WiresStation, rig);
    await shown.hands.click(screen.getByRole("button", { name: "Order" }));
    return { ...shown, dialog: within(await screen.findByRole("dialog")) };
  };

  test("all digits turned round is one action and one step of undo", async () => {
    const rig = loose(river);
    const { hands, now, undo, dialog } = await open(rig);
    await hands.click(dialog.getByRole("button", { name: "reverse the order" }));
    await hands.click(dialog.getByRole("button", { name: "Use this order" }));
    expect(now().plan.digitOutputs.slice(0, 4)).toEqual([4, 3, 2, 1]);
    expect(movedWires(now())).toEqual([]);
    expect(modelOf(now()).addresses.every(({ verdict }) => verdict.kind === "driven")).toBe(true);
    undo();
    expect(now()).toEqual(rig);
  });

  test("a segment put on another output changes places with the one that was there", async () => {
    const { hands, now, dialog } = await open(loose(slip));
    await hands.selectOptions(dialog.getByRole("combobox", { name: "QA" }), "dp");
    await hands.click(dialog.getByRole("button", { name: "Use this order" }));
    expect([now().plan.outputs[0], now().plan.outputs[7]]).toEqual(["dp", "a"]);
  });

  test("nothing changed is nothing to lay, and wires moved by hand are warned of", async () => {
    const swapped = swapWires(loose(slip), "output-a", "output-b");
    const { dialog } = await open(swapped.ok ? swapped.rig : slip);
    expect(dialog.getByText(/2 wires do not run where the plan put them/)).toBeTruthy();
    expect(dialog.getByRole<HTMLButtonElement>("button", { name: "Use this order" }).disabled).toBe(true);
  });
});
