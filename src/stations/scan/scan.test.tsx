import { cleanup, fireEvent, screen, within } from "@testing-library/react";
import { modelOf } from "@/core/address";
import { startWith } from "@/core/live";
import { scanFigures } from "@/core/scan";
import { demoRig, plainDemoRig } from "@/demo";
import { showStation } from "../fixtures/open";
import { ScanStation } from "./scan";

const river = demoRig("river-level");

describe("Scan", () => {
  test("times are changed by typing them, one step of undo each", async () => {
    const { hands, now, undo } = showStation(ScanStation, river);
    const on = screen.getByRole("textbox", { name: /On-time/ });
    await hands.clear(on);
    await hands.type(on, "1.5 ms{Enter}");
    expect(now().scan.on).toEqual([1500]);
    const blank = screen.getByRole("textbox", { name: "Blanking time" });
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
    const on = screen.getByRole("textbox", { name: /On-time/ });
    await hands.clear(on);
    await hands.type(on, "5 s{Enter}");
    expect((await screen.findByRole("alert")).textContent).toBe("from 1 µs to 1 s");
    expect(now().scan).toEqual(river.scan);
  });

  test("who keeps time is a choice among schools, each with its cost", async () => {
    const { hands, now } = showStation(ScanStation, { ...river, scan: { ...river.scan, school: "loop" } });
    const schools = within(screen.getByRole("radiogroup", { name: "Timing method" }));
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

  test("logic counts milliseconds where it reacts, and the show's step where it has a list", async () => {
    showStation(ScanStation, demoRig("boats-out"));
    const rows = () =>
      within(screen.getByRole("table", { name: "Counters" }))
        .getAllByRole("row")
        .map(({ textContent }) => textContent);
    expect(await screen.findByText(/one step per clock/)).toBeTruthy();
    expect(rows()).toContain("a millisecond100,000171 msexact");
    cleanup();
    showStation(ScanStation, plainDemoRig("boats-out"));
    await screen.findByText(/no code runs/);
    expect(rows()).toContain("the show’s step150,000,000281.5 sexact");
  });

  test("an interrupt is never shown half of a face, whichever way it gets it", async () => {
    const river = plainDemoRig("river-level");
    const timed = { ...river, scan: { ...river.scan, school: "timer" as const } };
    showStation(ScanStation, timed);
    expect(await screen.findByText(/hands over one byte/)).toBeTruthy();
    cleanup();
    const started = startWith(timed, "clock");
    if (!started.ok) throw new Error(started.message);
    showStation(ScanStation, started.rig);
    expect(await screen.findByText(/copied to the one the interrupt reads/)).toBeTruthy();
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
    expect(screen.getByText("Nothing is multiplexed here")).toBeTruthy();
    expect(screen.getByRole("link", { name: /ways to drive/ }).getAttribute("href")).toBe(
      "/rig/slip-gate/plan",
    );
  });

  test("of a chip that scans by itself its brightness can be set", async () => {
    const { hands, now } = showStation(ScanStation, demoRig("oar-rack"));
    expect(screen.getByText(/scans the display by itself/)).toBeTruthy();
    const [level] = await screen.findAllByRole("combobox");
    await hands.selectOptions(level!, within(level!).getAllByRole("option")[2]!);
    expect(now().scan).not.toEqual(demoRig("oar-rack").scan);
  });

  test("of a chip that scans by itself one sees what an eye and a camera make of it", async () => {
    showStation(ScanStation, plainDemoRig("crew-tally"));
    expect(await screen.findByRole("heading", { name: "To a camera" })).toBeTruthy();
    expect(screen.getByRole("heading", { name: /^To the eye at 2\d\d Hz/ })).toBeTruthy();
    const photo = screen.getByLabelText("A photo at 4 ms");
    expect(photo.querySelectorAll(".camera-dark").length).toBeGreaterThan(0);
  });

  test("a camera with another exposure sees another evenness, and whole turns look even", async () => {
    const { hands } = showStation(ScanStation, river);
    const period = scanFigures(modelOf(river)).period / 1e9;
    const dimmest = () => screen.getByText(/The dimmest photo has/).textContent!;
    await screen.findByRole("heading", { name: "To a camera" });
    const before = dimmest();
    const exposure = screen.getByRole("textbox", { name: "Exposure" });
    await hands.clear(exposure);
    await hands.type(exposure, `${(period * 2e6).toFixed(1)}u{Enter}`);
    expect(dimmest()).not.toBe(before);
    expect(dimmest()).toMatch(/ (99|100) % .*reads well/);
    expect(screen.getByLabelText(/^A photo at 16/)).toBeTruthy();
  });

  test("an end drawn along changes its own digit only, and says so while it is held", async () => {
    const { now, undo } = showStation(ScanStation, river);
    const [first] = await screen.findAllByRole("slider", { name: /On-time of digit 2/ });
    const picture = first!.closest("svg")!;
    // 920 units of the picture are as wide as it is drawn; jsdom draws nothing, so a width is given.
    picture.getBoundingClientRect = () => ({ left: 0, width: 920 }) as DOMRect;
    first!.setPointerCapture = () => undefined;
    fireEvent.pointerDown(first!, { clientX: 400, pointerId: 1 });
    fireEvent.pointerMove(picture, { clientX: 420, pointerId: 1 });
    expect(screen.getByText(/^digit 2 on for \d+ µs$/)).toBeTruthy();
    expect(now().scan).toEqual(river.scan);
    fireEvent.pointerUp(picture, { clientX: 420, pointerId: 1 });
    const period = scanFigures(modelOf(river)).period;
    const moved = Math.round((20 / (920 - 58 - 14)) * (period / 1000));
    const [before] = river.scan.on;
    expect(now().scan.on).toEqual([before, before! + moved, before, before]);
    undo();
    expect(now().scan).toEqual(river.scan);
  });

  test("a drag that is taken away by the browser changes nothing", async () => {
    const { now } = showStation(ScanStation, river);
    const blank = await screen.findByRole("slider", { name: "Blanking time between digits" });
    const picture = blank.closest("svg")!;
    picture.getBoundingClientRect = () => ({ left: 0, width: 920 }) as DOMRect;
    blank.setPointerCapture = () => undefined;
    fireEvent.pointerDown(blank, { clientX: 100, pointerId: 1 });
    fireEvent.pointerMove(picture, { clientX: 300, pointerId: 1 });
    fireEvent.pointerCancel(picture, { pointerId: 1 });
    fireEvent.pointerUp(picture, { pointerId: 1 });
    expect(now().scan).toEqual(river.scan);
  });
});
