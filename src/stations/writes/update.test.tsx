import { act, fireEvent, screen, within } from "@testing-library/react";
import { modelOf } from "@/core/address";
import { demoRig } from "@/demo";
import { pickPip, setLegNames, useOpenRig } from "@/store";
import { showStation } from "../fixtures/open";
import { WritesStation } from "./writes";

const slip = demoRig("slip-gate");
const says = () => screen.getAllByRole("status")[0]!.textContent!;
const step = (name: string | RegExp) => screen.getByRole("button", { name });
const table = (ref: string) => screen.getByRole("table", { name: `Stages and outputs of ${ref}` });
/** Bits of a row of the table: stages or outputs. */
const bitsOf = (ref: string, row: RegExp) =>
  within(within(table(ref)).getByRole("row", { name: row }))
    .getAllByRole("cell")
    .map((cell) => cell.textContent!)
    .join("");

async function update(rig = slip) {
  const shown = showStation(WritesStation, rig);
  await screen.findByRole("heading", { name: "The writes" });
  return shown;
}

describe("an update edge by edge", () => {
  test("before its first edge the register holds what nobody knows, and one cannot step back", async () => {
    await update();
    expect(says()).toBe("Before the update: the register still holds what it held, unknown after power-up.");
    expect(bitsOf("U1", /^stages/)).toBe("????????");
    expect(step("To the start")).toHaveProperty("disabled", true);
    expect(step("To the end")).toHaveProperty("disabled", false);
  });

  test("each bit goes in at the clock's rise, and only there; the outputs wait for the latch", async () => {
    const { hands } = await update();
    const said: string[] = [];
    for (let edge = 0; edge < 30 && !said.at(-1)?.includes("clock rises"); edge += 1) {
      await hands.click(screen.getAllByRole("button", { name: /Edge/ })[1]!);
      said.push(says());
    }
    expect(said.at(-1)).toMatch(/clock rises: bit 1 goes in, every stage moves on$/);
    expect(bitsOf("U1", /^stages →/)).toMatch(/^[01]\?{7}$/);
    expect(bitsOf("U1", /^outputs/)).toBe("????????");
    await hands.click(screen.getAllByRole("button", { name: /Edge/ })[0]!);
    expect(says()).toContain(said.at(-2)!);
    expect(bitsOf("U1", /^stages/)).toBe("????????");
  });

  test("bit by bit to the last, then the latch hands all stages over", async () => {
    const { hands } = await update();
    await hands.selectOptions(screen.getByRole("combobox", { name: "Character" }), "8");
    for (let bit = 0; bit < 4; bit += 1) await hands.click(step("Bit"));
    expect(says()).toMatch(/: (data takes bit 4|clock falls; nothing moves)/);
    await hands.click(step("To the end"));
    expect(says()).toMatch(/latch rises: all stages go to the outputs together$/);
    expect(bitsOf("U1", /^outputs ↓/)).toBe(bitsOf("U1", /^stages/));
    expect(bitsOf("U1", /^outputs ↓/)).toMatch(/^[01]{8}$/);
    expect(step("Bit")).toHaveProperty("disabled", true);
  });

  test("a write of the tape is where the stepping goes to", async () => {
    const { hands } = await update();
    const tape = screen.getByRole("heading", { name: "The writes" }).closest("section")!;
    const byte = within(tape).getByRole("button", { name: /clocked by line/ });
    expect(byte.textContent).toMatch(/eight bits shift into the stages; the outputs do not change yet/);
    await hands.click(byte);
    expect(byte.closest("li")!.className).toBe("is-now");
    expect(bitsOf("U1", /^stages/)).toMatch(/^[01]{8}$/);
    expect(bitsOf("U1", /^outputs/)).toBe("????????");
    await hands.click(
      within(tape).getByRole("button", { name: /its rising edge copies the stages to the outputs/ }),
    );
    expect(bitsOf("U1", /^outputs/)).toBe(bitsOf("U1", /^stages/));
  });

  test("the slider goes to any edge of it", async () => {
    await update();
    const slider = screen.getByRole<HTMLInputElement>("slider", { name: "Step of the update" });
    fireEvent.change(slider, { target: { value: slider.max } });
    expect(says()).toMatch(/latch rises/);
    fireEvent.change(slider, { target: { value: "0" } });
    expect(says()).toMatch(/^Before the update/);
  });

  test("the segment an output drives is picked by a click on it, and picked it is marked", async () => {
    const { hands } = await update();
    const segment = within(table("U1")).getByRole("button", { name: "c" });
    await hands.click(segment);
    expect(useOpenRig.getState().pick).toBe("DS1.1.c");
    expect(segment.getAttribute("aria-pressed")).toBe("true");
  });

  test("outputs are named as the sheet one works with names them", async () => {
    await update();
    expect(within(table("U1")).getByRole("columnheader", { name: "QA" })).toBeTruthy();
    act(() => setLegNames("numbers"));
    expect(within(table("U1")).getByRole("columnheader", { name: "Q0" })).toBeTruthy();
    act(() => setLegNames("letters"));
  });
});

describe("of more than one digit", () => {
  test("the update is that of the digit that is picked, and the bit that switches it says which", async () => {
    const river = demoRig("river-level");
    await update(river);
    act(() => pickPip(modelOf(river).addresses.find(({ pip }) => pip.startsWith("DS1.3."))!.pip));
    expect(await screen.findByText(/^One update for digit 3 over the lines/)).toBeTruthy();
    const [segments, digits] = ["U1", "U2"].map((ref) =>
      within(table(ref))
        .queryAllByRole("button")
        .map((one) => one.textContent),
    );
    const named = [...segments!, ...digits!];
    expect(named).toEqual(expect.arrayContaining(["a", "g", "dp", "d1", "d2", "d3", "d4"]));
  });

  test("of dots a frame is chosen, and what it lights is drawn whole", async () => {
    await update(demoRig("wind-arrow"));
    expect(screen.queryByRole("combobox", { name: "Character" })).toBeNull();
    const frame = screen.getByRole<HTMLInputElement>("slider", { name: "Frame" });
    expect(frame.getAttribute("aria-valuetext")).toBe(`frame 1 of ${Number(frame.max) + 1}`);
    fireEvent.change(frame, { target: { value: "1" } });
    expect(await screen.findByText("frame 2")).toBeTruthy();
    expect(screen.getByRole("img", { name: /^The display after this step/ })).toBeTruthy();
  });
});
