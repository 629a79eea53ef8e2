import { screen, within } from "@testing-library/react";
import { partsList, outsideOf } from "@/core/rig";
import { demoRig } from "@/demo";
import { showStation } from "../fixtures/open";
import { RigSheet } from "./rig-sheet";

describe("a rig on paper", () => {
  const river = demoRig("river-level");

  test("every kind of part once, with its count", async () => {
    showStation(RigSheet, river);
    const table = within(await screen.findByRole("table", { name: "Parts" }, { timeout: 20_000 }));
    const parts = partsList(river);
    expect(table.getAllByRole("row")).toHaveLength(1 + parts.length);
    for (const { count, what } of parts)
      expect(table.getByText(what).closest("tr")!.textContent).toMatch(new RegExp(`^${count}`));
  });

  test("every wire once, under its group, and the stop where power is all there", async () => {
    const begun = { ...river, wires: river.wires.map((wire, at) => ({ ...wire, placed: at < 3 })) };
    showStation(RigSheet, begun);
    await screen.findByText("Wires, in the order to place them");
    const table = within(screen.getAllByRole("table").find((one) => within(one).queryByText("Placed"))!);
    const wires = outsideOf(begun).wires;
    expect(table.getAllByText(/^[☐☑]$/)).toHaveLength(wires.length);
    expect(table.getAllByText("☑")).toHaveLength(3);
    const rows = table.getAllByRole("row").map(({ textContent }) => textContent!);
    const stop = rows.findIndex((row) => row.startsWith("Stop:"));
    expect(rows[1]).toBe("Power and chip control");
    expect(rows[stop + 1]).toBe("Lines from the board");
  });

  test("what is unticked is left out, and stands where it stood when it is ticked again", async () => {
    const { hands } = showStation(RigSheet, river);
    await screen.findByText("Wires, in the order to place them");
    const heads = () => screen.getAllByRole("heading", { level: 2 }).map(({ textContent }) => textContent);
    const all = heads();
    await hands.click(screen.getByRole("checkbox", { name: "Wires" }));
    await hands.click(screen.getByRole("checkbox", { name: "Program" }));
    expect(heads()).toEqual(all.filter((head) => !/^(Wires|Program)/.test(head!)));
    await hands.click(screen.getByRole("checkbox", { name: "Wires" }));
    await hands.click(screen.getByRole("checkbox", { name: "Program" }));
    expect(heads()).toEqual(all);
  });
});
