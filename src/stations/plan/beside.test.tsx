import { screen, within } from "@testing-library/react";
import { modelOf } from "@/core/address";
import { demoRig, plainDemoRig } from "@/demo";
import { loose, showStation } from "../fixtures/open";
import { PlanStation } from "./plan";

// Eight digits: the ways to drive them are compared in a moment, those of a sign take long.
const lock = loose(plainDemoRig("lock-gauge"));
const sheet = async () => (await screen.findByRole("heading", { name: "More displays" })).closest("section")!;

async function withDots() {
  const shown = showStation(PlanStation, lock);
  const { hands } = shown;
  const here = within(await sheet());
  await hands.selectOptions(
    here.getByRole("combobox", { name: "Add a display to the same chain or bus" }),
    "dots-max7219",
  );
  await hands.click(here.getByRole("button", { name: "Add this display" }));
  await here.findByText(/^8 × 8 dots on a MAX7219 \(DS3\)$/);
  return { ...shown, here };
}

describe("displays beside the plan's", () => {
  test("one of the same chip is put there, with a text a face, and taken away", async () => {
    const { hands, now, here } = await withDots();
    expect(modelOf(now()).encoding.buses![0]!.units).toHaveLength(2);
    const texts = here.getByRole("textbox", { name: "Its texts, one a line: the next with each face" });
    await hands.clear(texts);
    await hands.type(texts, "12.5{Enter}8");
    await hands.tab();
    expect(now().beside![0]!.shows).toEqual(["12.5", "8"]);
    await hands.click(here.getByRole("button", { name: /^Remove 8 × 8 dots on a MAX7219/ }));
    expect(now().beside).toBeUndefined();
    expect(now().units).toHaveLength(lock.units.length);
  });

  test("what does not fit says why, and cannot be chosen", async () => {
    showStation(PlanStation, lock);
    const other = within(await sheet()).getByRole<HTMLOptionElement>("option", {
      name: /^four digits and colon on a TM1637: a TM1637/,
    });
    expect(other.disabled).toBe(true);
  });

  test("blocks of dots are turned as they stand", async () => {
    const { hands, now, here } = await withDots();
    await hands.selectOptions(
      await here.findByRole("combobox", { name: "Module arrangement" }),
      "turned 90° clockwise",
    );
    expect(now().beside![0]!.modules).toMatchObject([{ turn: 90, mirrored: false }]);
  });

  test("where nothing can stand it says so", async () => {
    showStation(PlanStation, loose(demoRig("slip-gate")));
    expect((await sheet()).textContent).toMatch(
      /No other display can be added: the program scans this rig’s display itself/,
    );
  });

  test("a plan that leaves no place for one asks first", async () => {
    const { hands, now } = await withDots();
    await hands.selectOptions(
      screen.getByRole("combobox", { name: "Kind of display" }),
      "module digits-4-colon-tm1637",
    );
    const dialog = await screen.findByRole("dialog");
    expect(dialog.textContent).toMatch(/has no room for 8 × 8 dots on a MAX7219/);
    await hands.click(within(dialog).getByRole("button", { name: "Keep my wires" }));
    expect(now().beside).toHaveLength(1);
  });
});
