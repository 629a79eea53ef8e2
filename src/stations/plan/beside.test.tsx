import { screen, within } from "@testing-library/react";
import { modelOf } from "@/core/address";
import { demoRig } from "@/demo";
import { loose, showStation } from "../fixtures/open";
import { PlanStation } from "./plan";

const tide = loose(demoRig("tide-notice"));
const sheet = async () =>
  (await screen.findByRole("heading", { name: "Displays beside it" })).closest("section")!;

async function withDigits() {
  const shown = showStation(PlanStation, tide);
  const { hands } = shown;
  const here = within(await sheet());
  await hands.selectOptions(
    here.getByRole("combobox", { name: "One more, on the same chain or bus" }),
    "digits-8-max7219",
  );
  await hands.click(here.getByRole("button", { name: "Put it beside" }));
  await here.findByText(/^eight digits on a MAX7219 \(DS5, DS6\)$/);
  return { ...shown, here };
}

describe("displays beside the plan's", () => {
  test("one of the same chip is put there, with a text a scene, and taken away", async () => {
    const { hands, now, here } = await withDigits();
    expect(modelOf(now()).encoding.buses![0]!.units).toHaveLength(5);
    const texts = here.getByRole("textbox", { name: "Its texts, one a line: the next with each scene" });
    await hands.clear(texts);
    await hands.type(texts, "12.5{Enter}8");
    await hands.tab();
    expect(now().beside![0]!.shows).toEqual(["12.5", "8"]);
    await hands.click(
      here.getByRole("button", { name: /^Take eight digits on a MAX7219 .* off the table$/ }),
    );
    expect(now().beside).toBeUndefined();
    expect(now().units).toHaveLength(tide.units.length);
  });

  test("what does not fit says why, and cannot be chosen", async () => {
    showStation(PlanStation, tide);
    const other = within(await sheet()).getByRole<HTMLOptionElement>("option", {
      name: /^four digits and colon on a TM1637: it is driven by a TM1637/,
    });
    expect(other.disabled).toBe(true);
  });

  test("blocks of dots are turned as they stand", async () => {
    const { hands, now, here } = await withDigits();
    await hands.selectOptions(
      here.getByRole("combobox", { name: "One more, on the same chain or bus" }),
      "dots-max7219",
    );
    await hands.click(here.getByRole("button", { name: "Put it beside" }));
    await hands.selectOptions(
      await here.findByRole("combobox", { name: "Its blocks stand" }),
      "turned 90° clockwise",
    );
    expect(now().beside![1]!.modules).toMatchObject([{ turn: 90, mirrored: false }]);
  });

  test("where nothing can stand it says so", async () => {
    showStation(PlanStation, loose(demoRig("slip-gate")));
    expect((await sheet()).textContent).toMatch(
      /None can stand beside it: the display there is on no driver chip/,
    );
  });

  test("a plan that leaves no place for one asks first", async () => {
    const { hands, now } = await withDigits();
    await hands.selectOptions(
      screen.getByRole("combobox", { name: "Kind of display" }),
      "module digits-4-colon-tm1637",
    );
    const dialog = await screen.findByRole("dialog");
    expect(dialog.textContent).toMatch(/no place beside it any more for eight digits on a MAX7219/);
    await hands.click(within(dialog).getByRole("button", { name: "Keep my wires" }));
    expect(now().beside).toHaveLength(1);
  });
});
