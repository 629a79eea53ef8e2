import { screen, waitFor, within } from "@testing-library/react";
import { modelOf } from "@/core/address";
import { probesOf, type Probe } from "@/core/find-out";
import { SEGMENTS } from "@/core/glyph";
import { outsideOf, relay, type Plan, type Rig } from "@/core/rig";
import { demoRig, plainDemoRig } from "@/demo";
import { database } from "@/keep/database";
import { keeper } from "@/workers/fixtures/inside";
import { keepDownloads, savedFiles } from "@/ui/fixtures/downloads";
import { loose, showStation } from "../../fixtures/open";
import { PlanStation } from "../plan";

const lock = loose(plainDemoRig("lock-gauge"));
const lamp = loose(demoRig("lamp-room"));
const slip = loose(demoRig("slip-gate"));
type Hands = ReturnType<typeof showStation>["hands"];
const choose = (hands: Hands, name: string, option: string) =>
  hands.selectOptions(screen.getByRole("combobox", { name }), option);

beforeAll(keepDownloads);
beforeEach(() => database().settings.clear());

describe("a module on Plan", () => {
  test("its header is told pin by pin, with the line each is on", () => {
    showStation(PlanStation, lock);
    const pins = within(screen.getByRole("list", { name: "Pins of the header" })).getAllByRole("listitem");
    expect(pins.map((pin) => pin.textContent)).toEqual(["VCC5 V", "GNDGND", "DIN11", "CS10", "CLK12"]);
    expect(screen.getByText("10 kΩ sets the current")).toBeTruthy();
  });

  test("a bare digit gives way to a module with one choice, and comes back as bare parts with one click", async () => {
    const { hands, now } = showStation(PlanStation, slip);
    await choose(hands, "Kind of display", "module digits-4-colon-tm1637");
    expect(outsideOf(now()).units.map(({ ref }) => ref)).toEqual(["MCU1", "M1"]);
    expect(now().plan).toMatchObject({ scheme: "tm1637", polarity: "common-anode" });
    await hands.click(screen.getByRole("button", { name: "Build it from bare parts" }));
    expect(now().plan.bought).toBeUndefined();
    expect(outsideOf(now()).units.length).toBeGreaterThan(5);
  });

  test("more of them are strung together as far as they can be", async () => {
    const { hands, now } = showStation(PlanStation, lock);
    await choose(hands, "Modules", "2");
    expect(outsideOf(now()).units.map(({ ref }) => ref)).toEqual(["MCU1", "M1", "M2"]);
    expect(modelOf(now()).digits).toHaveLength(16);
  });

  test("one that has no output for a next one is not offered twice", () => {
    showStation(PlanStation, lamp);
    expect(screen.queryByRole("combobox", { name: "Modules" })).toBeNull();
  });
});

describe("a module of one's own", () => {
  const open = async (rig: Rig) => {
    const shown = showStation(PlanStation, rig);
    await shown.hands.click(screen.getByRole("button", { name: "Mine is different…" }));
    return { ...shown, dialog: within(await screen.findByRole("dialog")) };
  };

  test("other pins and another order are taken, laid, kept in the browser and offered again", async () => {
    const { hands, now, dialog } = await open(lamp);
    const name = dialog.getByRole("textbox", { name: "Name of the module" });
    await hands.clear(name);
    await hands.type(name, "four digits from the market");
    await hands.selectOptions(dialog.getByRole("combobox", { name: "GRID1" }), "4");
    await hands.selectOptions(dialog.getByRole("combobox", { name: "SEG1" }), "g");
    const pin = dialog.getByRole("textbox", { name: "Name of pin 1" });
    await hands.clear(pin);
    await hands.type(pin, "SCK");
    await hands.click(dialog.getByRole("button", { name: "Use this module" }));
    // What was there goes where the chosen one was.
    expect(now().plan.digitOutputs.slice(0, 4)).toEqual([4, 2, 3, 1]);
    expect(now().plan.outputs.slice(0, 7)).toEqual(["g", "b", "c", "d", "e", "f", "a"]);
    expect(now().plan.bought).toMatchObject({ name: "four digits from the market" });
    expect(now().plan.bought!.kind).toBeUndefined();
    expect(now().plan.bought!.header[0]).toEqual({ name: "SCK", use: "clock" });
    const kept = await keeper.ownModules();
    expect(kept.map(({ bought }) => bought.name)).toEqual(["four digits from the market"]);
    expect(kept[0]!.inside.outputs[0]).toBe("g");
    await hands.click(await screen.findByRole("button", { name: "Forget it in this browser" }));
    await waitFor(async () => expect(await keeper.ownModules()).toEqual([]));
    expect(now().plan.bought).toMatchObject({ name: "four digits from the market" });
  });

  test("a header that cannot do it says what is missing, and is not taken", async () => {
    const { hands, dialog } = await open(lamp);
    await hands.selectOptions(dialog.getByRole("combobox", { name: "Pin 2 is for" }), "not-used");
    expect(dialog.getByRole("alert").textContent).toBe("No pin of its header is for data.");
    expect(dialog.getByRole<HTMLButtonElement>("button", { name: "Use this module" }).disabled).toBe(true);
    await hands.selectOptions(dialog.getByRole("combobox", { name: "Pin 2 is for" }), "clock");
    expect(dialog.getByRole("alert").textContent).toBe(
      "Two pins of the header are for clock: one is enough.",
    );
  });

  test("points in place of the colon, and what is on its board", async () => {
    const { hands, now, dialog } = await open(lamp);
    await hands.selectOptions(dialog.getByRole("combobox", { name: "Points and colon" }), "points");
    const pull = dialog.getByRole("textbox", { name: "Pull-ups on its lines" });
    await hands.clear(pull);
    await hands.type(pull, "0{Enter}");
    await hands.click(dialog.getByRole("button", { name: "Use this module" }));
    expect(now().plan.display).toBe("plain");
    expect(now().units.some(({ part, ohms }) => part === "resistor" && ohms === 10_000)).toBe(false);
  });

  test("dots: which way round, and where the first block is", async () => {
    const { hands, now, dialog } = await open(loose(plainDemoRig("tide-notice")));
    await hands.selectOptions(dialog.getByRole("combobox", { name: "Blocks are rotated" }), "90");
    await hands.selectOptions(dialog.getByRole("combobox", { name: "Block next to the input" }), "left");
    await hands.click(dialog.getByRole("button", { name: "Use this module" }));
    expect(now().sign!.modules.map(({ x, turn }) => [x, turn])).toEqual([
      [0, 90],
      [8, 90],
      [16, 90],
      [24, 90],
    ]);
  });
});

describe("the order found out", () => {
  /** Answers as somebody whose digits are mirrored and whose segments a and b are exchanged. */
  const seenOn = ({ digit, segment }: Probe, plan: Plan): Probe => ({
    digit: plan.bought!.digits + 1 - digit,
    segment: segment === "a" ? "b" : segment === "b" ? "a" : segment,
  });

  test("what lights is clicked one after the other, and the wires inside follow", async () => {
    const { hands, now } = showStation(PlanStation, lock);
    await hands.click(screen.getByRole("button", { name: "Find out its order" }));
    const dialog = within(await screen.findByRole("dialog"));
    const take = dialog.getByRole<HTMLButtonElement>("button", { name: "Take it" });
    expect(take.disabled).toBe(true);
    const probes = probesOf(lock.plan);
    for (const probe of probes) {
      const { digit, segment } = seenOn(probe, lock.plan);
      const what = segment === "dp" ? "point" : `segment ${segment}`;
      await hands.click(dialog.getByRole("button", { name: new RegExp(`digit ${digit} .*${what}`) }));
    }
    expect(dialog.getByRole("status").textContent).toMatch(/^Found: digits in the order 1, 2, 3/);
    await hands.click(take);
    expect(now().plan.digitOutputs).toEqual([...lock.plan.digitOutputs].reverse());
    expect(now().plan.outputs).toEqual(["b", "a", ...SEGMENTS.slice(2)]);
    expect(now().plan.bought?.kind).toBeUndefined();
  }, 60_000);

  test("nothing lighting at all is said, and the sketch comes as a file", async () => {
    const { hands } = showStation(PlanStation, lamp);
    await hands.click(screen.getByRole("button", { name: "Find out its order" }));
    const dialog = within(await screen.findByRole("dialog"));
    for (const _ of probesOf(lamp.plan))
      await hands.click(dialog.getByRole("button", { name: "Nothing lights" }));
    expect(dialog.getByRole("status").textContent).toMatch(
      /^Nothing ever lit: the display is of the other polarity/,
    );
    await hands.click(dialog.getByRole("button", { name: "Sketch for it" }));
    await waitFor(() => expect(savedFiles.at(-1)?.name).toMatch(/one-output-at-a-time\.ino$/));
    expect(await savedFiles.at(-1)!.blob.text()).toContain("one output at a time");
  });
});

test("what a rig is fed from: the chip's volts, the battery's hours and the fuse follow", async () => {
  const { hands, now } = showStation(PlanStation, slip);
  await choose(hands, "Powered from", "lithium");
  expect(now().units.find(({ part }) => part === "supply")?.volts).toBe(3.7);
  const table = within(await screen.findByRole("table", { name: "Over a discharge" }));
  expect(table.getAllByRole("row")).toHaveLength(8);
  expect(screen.getByText(/protection circuit/)).toBeTruthy();
  const held = screen.getByRole("textbox", { name: "Capacity, mAh" });
  await hands.clear(held);
  await hands.type(held, "1000{Enter}");
  expect(now().plan.supply).toEqual({ kind: "lithium", milliampHours: 1000 });
  await choose(hands, "Powered from", "adapter");
  const volts = screen.getByRole("textbox", { name: "Voltage" });
  await hands.clear(volts);
  await hands.type(volts, "6{Enter}");
  expect(now().units.find(({ part }) => part === "supply")?.volts).toBe(6);
  await choose(hands, "Powered from", "board-3v3");
  expect(relay(now(), now().plan).wires.find(({ id }) => id === "power")?.from).toBe("MCU1.3V3");
});
