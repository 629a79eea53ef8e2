import { screen, waitFor, within } from "@testing-library/react";
import { modelOf } from "@/core/address";
import { digitsOf, sheetOf } from "@/core/parts";
import { digitCount, movedWires, swapWires } from "@/core/rig";
import { demoRig } from "@/demo";
import { useRefusal } from "@/store";
import { loose, showStation } from "../fixtures/open";
import { PlanStation } from "./plan";

const slip = loose(demoRig("slip-gate"));
const river = loose(demoRig("river-level"));

const choose = async (hands: ReturnType<typeof showStation>["hands"], name: string, option: string) =>
  hands.selectOptions(screen.getByRole("combobox", { name }), option);

describe("the display", () => {
  test("another number of digits is laid with a way that drives them", async () => {
    const { hands, now } = showStation(PlanStation, slip);
    await choose(hands, "Kind of display", "4");
    expect(now().plan).toMatchObject({ digits: 4, display: "plain", scheme: "register-static" });
    expect(modelOf(now()).digits).toHaveLength(4);
    await choose(hands, "Kind of display", "clock");
    expect(now().plan).toMatchObject({ display: "clock", digits: 4 });
    await choose(hands, "Kind of display", "dots 8x8");
    expect(now().plan).toMatchObject({ display: "dots", module: "8x8" });
    await choose(hands, "Modules", "4");
    expect(digitCount(now().plan)).toBe(32);
  });

  test("its LEDs are changed one figure at a time, or all by their colour", async () => {
    const { hands, now } = showStation(PlanStation, slip);
    const led = () => now().units.find((unit) => unit.led)!.led!;
    await choose(hands, "LED colour", "green");
    expect(led().colour).toBe("green");
    const drop = screen.getByRole("textbox", { name: "Forward voltage" });
    await hands.clear(drop);
    await hands.type(drop, "2.3{Enter}");
    expect(led().forward).toBe(2.3);
    await hands.clear(drop);
    await hands.type(drop, "40{Enter}");
    expect(await screen.findByRole("alert")).toBeTruthy();
    expect(led().forward).toBe(2.3);
  });

  test("digit 1 is the leftmost or the rightmost, and no wire moves for it", async () => {
    const { hands, now } = showStation(PlanStation, river);
    await choose(hands, "Digit 1", "right");
    expect(now().plan.countFrom).toBe("right");
    expect(now().wires).toEqual(river.wires);
  });
});

describe("a display of one's own", () => {
  const begin = async (rig = river) => {
    const shown = showStation(PlanStation, rig);
    await choose(shown.hands, "Kind of display", "own");
    return { ...shown, dialog: within(await screen.findByRole("dialog")) };
  };
  const take = "Use this display";

  test("is entered leg by leg, begun from what there is, and laid", async () => {
    const { hands, now, dialog } = await begin();
    const before = sheetOf("digit-4", river.plan.polarity)!;
    const legs = dialog.getAllByRole<HTMLSelectElement>("combobox", { name: /^Leg \d+/ });
    expect(legs).toHaveLength(before.legs.length);
    const [one, two] = [legs[0]!.value, legs[1]!.value];
    await hands.selectOptions(legs[0]!, two);
    await hands.selectOptions(legs[1]!, one);
    await hands.click(dialog.getByRole("button", { name: take }));
    await waitFor(() => expect(now().plan.display).toBe("own"));
    expect(digitsOf(now().plan.own!)).toBe(4);
    expect(now().plan.own!.legs).not.toEqual(before.legs);
    expect([...now().plan.own!.legs].sort()).toEqual([...before.legs].sort());
    expect(modelOf(now()).digits).toHaveLength(4);
  });

  test("that cannot be read is said while it is entered, and is not taken", async () => {
    const { hands, now, dialog } = await begin();
    const a = dialog
      .getAllByRole<HTMLSelectElement>("combobox", { name: /^Leg \d+/ })
      .find(({ value }) => value === "a")!;
    await hands.selectOptions(a, "not-used");
    expect(dialog.getByRole("alert").textContent).toMatch(/^No leg is segment a/);
    await waitFor(() => expect(dialog.getByRole("button", { name: take })).toHaveProperty("disabled", true));
    await hands.selectOptions(a, "a");
    await waitFor(() => expect(dialog.getByRole("button", { name: take })).toHaveProperty("disabled", false));
    await hands.click(dialog.getByRole("button", { name: "Cancel" }));
    expect(now()).toEqual(river);
  });

  test("may be dots, may have more legs, and a mark says behind which digit it stands", async () => {
    const { hands, now, dialog } = await begin();
    await hands.selectOptions(dialog.getByRole("combobox", { name: "Legs" }), "14");
    const legs = () => dialog.getAllByRole<HTMLSelectElement>("combobox", { name: /^Leg \d+/ });
    expect(legs()).toHaveLength(14);
    const free = legs().find(({ value }) => value === "not-used")!;
    await hands.selectOptions(free, "colon");
    await hands.selectOptions(dialog.getByRole("combobox", { name: "Colon lights with" }), "3");
    await hands.click(dialog.getByRole("button", { name: take }));
    await waitFor(() => expect(now().plan.own?.marks).toEqual({ colon: 3 }));
    await hands.click(screen.getByRole("button", { name: "Legs" }));
    const again = within(await screen.findByRole("dialog"));
    await hands.selectOptions(again.getByRole("combobox", { name: "It shows" }), "dots");
    expect(again.getByText(/8 columns in 8 rows/)).toBeTruthy();
    expect(again.getByText(/Try pairs until one dot lights/)).toBeTruthy();
  });
});

describe("what is shown", () => {
  test("one text can be held; one that is too long for the display is refused with how many fit", async () => {
    const { hands, now } = showStation(PlanStation, river);
    await hands.click(screen.getByRole("radio", { name: /One only/ }));
    expect(now().show.mode).toBe("hold");
    const text = screen.getByRole("textbox", { name: "Text" });
    await hands.clear(text);
    await hands.type(text, "1.23{Enter}");
    expect(now().show.hold).toBe("1.23");
    await hands.clear(text);
    await hands.type(text, "12345{Enter}");
    expect((await screen.findByRole("alert")).textContent).toMatch(/1 to 4 characters/);
    expect(now().show.hold).toBe("1.23");
  });

  test("texts stand one a line; an empty line is told of by its number", async () => {
    const { hands, now } = showStation(PlanStation, river);
    const texts = screen.getByRole("textbox", { name: /^Texts, one a line/ });
    await hands.clear(texts);
    await hands.type(texts, "12{Enter}{Enter}34");
    await hands.tab();
    expect((await screen.findByRole("alert")).textContent).toMatch(/line 2 is empty/);
    await choose(hands, "Leading zeros", "blank");
    await choose(hands, "Alignment of short texts", "left");
    expect(now().show).toMatchObject({ leadingZeros: "blank", align: "left" });
  });
});

describe("laying the wires", () => {
  test("where wires were moved by hand it is asked first: kept, or laid again", async () => {
    const swapped = swapWires(slip, "output-a", "output-b");
    const moved = swapped.ok ? swapped.rig : slip;
    const { hands, now } = showStation(PlanStation, moved);
    await hands.click(screen.getByRole("radio", { name: /Common anode/ }));
    const question = within(await screen.findByRole("dialog"));
    expect(question.getByText(/^2 wires do not run where the plan put them/)).toBeTruthy();
    await hands.click(question.getByRole("button", { name: "Keep my wires" }));
    expect(now()).toEqual(moved);
    await hands.click(screen.getByRole("radio", { name: /Common anode/ }));
    await hands.click(
      within(await screen.findByRole("dialog")).getByRole("button", { name: "Lay them again" }),
    );
    expect(now().plan.polarity).toBe("common-anode");
    expect(movedWires(now())).toEqual([]);
  });

  test("what cannot be built leaves the rig as it was, and says why", async () => {
    const { hands, now } = showStation(PlanStation, river);
    await choose(hands, "Kind of display", "16");
    await waitFor(() => expect(useRefusal.getState().refusal?.title).toBe("That cannot be built"));
    expect(useRefusal.getState().refusal!.says).toMatch(/^The rig is as it was: /);
    expect(now()).toEqual(river);
  });

  test("a line is chosen for a use, and two uses change places", async () => {
    const { hands, now } = showStation(PlanStation, slip);
    const { data, clock } = slip.plan.lines;
    await choose(hands, "Data line", clock!);
    expect(modelOf(now()).encoding.chain).toMatchObject({ data: clock, clock: data });
  });

  test("a way is built with one click, and is marked as the one that is built", async () => {
    const { hands, now } = showStation(PlanStation, river);
    const table = within(await screen.findByRole("table", { name: "Ways to drive the display" }));
    const build = await table.findAllByRole("button", { name: /^Build: / }, { timeout: 20_000 });
    await hands.click(build[0]!);
    expect(now().wires).not.toEqual(river.wires);
    await waitFor(() => expect(table.getByText("built")).toBeTruthy(), { timeout: 20_000 });
  }, 60_000);
});
