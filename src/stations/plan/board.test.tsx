import { act, screen, waitFor, within } from "@testing-library/react";
import { linesOfUses, modelOf, usedLines } from "@/core/address";
import { formatMilliamps } from "@/core/quantity";
import { asLeg, controllerById, lineUses, partsList, relay, type Rig } from "@/core/rig";
import { demoRig } from "@/demo";
import { pickPip, setLegNames, useOpenRig, usePreferences } from "@/store";
import { savedFiles } from "@/ui/fixtures/downloads";
import { drivingOf } from "@/workers/fixtures/inside";
import { loose, showStation } from "../fixtures/open";
import { PlanStation } from "./plan";

// The ways side by side have tests of their own, and take longer than all the rest of the station.
jest.mock("./ways", () => ({ Ways: () => null }));

const slip = demoRig("slip-gate");
const river = demoRig("river-level");
const rack = demoRig("oar-rack");
const wind = demoRig("wind-arrow");
const choose = (label: string) => screen.getByRole<HTMLSelectElement>("combobox", { name: label });
const optionsOf = (list: HTMLSelectElement) => [...list.options].map(({ text }) => text);

describe("the board", () => {
  test("another one is laid anew, with lines it has", async () => {
    const { hands, now } = showStation(PlanStation, loose(river));
    const board = choose("Board");
    await hands.selectOptions(board, "ESP32-module");
    expect(now().plan.controller).toBe("ESP32-module");
    const lines = controllerById("ESP32-module").lines.map(({ leg }) => leg);
    expect(lines).toEqual(expect.arrayContaining(Object.values(now().plan.lines)));
    expect(now().units.some(({ part }) => part === "ESP32-module")).toBe(true);
  });

  test("every use has a field with its name, and a line that cannot be used is not offered", () => {
    showStation(PlanStation, loose(relay(river, { ...river.plan, controller: "ESP32-module" })));
    const latch = choose("Latch line");
    const off = [...latch.options].filter(({ disabled }) => disabled).map(({ text }) => text);
    expect(off).toContain("34 (not usable)");
    expect(off).toContain("6 (not usable)");
    expect(optionsOf(latch)).toContain("12 (its level at reset straps the boot mode)");
    for (const name of ["Data line", "Clock line"]) expect(choose(name)).toBeTruthy();
  });

  test("digits that lines drive directly have a field each, named by what they drive", () => {
    const direct = relay(slip, { ...slip.plan, scheme: "direct" });
    showStation(PlanStation, direct);
    const now = linesOfUses(modelOf(direct), lineUses(direct.plan));
    for (const segment of ["a", "g"])
      expect(choose(`Segment ${segment}`).value).toBe(now[`segment-${segment}` as "segment-a"]);
    expect(choose("Point").value).toBe(now["segment-dp"]);
  });

  test("a chip's address follows its straps: eight of them, counted up from the sheet's base", async () => {
    const { hands, now } = showStation(PlanStation, loose(rack));
    const address = choose("Bus address, by straps");
    expect(optionsOf(address)[0]).toBe("0x70, no strap");
    expect(optionsOf(address).at(-1)).toBe("0x77");
    await hands.selectOptions(address, "0x73");
    expect(now().plan.busAddress).toBe(3);
    expect(modelOf(now()).encoding.buses![0]!.addresses).toEqual([0x73]);
  });

  test("which digit a chip's first leg drives is turned round, and back again", async () => {
    const tube = loose(
      relay(river, {
        ...river.plan,
        scheme: "max7219",
        polarity: "common-cathode",
        digitSwitch: "bare",
        lines: {},
      }),
    );
    const { hands, now } = showStation(PlanStation, tube);
    const drives = choose("DIG0 drives");
    const before = now().plan.digitOutputs;
    await hands.selectOptions(drives, "the rightmost digit");
    expect(now().plan.digitOutputs.slice(0, 4)).toEqual([4, 3, 2, 1]);
    expect(new Set(now().plan.digitOutputs)).toEqual(new Set(before));
    await hands.selectOptions(drives, "the leftmost digit");
    expect(now().plan.digitOutputs).toEqual(before);
  });
});

describe("power, resistors and names", () => {
  test("a supply of its own is laid with the grounds joined", async () => {
    const { hands, now } = showStation(PlanStation, loose(slip));
    await hands.selectOptions(screen.getByRole("combobox", { name: "Powered from" }), "separate");
    expect(now().plan.power).toBe("separate");
    expect(now().units.some(({ part }) => part === "supply")).toBe(true);
    await hands.selectOptions(screen.getByRole("combobox", { name: "Powered from" }), "board");
    expect(now().units.some(({ part }) => part === "supply")).toBe(false);
  });

  test("a chip alone has a supply of its own without being asked, and says what it needs", () => {
    const bare = relay(slip, { ...slip.plan, controller: "ATtiny84", lines: {} });
    showStation(PlanStation, bare);
    expect(
      screen.getByText(
        /^The ATtiny84 is a bare chip: .* 100 nF close to it\. 10 kΩ holds its reset high\. Its programmer takes 11, 4, 5, 6/,
      ),
    ).toBeTruthy();
    expect(screen.queryByRole("radiogroup", { name: "Power" })).toBeNull();
  });

  test("resistors in the transistors' bases are changed by themselves", async () => {
    const { hands, now } = showStation(PlanStation, loose(river));
    const leds = screen.getByRole<HTMLInputElement>("textbox", { name: "Resistor value" }).value;
    const field = screen.getByRole("textbox", { name: "Base resistor value" });
    await hands.clear(field);
    await hands.type(field, "2k2{Enter}");
    const ohms = (rig: Rig) => rig.units.filter(({ part }) => part === "resistor").map((unit) => unit.ohms!);
    const changed = ohms(now()).filter((value, at) => value !== ohms(river)[at]);
    expect(changed.length).toBe(4);
    expect(new Set(changed)).toEqual(new Set([2200]));
    expect(screen.getByRole<HTMLInputElement>("textbox", { name: "Resistor value" }).value).toBe(leds);
  });

  test("names of legs are a choice of the reader's, not of the rig's", async () => {
    const { hands, now } = showStation(PlanStation, slip);
    await hands.selectOptions(choose("Leg names used in your data sheet"), "numbers");
    expect(usePreferences.getState().legNames).toBe("numbers");
    expect(now()).toEqual(slip);
    act(() => setLegNames("letters"));
  });
});

describe("what it takes", () => {
  test("lines, parts and wires are counted, and all of it lit is what the circuit says", async () => {
    showStation(PlanStation, slip);
    const table = within(screen.getByRole("heading", { name: "Parts and lines" }).closest("section")!);
    const used = new Set(usedLines(modelOf(slip))).size;
    expect(table.getByRole("row", { name: /^Controller lines/ }).textContent).toMatch(
      new RegExp(`^Controller lines${used} of 20; \\d+ easy lines left$`),
    );
    const placed = slip.wires.filter((wire) => wire.placed).length;
    expect(table.getByRole("row", { name: /^Wires/ }).textContent).toBe(
      `Wires to place${slip.wires.length}, ${placed} placed`,
    );
    for (const { count, what } of partsList(slip))
      expect(table.getByText(new RegExp(`${count} × ${what.slice(0, 8)}`))).toBeTruthy();
    expect(await table.findByText(formatMilliamps(drivingOf(modelOf(slip)).supply.most))).toBeTruthy();
  });

  test("a bar of each segment shows what flows, and picks its LED", async () => {
    const { hands } = showStation(PlanStation, river);
    act(() => pickPip(modelOf(river).addresses[0]!.pip));
    const bars = within(
      screen.getByRole("heading", { name: /^Current in each segment of digit/ }).closest("section")!,
    );
    expect(await bars.findAllByText(/ mA/)).toHaveLength(8);
    await hands.click(bars.getAllByRole("button")[3]!);
    expect(useOpenRig.getState().pick).toBe("DS1.1.d");
    expect(bars.getAllByRole("button")[3]!.getAttribute("aria-pressed")).toBe("true");
  });

  test("of dots the show is told in short, with the way to where it is made", async () => {
    showStation(PlanStation, wind);
    expect(await screen.findByText(/^\d+ frames of 8 × 8 dots, .* a round$/)).toBeTruthy();
    expect(screen.getByRole("link", { name: "Texts and pictures" }).getAttribute("href")).toBe(
      `/rig/${wind.id}/frames`,
    );
    const rounds = screen.getByRole<HTMLInputElement>("textbox", { name: "Repeats" });
    expect(rounds.value).toBe("forever");
  });
});

describe("the shopping list", () => {
  test("has every part with what it has to stand, and goes out as a file", async () => {
    const { hands } = showStation(PlanStation, river);
    await hands.click(screen.getByRole("button", { name: "Shopping list" }));
    const dialog = within(await screen.findByRole("dialog", { name: `Shopping list for ${river.name}` }));
    const table = within(await dialog.findByRole("table", { name: "Parts" }));
    for (const { count, what } of partsList(river)) {
      const row = table.getAllByRole("row").find((one) => one.textContent!.includes(what))!;
      expect(row.textContent!.startsWith(String(count))).toBe(true);
    }
    expect(table.getAllByText(/at its worst\)$/).length).toBeGreaterThan(0);
    const before = savedFiles.length;
    await hands.click(dialog.getByRole("button", { name: "CSV" }));
    await waitFor(() => expect(savedFiles.length).toBe(before + 1));
    const { name, blob } = savedFiles.at(-1)!;
    expect(name).toMatch(/^River-level-shopping-list\.csv$/i);
    expect((await blob.text()).split("\r\n")[0]).toBe("count,part,ask for,for");
    await hands.click(dialog.getByRole("button", { name: "Close" }));
  });
});

describe("texts of several digits", () => {
  test("short ones stand at either side, and leading zeros are dark or not", async () => {
    const { hands, now } = showStation(PlanStation, river);
    await hands.selectOptions(choose("Alignment of short texts"), "left");
    await hands.selectOptions(choose("Leading zeros"), "dark");
    expect(now().show).toMatchObject({ align: "left", leadingZeros: "blank" });
  });

  test("forever is a number of rounds like any other, and then nothing stays at the end", async () => {
    const { hands, now } = showStation(PlanStation, { ...river, show: { ...river.show, rounds: 2 } });
    expect(choose("At the end").disabled).toBe(false);
    const rounds = screen.getByRole("textbox", { name: "Repeats" });
    await hands.clear(rounds);
    await hands.type(rounds, "forever{Enter}");
    expect(now().show.rounds).toBe(0);
    expect(choose("At the end").disabled).toBe(true);
  });
});

describe("lines left free", () => {
  test("the rig moves off them, and one that is not there is refused", async () => {
    const { hands, now } = showStation(PlanStation, slip);
    const field = () => screen.getByRole("textbox", { name: "Lines to keep free" });
    await hands.type(field(), "2, 5{Enter}");
    expect(now().plan.aside).toEqual(["2", "5"]);
    expect(Object.values(now().plan.lines)).not.toContain("5");
    expect(now().wires.some(({ from, to }) => [from, to].includes(asLeg("MCU1.5")))).toBe(false);
    await hands.clear(field());
    await hands.type(field(), "5, 77{Enter}");
    expect(screen.getByRole("alert").textContent).toBe("The ATmega328P board has no line 77");
    expect(now().plan.aside).toEqual(["2", "5"]);
    await hands.clear(field());
    await hands.type(field(), "{Enter}");
    expect(now().plan.aside).toBeUndefined();
  });
});
