import { act, render, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { removeWire } from "@/core/rig";
import { demoRig } from "@/demo";
import { prepareShelf } from "@/keep";
import { editRig, holdState, keeper, runCompiled, saveNow, useOpenRig } from "@/store";
import { sentTo, setParams } from "@/ui/fixtures/navigation";
import { RigShell } from "./rig-shell";

/** Opens a rig of the shelf as its address does, with an empty station beside the face. */
async function open(id = "slip-gate", station = "plan") {
  await prepareShelf();
  setParams({ id, station });
  const hands = userEvent.setup();
  const shown = render(
    <RigShell>
      <h1>A station</h1>
    </RigShell>,
  );
  await screen.findByRole("heading", { name: "A station" });
  await waitFor(() => expect(face()).toMatch(/^Face: [^s]/));
  return { hands, ...shown, now: () => useOpenRig.getState().rig! };
}
const face = () => screen.getByLabelText(/^Face: /).getAttribute("aria-label");
const pick = () => useOpenRig.getState().pick;

describe("around every station", () => {
  test("the face runs, is held by Space, goes on step by step, and starts again from power-up", async () => {
    const { hands } = await open();
    expect(screen.getByRole("button", { name: "Pause" })).toBeTruthy();
    await hands.keyboard(" ");
    expect(await screen.findByRole("button", { name: "Run" })).toBeTruthy();
    const before = face();
    await hands.keyboard(".");
    await waitFor(() => expect(face()).not.toBe(before));
    await hands.click(screen.getByRole("button", { name: "Start again from power-up" }));
    await waitFor(() => expect(face()).toMatch(/^Face: (0|unknown|starting)/));
  });

  test("the pip moves from segment to segment by the arrows, its trail with it", async () => {
    const { hands } = await open();
    await waitFor(() => expect(pick()).toBe("DS1.1.a"));
    await hands.keyboard("{ArrowDown}");
    await waitFor(() => expect(pick()).not.toBe("DS1.1.a"));
    const segment = pick()!.split(".")[2]!;
    const trail = screen.getByRole("list", { name: "Trail of the picked pip" });
    await waitFor(() =>
      expect(within(trail).getAllByRole("listitem")[0]!.textContent).toContain(`segment ${segment}`),
    );
  });

  test("stations are gone to by their numbers, and what a rig of digits has not is not gone to", async () => {
    const { hands } = await open();
    const stations = within(screen.getByRole("navigation", { name: "Stations" }));
    expect(stations.getByRole("link", { name: "Plan" }).getAttribute("aria-current")).toBe("page");
    expect(stations.queryByRole("link", { name: "Frames" })).toBeNull();
    await hands.keyboard("2");
    expect(sentTo.at(-1)).toBe("/rig/slip-gate/wires");
    const count = sentTo.length;
    await hands.keyboard("7");
    expect(sentTo).toHaveLength(count);
    await hands.keyboard("0");
    expect(sentTo.at(-1)).toBe("/rig/slip-gate/code");
  });

  test("a hop of the trail leads to its station, its legs marked", async () => {
    const { hands } = await open();
    const trail = await screen.findByRole("list", { name: "Trail of the picked pip" });
    await hands.click(await within(trail).findByRole("button", { name: /U1 QA, leg 15/ }));
    expect(sentTo.at(-1)).toBe("/rig/slip-gate/wires");
    expect(useOpenRig.getState().spot).toContain("U1.15");
  });

  test("while a compiled program runs the trail keeps to the wires, and tells what is measured", async () => {
    await open("river-level");
    const trail = await screen.findByRole("list", { name: "Trail of the picked pip" });
    await waitFor(() => expect(trail.textContent).toMatch(/while lit/));
    act(() => runCompiled({}));
    expect(
      await screen.findByText(/^([\d.]+ [mµ]?A on average|Dark) now, measured on the compiled program\.$/),
    ).toBeTruthy();
    await waitFor(() => expect(trail.textContent).not.toMatch(/while lit|of every|sent \d/));
    expect(trail.textContent).toMatch(/U1 Q/);
    act(() => runCompiled(undefined));
    await waitFor(() => expect(trail.textContent).toMatch(/while lit/));
    expect(screen.queryByText(/measured on the compiled program/)).toBeNull();
  });

  test("an edit is undone and done again by keys and by buttons", async () => {
    const { hands, now } = await open();
    expect(screen.getByRole("button", { name: "Undo" })).toHaveProperty("disabled", true);
    act(() => editRig((rig) => ({ ...rig, note: "by the slip" })));
    await hands.keyboard("{Control>}z{/Control}");
    expect(now().note).toBe(demoRig("slip-gate").note);
    await hands.keyboard("{Control>}{Shift>}z{/Shift}{/Control}");
    expect(now().note).toBe("by the slip");
    await hands.click(screen.getByRole("button", { name: "Undo" }));
    expect(now().note).toBe(demoRig("slip-gate").note);
    await hands.click(screen.getByRole("button", { name: "Redo" }));
    expect(now().note).toBe("by the slip");
    await saveNow();
    act(() => editRig((rig) => ({ ...rig, note: demoRig("slip-gate").note })));
    await saveNow();
  });

  test("the rig is named where its name stands, and the name is stored; an empty one is not taken", async () => {
    const { hands, now } = await open();
    const name = screen.getByRole("textbox", { name: "Name of the rig" });
    await hands.clear(name);
    await hands.type(name, "Upper slip{Enter}");
    expect(now().name).toBe("Upper slip");
    await waitFor(() => expect(screen.getByRole("status", { name: "Saved in this browser" })).toBeTruthy());
    const stored = await keeper().shelfEntries();
    expect(stored.some((entry) => entry.kind === "rig" && entry.rig.name === "Upper slip")).toBe(true);
    await hands.clear(name);
    await hands.tab();
    expect(now().name).toBe("Upper slip");
    act(() => editRig((rig) => ({ ...rig, name: "Slip gate" })));
    await saveNow();
  });

  test("anything is found by what it is called, gone through by arrows, and gone to by Enter", async () => {
    const { hands } = await open();
    await hands.keyboard("/");
    const query = await screen.findByRole("combobox", { name: "What to find" });
    await hands.type(query, "leg 12");
    const list = within(screen.getByRole("listbox", { name: "Found" }));
    expect(list.getByRole("option", { selected: true }).textContent).toContain("U1 RCLK, leg 12");
    await hands.clear(query);
    await hands.type(query, "R");
    const options = list.getAllByRole("option");
    await hands.keyboard("{ArrowDown}{ArrowDown}{ArrowUp}");
    expect(list.getByRole("option", { selected: true })).toBe(options[1]);
    await hands.clear(query);
    await hands.type(query, "quaver");
    expect(list.queryAllByRole("option")).toHaveLength(0);
    await hands.keyboard("{Enter}");
    expect(screen.getByText(/^Nothing is called that here/)).toBeTruthy();
    await hands.clear(query);
    await hands.type(query, "0x5B");
    await waitFor(() =>
      expect(list.getAllByRole("option")[0]!.textContent).toContain("reads 2 on this wiring"),
    );
    await hands.keyboard("{Enter}");
    expect(sentTo.at(-1)).toBe("/rig/slip-gate/glyphs");
  });

  test("the keys are listed, the face is blown up, and both are left again", async () => {
    const { hands } = await open();
    await hands.keyboard("?");
    expect((await screen.findByRole("dialog")).textContent).toContain("go to Wires");
    await hands.keyboard("{Escape}");
    await waitFor(() => expect(screen.queryByRole("dialog")).toBeNull());
    await hands.keyboard("f");
    const large = await screen.findByRole("dialog", { name: "The face, large" });
    await hands.click(within(large).getByRole("button", { name: "Close" }));
    await waitFor(() => expect(screen.queryByRole("dialog")).toBeNull());
  });

  test("a fault is counted, said with what to do, and leads to where it is", async () => {
    const { hands } = await open();
    act(() => editRig((rig) => removeWire(rig, "segment-b")));
    await waitFor(() => expect(document.querySelector(".side-findings")!.textContent).toMatch(/1 fault/), {
      timeout: 20_000,
    });
    await hands.click(document.querySelector<HTMLButtonElement>(".side-findings button")!);
    const dialog = within(await screen.findByRole("dialog", { name: "Findings" }));
    await hands.click(dialog.getAllByRole("button", { name: /show|wires/i })[0]!);
    expect(sentTo.at(-1)).toBe("/rig/slip-gate/wires");
    expect(pick()).toBe("DS1.1.b");
    act(() => editRig(() => demoRig("slip-gate")));
    await saveNow();
  }, 30_000);

  test("one state held is said on the face, with the way back to the show", async () => {
    const { hands } = await open();
    act(() => holdState({ bytes: [0x7f], levels: {}, steps: {} }));
    await hands.click(await screen.findByRole("button", { name: /one state held/ }));
    expect(useOpenRig.getState().held).toBeUndefined();
  });
});

test("a rig that is not in this browser says so, and leads to the shelf", async () => {
  await prepareShelf();
  setParams({ id: "none", station: "plan" });
  render(
    <RigShell>
      <h1>A station</h1>
    </RigShell>,
  );
  expect(await screen.findByRole("heading", { name: "There is no such rig in this browser" })).toBeTruthy();
  expect(screen.getByRole("link", { name: "To the shelf" }).getAttribute("href")).toBe("/");
});
