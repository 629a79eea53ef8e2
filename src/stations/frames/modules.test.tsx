import { screen, waitFor, within } from "@testing-library/react";
import { probePicture, looksOf } from "@/core/frames";
import { USUAL_LAYOUT, dotModules, laidOut, type LayoutChoice } from "@/core/rig";
import { demoRig, plainDemoRig } from "@/demo";
import { showStation } from "../fixtures/open";
import { FramesStation } from "./frames";

const tide = plainDemoRig("tide-notice");
const wind = demoRig("wind-arrow");

async function modules(rig = tide) {
  const shown = showStation(FramesStation, rig);
  await shown.hands.click(screen.getByRole("button", { name: "Modules" }));
  await screen.findByRole("heading", { name: "As arranged" });
  return { ...shown, places: () => shown.now().sign!.modules };
}

/** Goes through the finder as somebody whose modules stand this way. */
async function find(rig: typeof tide, choice: LayoutChoice) {
  const { hands, places } = await modules(rig);
  const list = dotModules(rig.units);
  const truth = laidOut(list, choice);
  await hands.click(screen.getByRole("button", { name: "Find the orientation" }));
  const dialog = within(await screen.findByRole("dialog"));
  const looks = looksOf(probePicture(list[0]!));
  const seen = looks.findIndex(
    ({ orientation }) =>
      orientation.turn === choice.orientation.turn && orientation.mirrored === choice.orientation.mirrored,
  );
  await hands.click(dialog.getAllByRole("button").filter((one) => one.className.includes("look"))[seen]!);
  // Where a module stands, asked for as row and place.
  const press = (module: number) => {
    const { x, y } = truth[module]!;
    const [row, place] = [y / 8 + 1, x / 8 + 1];
    return hands.click(dialog.getByRole("button", { name: `Row ${row}, place ${place}` }));
  };
  if (list.length > 1) {
    await press(0);
    if (dialog.queryByText(/^3 · Now module/)) await press(choice.across);
  }
  const found = dialog.getByText(/^Found: /).textContent!;
  await hands.click(dialog.getByRole("button", { name: "Take it" }));
  return { found, places: places(), truth };
}

describe("modules", () => {
  test("one is turned and mirrored by itself; the others stay as they stand", async () => {
    const { hands, places, undo } = await modules();
    const before = places();
    const one = screen.getAllByRole("button", { name: /^Module 1, / })[0]!;
    await hands.click(one);
    await hands.click(screen.getByRole("button", { name: "Rotate right" }));
    expect(places()[0]).toEqual({ ...before[0], turn: 90 });
    await hands.click(screen.getByRole("button", { name: "Rotate left" }));
    expect(places()).toEqual(before);
    await hands.click(screen.getByRole("button", { name: "Mirror" }));
    expect(places()[0]).toEqual({ ...before[0], mirrored: true });
    expect(places().slice(1)).toEqual(before.slice(1));
    undo();
    expect(places()).toEqual(before);
  });

  test("all at once: turned alike, or laid anew", async () => {
    const { hands, places } = await modules();
    const looks = screen.getAllByRole("button", { name: /turned 180° clockwise$/ });
    await hands.click(looks[0]!);
    expect(places().map(({ turn }) => turn)).toEqual([180, 180, 180, 180]);
  });

  test.each<[what: string, choice: LayoutChoice]>([
    ["as they are sold", { ...USUAL_LAYOUT, across: 4 }],
    [
      "upside down, from the right",
      { across: 4, from: "bottom-right", backAndForth: false, orientation: { turn: 180, mirrored: false } },
    ],
    [
      "two rows, every second one back",
      { across: 2, from: "top-left", backAndForth: true, orientation: { turn: 0, mirrored: false } },
    ],
    [
      "turned on their side and mirrored",
      { across: 4, from: "top-right", backAndForth: false, orientation: { turn: 90, mirrored: true } },
    ],
  ])("the finder finds four modules that stand %s", async (_, choice) => {
    // What the rig says now is another way round than the truth.
    const start = laidOut(dotModules(tide.units), { ...USUAL_LAYOUT, across: choice.across });
    const { places, truth, found } = await find({ ...tide, sign: { ...tide.sign!, modules: start } }, choice);
    expect(places).toEqual(truth);
    if (choice.orientation.turn !== 0)
      expect(found).toContain(`turned ${choice.orientation.turn}° clockwise`);
  });

  test("of a single module only its look is asked", async () => {
    const choice = {
      across: 1,
      from: "top-left",
      backAndForth: false,
      orientation: { turn: 270, mirrored: false },
    } as const;
    const { places, found } = await find(wind, choice);
    expect(found).toMatch(/^Found: turned 270° clockwise\./);
    expect(places[0]).toMatchObject({ turn: 270, mirrored: false });
  });

  test("left as it was, nothing is changed; from the beginning, the look is asked again", async () => {
    const { hands, places } = await modules();
    const before = places();
    await hands.click(screen.getByRole("button", { name: "Find the orientation" }));
    const dialog = within(await screen.findByRole("dialog"));
    const looks = dialog.getAllByRole("button").filter((one) => one.className.includes("look"));
    await hands.click(looks[2]!);
    expect(dialog.getByRole("heading", { name: /^2 · / })).toBeTruthy();
    await hands.click(dialog.getByRole("button", { name: "From the beginning" }));
    expect(dialog.getByRole("heading", { name: /^1 · / })).toBeTruthy();
    await hands.click(dialog.getByRole("button", { name: "Cancel" }));
    await waitFor(() => expect(screen.queryByRole("dialog")).toBeNull());
    expect(places()).toEqual(before);
  });
});
