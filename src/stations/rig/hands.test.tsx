import { act, fireEvent, render, screen, waitFor, within } from "@testing-library/react";
import { modelOf } from "@/core/address";
import { wireUp } from "@/core/inputs";
import { demoRig, plainDemoRig } from "@/demo";
import { startWith } from "@/core/live";
import type { Rig } from "@/core/rig";
import { useMessages, useOpenRig } from "@/store";
import { useSimulation } from "@/ui";
import { openInPlace } from "../fixtures/open";
import { Hands } from "./hands";

function Beside() {
  const rig = useOpenRig((state) => state.rig);
  const simulation = useSimulation("hands", rig);
  return (
    <>
      <output data-testid="reads">{simulation.face?.reads.trim()}</output>
      <output data-testid="time">{simulation.face?.time}</output>
      <Hands simulation={simulation} />
    </>
  );
}
function show(rig: Rig) {
  openInPlace(rig);
  render(<Beside />);
}
const reads = () => screen.getByTestId("reads").textContent;
/** Lets simulated time pass until contacts have come to rest. */
async function rest(): Promise<void> {
  const time = () => Number(screen.getByTestId("time").textContent);
  const from = time();
  await waitFor(() => expect(time()).toBeGreaterThan(from + 200e6), soon);
}
const soon = { timeout: 20_000 };

test("a button is pressed for as long as it is held: the face counts, and the moves are kept as a tape", async () => {
  show(demoRig("lap-bell"));
  const button = await screen.findByRole("button", { name: "SW1" }, soon);
  expect(button.title).toBe("SW1 pressed: lapsToGo down by 1, not below 0");
  await waitFor(() => expect(reads()).toBe("12"), soon);
  fireEvent.pointerDown(button, { pointerId: 1 });
  await waitFor(() => expect(button.getAttribute("aria-pressed")).toBe("true"), soon);
  await waitFor(() => expect(reads()).toBe("11"), soon);
  fireEvent.pointerUp(button, { pointerId: 1 });
  await waitFor(() => expect(button.getAttribute("aria-pressed")).toBe("false"), soon);
  expect(reads()).toBe("11");
  fireEvent.click(await screen.findByRole("button", { name: "Keep these moves as a tape" }));
  const tapes = useOpenRig.getState().rig!.tapes!;
  expect(tapes).toHaveLength(3);
  expect(tapes[2]!.items.map((item) => Object.keys(item).find((key) => key !== "at"))).toEqual([
    "press",
    "release",
  ]);
  expect(useMessages.getState().messages.at(-1)?.text).toMatch(/^Tape 3 is kept/);
});

test("its letter presses it too, and Space on it", async () => {
  show(demoRig("lap-bell"));
  const button = await screen.findByRole("button", { name: "SW1" }, soon);
  await waitFor(() => expect(reads()).toBe("12"), soon);
  fireEvent.keyDown(document, { key: "q", code: "KeyQ" });
  await waitFor(() => expect(reads()).toBe("11"), soon);
  fireEvent.keyUp(document, { key: "q", code: "KeyQ" });
  await rest();
  act(() => button.focus());
  fireEvent.keyDown(button, { key: " " });
  await waitFor(() => expect(reads()).toBe("10"), soon);
  fireEvent.keyUp(button, { key: " " });
});

test("a knob is turned, and what it switches says so", async () => {
  const made = startWith(demoRig("slip-gate"), "knob");
  if (!made.ok) throw new Error(made.message);
  show(made.rig);
  const slider = await screen.findByRole("slider", { name: /RV1 turned to/ }, soon);
  fireEvent.change(slider, { target: { value: "81" } });
  await waitFor(() => expect(reads()).toBe("8"), soon);
  expect(screen.getByText("81.0 %")).toBeTruthy();
});

test("the power is cut: what was not kept yet is lost, and the cut is on the tape", async () => {
  show(demoRig("lap-bell"));
  const button = await screen.findByRole("button", { name: "SW1" }, soon);
  await waitFor(() => expect(reads()).toBe("12"), soon);
  fireEvent.pointerDown(button, { pointerId: 1 });
  await waitFor(() => expect(reads()).toBe("11"), soon);
  fireEvent.pointerUp(button, { pointerId: 1 });
  await waitFor(() => expect(screen.getByText("2 moves since power-up")).toBeTruthy(), soon);
  fireEvent.click(screen.getByRole("button", { name: "Cut the power briefly" }));
  await waitFor(() => expect(screen.getByText("3 moves since power-up")).toBeTruthy(), soon);
  await waitFor(() => expect(reads()).toMatch(/^1[12]$/), soon);
});

test("a rig that only shows a list has no hands", () => {
  show(demoRig("slip-gate"));
  expect(screen.queryByRole("region", { name: "Controls of the rig" })).toBeNull();
});

test("a keypad has its keys as they lie, and each types", async () => {
  show(demoRig("berth-board"));
  const pad = await screen.findByRole("group", { name: "Keys of KP1" }, soon);
  const key = (face: string) => within(pad).getByRole("button", { name: face });
  expect(
    within(pad)
      .getAllByRole("button")
      .map(({ textContent }) => textContent),
  ).toEqual(Array.from("123A456B789C*0#D"));
  expect(key("1").title).toBe(
    "KP1 key 1 pressed: digit 1 into berth; KP1 key 1 pressed: digit 1 into nights",
  );
  expect(key("D").title).toBe("KP1 key D: nothing is bound to it");
  await waitFor(() => expect(reads()).toBe("01.01"), soon);
  fireEvent.pointerDown(key("7"), { pointerId: 1 });
  await waitFor(() => expect(key("7").getAttribute("aria-pressed")).toBe("true"), soon);
  await waitFor(() => expect(reads()).toBe("7"), soon);
  fireEvent.pointerUp(key("7"), { pointerId: 1 });
  await rest();
  fireEvent.pointerDown(key("A"), { pointerId: 1 });
  await waitFor(() => expect(reads()).toBe("07.01"), soon);
  fireEvent.pointerUp(key("A"), { pointerId: 1 });
  fireEvent.click(await screen.findByRole("button", { name: "Keep these moves as a tape" }));
  expect(useOpenRig.getState().rig!.tapes!.at(-1)!.items[0]).toMatchObject({ press: "KP1", key: "7" });
});

test("lines are sent and answered: at once, late, torn", async () => {
  const made = startWith(plainDemoRig("lock-gauge"), "message");
  if (!made.ok) throw new Error(made.message);
  show(made.rig);
  const field = await screen.findByRole("textbox", { name: "Serial line" }, soon);
  const send = (text: string) => {
    fireEvent.change(field, { target: { value: text } });
    fireEvent.click(screen.getByRole("button", { name: "Send" }));
  };
  const answers = () => screen.queryByRole("list", { name: "Answers" })?.textContent;
  // On seven segments an O is a 0.
  await waitFor(() => expect(reads()).toBe("HELL0"), soon);
  send("12.5");
  await waitFor(() => expect(reads()).toBe("12.5"), soon);
  expect(answers()).toBe("shown");
  fireEvent.change(screen.getByRole("combobox", { name: "Comes" }), { target: { value: "torn" } });
  send("never");
  await waitFor(() => expect(answers()).toBe("showncut off: no end of line within a second"), soon);
  expect(reads()).toBe("12.5");
});

test("an encoder is turned step by step", async () => {
  const plain = plainDemoRig("lock-gauge");
  const wired = wireUp(modelOf(plain), "rotary-encoder");
  if (!wired.ok) throw new Error(wired.message);
  show({
    ...wired.rig,
    live: {
      values: [{ name: "level", count: { least: 0, most: 99, start: 5, wraps: false } }],
      faces: [{ shows: "{level}" }],
      controls: [{ unit: wired.ref, on: "turn-right", does: { step: 1, value: "level" } }],
      events: [],
      debounce: { way: "states", ms: 20 },
      digits: "divide",
    },
  });
  const right = await screen.findByRole("button", { name: "RE1 a step to the right" }, soon);
  await waitFor(() => expect(reads()).toBe("5"), soon);
  fireEvent.click(right);
  await waitFor(() => expect(reads()).toBe("6"), soon);
  fireEvent.click(screen.getByRole("button", { name: "RE1 a step to the left" }));
  await rest();
  expect(reads()).toBe("6");
});
