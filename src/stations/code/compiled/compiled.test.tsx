import { act, render, renderHook, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { modelOf } from "@/core/address";
import { hexText, imageOf, keptFirmware } from "@/core/firmware";
import { buildSketch, sketchOf } from "@/core/firmware/fixtures/build";
import { netsOf, type UnitRef } from "@/core/rig";
import { demoRig } from "@/demo";
import { runCompiled, useGivenFile, useOpenRig, useRefusal } from "@/store";
import { RunningProvider, type SimulationView } from "@/ui";
import { openInPlace, showStation } from "../../fixtures/open";
import { CodeStation } from "../code";

const river = demoRig("river-level");
const bare = demoRig("slip-gate");

async function compiled(rig = river) {
  const shown = showStation(CodeStation, rig);
  await shown.hands.click(screen.getByRole("button", { name: "Run a compiled program" }));
  return shown;
}

describe("a compiled program", () => {
  test("the friend's program of River level: what it shows, what is different, and the wires taken to it", async () => {
    const { hands, now, undo } = await compiled();
    expect(await screen.findByText("river-of-a-friend.elf")).toBeTruthy();
    expect(await screen.findByText("Segments b and e are swapped")).toBeTruthy();
    expect(screen.getByText("Its segments b and e are swapped.")).toBeTruthy();
    const shows = screen.getByRole("heading", { name: "What it shows" }).closest("section")!;
    expect(within(shows).getByText(/^-0\.h2$/)).toBeTruthy();
    const costs = screen.getByRole("heading", { name: "What it costs" }).closest("section")!;
    expect(within(costs).getByText("TIMER1_COMPA")).toBeTruthy();
    expect(within(costs).getByText(/Refresh 123\.8/)).toBeTruthy();
    const before = now();
    await hands.click(screen.getByRole("button", { name: "Change the wires to suit it" }));
    const moved = now().wires.filter(
      ({ from, to }, at) => from !== before.wires[at]!.from || to !== before.wires[at]!.to,
    );
    expect(moved).toHaveLength(2);
    expect(moved.every(({ placed }) => !placed)).toBe(true);
    expect(netsOf(now()).all.length).toBe(netsOf(before).all.length);
    // On these wires it shows the rig's own texts, and nothing is left to change.
    expect(
      await within(
        await screen.findByText("What it shows").then((one) => one.closest("section")!),
      ).findByText("-0.42"),
    ).toBeTruthy();
    await waitFor(() => expect(screen.queryByText("What would have to change")).toBeNull());
    act(undo);
    expect(now().wires).toEqual(before.wires);
  });

  test("its writes are handed to the reading of captures, once", async () => {
    const { hands } = await compiled();
    await hands.click(await screen.findByRole("button", { name: "Its writes and waveform" }));
    const given: File[] = [];
    const take = (file: File) => void given.push(file);
    renderHook(() => useGivenFile("capture", take));
    expect(given.map(({ name }) => name)).toEqual(["river-level.vcd"]);
    expect(given[0]!.size).toBeGreaterThan(10_000);
    renderHook(() => useGivenFile("capture", take));
    expect(given).toHaveLength(1);
  });

  test("it runs on the face and back, and is taken out", async () => {
    const { hands, now, undo } = await compiled();
    await hands.click(await screen.findByRole("button", { name: "Run it on the face" }));
    expect(useOpenRig.getState().compiled).toEqual({});
    const clock = screen.getByRole("textbox", { name: "Clock error, ppm" });
    await hands.clear(clock);
    await hands.type(clock, "-2500{Enter}");
    expect(useOpenRig.getState().compiled).toEqual({ clockError: -2500 });
    await hands.clear(clock);
    await hands.type(clock, "999999{Enter}");
    expect(useOpenRig.getState().compiled).toEqual({ clockError: -2500 });
    await hands.click(screen.getByRole("button", { name: "Back to the rig’s own program" }));
    expect(useOpenRig.getState().compiled).toBeUndefined();
    await hands.click(screen.getByRole("button", { name: "Take river-of-a-friend.elf out" }));
    expect(now().firmware).toBeUndefined();
    expect(await screen.findByRole("button", { name: "Open a .hex or .elf file" })).toBeTruthy();
    act(undo);
    expect(await screen.findByText("river-of-a-friend.elf")).toBeTruthy();
  });

  test("below its brown-out level it does nothing, and that is said", async () => {
    await compiled();
    await screen.findByText("river-of-a-friend.elf");
    act(() => runCompiled({ supply: 2 }));
    await waitFor(() => expect(screen.queryByText("Compared with the rig’s own program")).toBeNull());
    act(() => runCompiled(undefined));
  });

  test("a file is opened, kept with the rig and runs; one that is none is refused and nothing is kept", async () => {
    const { hands, now, container } = await compiled(bare);
    await screen.findByText("A program you have already");
    const field = container.querySelector<HTMLInputElement>('input[type="file"]')!;
    await hands.upload(field, new File(["int main(void) {}"], "main.hex"));
    await waitFor(() =>
      expect(JSON.stringify(useRefusal.getState())).toMatch(/main\.hex.*neither a \.hex nor an \.elf/),
    );
    expect(now().firmware).toBeUndefined();
    const hex = hexText(imageOf(river.firmware!).flash);
    await hands.upload(field, new File([hex], "friend.hex"));
    await waitFor(() => expect(now().firmware?.name).toBe("friend.hex"));
    expect(imageOf(now().firmware!).flash).toEqual(imageOf(river.firmware!).flash);
    expect(useOpenRig.getState().compiled).toEqual({});
  });

  test("a board whose core is not there says so", async () => {
    await compiled({ ...demoRig("lamp-room"), firmware: river.firmware! });
    expect(await screen.findByText(/Compiled programs run here on the ATmega328P/)).toBeTruthy();
    expect(modelOf(demoRig("lamp-room")).rig.plan.controller).toBe("RP2040-board");
  });

  test("with the same hands: what it shows otherwise than the rig's own", async () => {
    const bell = demoRig("lap-bell");
    const wrong = sketchOf(bell).replace("lapsToGo -= 1", "lapsToGo -= 2");
    const unit = bell.units.find(({ part }) => part === "button")!.ref as UnitRef;
    const rig = { ...bell, firmware: keptFirmware("bell.elf", buildSketch(wrong).image) };
    const moves = [
      { at: 500, press: unit },
      { at: 620, release: unit },
    ];
    openInPlace(rig);
    const hands = userEvent.setup();
    const beside = (given: typeof moves) => (
      <RunningProvider value={{ moves: given } as unknown as SimulationView}>
        <CodeStation />
      </RunningProvider>
    );
    const shown = render(beside([]));
    await hands.click(screen.getByRole("button", { name: "Run a compiled program" }));
    const compare = await screen.findByRole("button", { name: "Compare them" });
    expect(compare).toHaveProperty("disabled", true);
    shown.rerender(beside(moves));
    await hands.click(await screen.findByRole("button", { name: "Compare them" }));
    const row = (await screen.findByText("10")).closest("tr")!;
    expect(within(row).getByText("11")).toBeTruthy();
    expect(row.textContent).toMatch(/^0\.5\d s to 3\.6\d s/);
  });
});
