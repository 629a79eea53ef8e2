import { screen, within } from "@testing-library/react";
import { modelOf } from "@/core/address";
import { scanFigures } from "@/core/scan";
import { demoRig } from "@/demo";
import { showStation } from "../fixtures/open";
import { ScanStation } from "./scan";

const river = demoRig("river-level");

describe("Scan", () => {
  test("times are changed by typing them, one step of undo each", async () => {
    const { hands, now, undo } = showStation(ScanStation, river);
    const on = screen.getByRole("textbox", { name: /on for/ });
    await hands.clear(on);
    await hands.type(on, "1.5 ms{Enter}");
    expect(now().scan.on).toEqual([1500]);
    const blank = screen.getByRole("textbox", { name: "Blank between" });
    await hands.clear(blank);
    await hands.type(blank, "40u{Enter}");
    expect(now().scan.blank).toBe(40);
    undo();
    expect(now().scan).toEqual({ ...river.scan, on: [1500] });
    undo();
    expect(now().scan).toEqual(river.scan);
  });

  test("a time that cannot be is refused with what can be", async () => {
    const { hands, now } = showStation(ScanStation, river);
    const on = screen.getByRole("textbox", { name: /on for/ });
    await hands.clear(on);
    await hands.type(on, "5 s{Enter}");
    expect((await screen.findByRole("alert")).textContent).toBe("from 1 µs to 1 s");
    expect(now().scan).toEqual(river.scan);
  });

  test("who keeps time is a choice among schools, each with its cost", async () => {
    const { hands, now } = showStation(ScanStation, { ...river, scan: { ...river.scan, school: "loop" } });
    const schools = within(screen.getByRole("radiogroup", { name: "Who keeps time" }));
    expect(schools.getByRole("radio", { name: /Blocking loop/ }).getAttribute("aria-checked")).toBe("true");
    await hands.click(schools.getByRole("radio", { name: /Timer interrupt/ }));
    expect(now().scan.school).toBe("timer");
  });

  test("dimmed at the same rate, the turn stays as long as it was", async () => {
    const { hands, now } = showStation(ScanStation, river);
    const before = scanFigures(modelOf(river)).period;
    await hands.click(screen.getByRole("button", { name: "×¼" }));
    expect(now().scan.on[0]).toBeLessThan(river.scan.on[0]!);
    const after = scanFigures(modelOf(now())).period;
    expect(Math.abs(after - before) / before).toBeLessThan(0.02);
  });

  test("the ends of the picture are moved by the keyboard too", async () => {
    const { hands, now } = showStation(ScanStation, river);
    const [handle] = await screen.findAllByRole("slider");
    handle!.focus();
    await hands.keyboard("{ArrowRight}");
    expect(now().scan).not.toEqual(river.scan);
  });

  test("a rig whose digits are always lit says so, and leads to the ways", () => {
    showStation(ScanStation, demoRig("slip-gate"));
    expect(screen.getByText("Nothing takes turns here")).toBeTruthy();
    expect(screen.getByRole("link", { name: /ways to drive/ }).getAttribute("href")).toBe(
      "/rig/slip-gate/plan",
    );
  });

  test("of a chip that scans by itself its brightness can be set", async () => {
    const { hands, now } = showStation(ScanStation, demoRig("oar-rack"));
    expect(screen.getByText(/takes the turns by itself/)).toBeTruthy();
    const [level] = await screen.findAllByRole("combobox");
    await hands.selectOptions(level!, within(level!).getAllByRole("option")[2]!);
    expect(now().scan).not.toEqual(demoRig("oar-rack").scan);
  });
});
