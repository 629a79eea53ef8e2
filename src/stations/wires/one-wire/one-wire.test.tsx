import { screen, waitFor, within } from "@testing-library/react";
import { demoRig } from "@/demo";
import { showStation } from "../../fixtures/open";
import { WiresStation } from "../wires";

async function opened() {
  const shown = showStation(WiresStation, demoRig("slip-gate"));
  await shown.hands.click(screen.getByRole("button", { name: "One at a time" }));
  const card = await screen.findByRole("dialog");
  return { ...shown, card: within(card) };
}

const placed = (rig: { wires: readonly { placed?: boolean }[] }) =>
  rig.wires.filter((wire) => wire.placed).length;

test("each wire stands alone with both its ends, and what is placed is ticked in the rig", async () => {
  const { card, hands, now, undo } = await opened();
  expect(card.getByRole("heading").textContent).toBe("Power and chip control");
  expect(card.getByText("0 of 26 placed")).toBeTruthy();
  expect(card.getByRole("img", { name: "board 5 V: marked 5V on the board" })).toBeTruthy();
  expect(card.getByRole("img", { name: /^U1 VCC, leg 16: first from the notch/ })).toBeTruthy();
  expect(card.getByText(/^red, \d+ mm/)).toBeTruthy();
  await hands.click(card.getByRole("button", { name: "Placed, next" }));
  expect(card.getByText("1 of 26 placed")).toBeTruthy();
  expect(placed(now())).toBe(1);
  undo();
  await waitFor(() => expect(placed(now())).toBe(0));
});

test("space, arrows, and the key of a foot pedal go on; it stops where power is measured", async () => {
  const { card, hands, now } = await opened();
  await hands.keyboard("{PageDown}{ArrowRight}{ArrowDown}{PageDown}{PageDown}{PageDown}");
  expect(placed(now())).toBe(6);
  expect(card.getByRole("heading", { name: "Stop: measure supply and ground" })).toBeTruthy();
  const readings = within(await card.findByRole("table", { name: "Expected meter readings" }));
  expect(readings.getByRole("row", { name: /U1 VCC, leg 16.* 4\.5 V to 5\.5 V/ })).toBeTruthy();
  await hands.keyboard("{PageDown}");
  expect(card.getByText(/board line 5/)).toBeTruthy();
  await hands.keyboard("{PageUp}");
  expect(card.getByRole("heading", { name: "Stop: measure supply and ground" })).toBeTruthy();
});

test("what was placed before is not asked again; a wire may be skipped, and the end says so", async () => {
  const rig = demoRig("slip-gate");
  const last = rig.wires.at(-1)!.id;
  const { hands } = showStation(WiresStation, {
    ...rig,
    wires: rig.wires.map((wire) => ({ ...wire, placed: wire.id !== last })),
  });
  await hands.click(screen.getByRole("button", { name: "One at a time" }));
  const card = within(await screen.findByRole("dialog"));
  expect(card.getByText("25 of 26 placed")).toBeTruthy();
  await hands.click(card.getByRole("button", { name: "Skip" }));
  for (let more = 0; more < 30 && card.queryByRole("button", { name: "Skip" }); more += 1)
    await hands.click(card.getByRole("button", { name: "Skip" }));
  expect(card.getByText("1 wire was skipped.")).toBeTruthy();
  await hands.click(card.getByRole("button", { name: "Done" }));
  await waitFor(() => expect(screen.queryByRole("dialog")).toBeNull());
});
