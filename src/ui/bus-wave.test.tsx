import { fireEvent, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { useState } from "react";
import { BusWave, type Lane, type Stretch } from "./bus-wave";

const WHOLE = [0, 100_000] as const;
const clock: Lane = {
  name: "clock",
  title: "line 9",
  changes: Array.from({ length: 40 }, (_, at) => ({ at: at * 2500, level: at % 2 })),
};
const data: Lane = {
  name: "data",
  changes: [
    { at: 0, level: 0 },
    { at: 40_000, level: 1 },
  ],
};
const bits: Stretch[] = [
  { from: 40_000, to: 45_000, label: "1", says: "Bit 1, 1", onPick: () => picked.push("first") },
  { from: 45_000, to: 50_000, label: "0", says: "Bit 2, 0", onPick: () => picked.push("second") },
];
const picked: string[] = [];
const seen: Array<readonly [number, number]> = [];
const moments: number[] = [];

function Shown() {
  const [range, setRange] = useState<readonly [number, number]>(WHOLE);
  return (
    <BusWave
      label="Lines"
      lanes={[clock, data]}
      writes={[{ from: 10_000, to: 60_000, label: "a write with a long name" }]}
      bits={bits}
      samples={clock.changes.filter(({ level }) => level === 1).map(({ at }) => at)}
      steady={{ setup: 20, hold: 5 }}
      whole={WHOLE}
      range={range}
      onRange={(next) => (seen.push(next), setRange(next))}
      onMoment={(time) => moments.push(time)}
    />
  );
}

/** Shows the lines in a window of 1000 by 140, so that a place is a drawing unit. */
function show() {
  for (const list of [picked, seen, moments]) list.length = 0;
  render(<Shown />);
  const svg = screen.getByRole("group", { name: "Lines" });
  const box = { left: 0, top: 0, width: 1000, height: 140, right: 1000, bottom: 140 };
  svg.getBoundingClientRect = () => box as DOMRect;
  return { hands: userEvent.setup(), svg };
}
/** The place of a moment while all is in sight: the picture begins at 84. */
const placeOf = (time: number) => 84 + (916 * time) / 100_000;
const ticks = () => [...document.querySelectorAll(".time-ticks text")].map(({ textContent }) => textContent);

test("the times under it are round ones, and follow what is in sight", async () => {
  const { hands } = show();
  expect(ticks()).toEqual(["0", "20 µs", "40 µs", "60 µs", "80 µs", "100 µs"]);
  await hands.click(screen.getByRole("button", { name: "Closer" }));
  expect(seen.at(-1)).toEqual([25_000, 75_000]);
  expect(ticks()).toEqual(["30 µs", "40 µs", "50 µs", "60 µs", "70 µs"]);
});

test("buttons go along and back, never beyond what there is, and never closer than can be told apart", async () => {
  const { hands } = show();
  const press = (name: string) => hands.click(screen.getByRole("button", { name }));
  await press("Closer");
  await press("Earlier");
  expect(seen.at(-1)).toEqual([0, 50_000]);
  await press("Earlier");
  expect(seen.at(-1)).toEqual([0, 50_000]);
  for (let times = 0; times < 4; times += 1) await press("Later");
  expect(seen.at(-1)).toEqual([50_000, 100_000]);
  for (let times = 0; times < 20; times += 1) await press("Closer");
  const [from, to] = seen.at(-1)!;
  expect(to - from).toBeCloseTo(200, 6);
  await press("All of it");
  expect(seen.at(-1)).toEqual(WHOLE);
  await press("Farther");
  expect(seen.at(-1)).toEqual(WHOLE);
});

test("the wheel zooms about the pointer with a key held, and is the page's without", () => {
  const { svg } = show();
  fireEvent.wheel(svg, { deltaY: -200, clientX: placeOf(40_000), clientY: 50 });
  expect(seen).toEqual([]);
  fireEvent.wheel(svg, { deltaY: -200, clientX: placeOf(40_000), clientY: 50, shiftKey: true });
  const [from, to] = seen.at(-1)!;
  expect(to - from).toBeLessThan(100_000);
  expect((40_000 - from) / (to - from)).toBeCloseTo(0.4, 3);
});

test("dragging moves along what is zoomed, and is no click", async () => {
  const { hands, svg } = show();
  await hands.click(screen.getByRole("button", { name: "Closer" }));
  fireEvent.mouseDown(svg, { clientX: 500, clientY: 50, button: 0, view: window });
  fireEvent.mouseMove(window, { clientX: 500 - 91.6, clientY: 50, view: window });
  fireEvent.mouseUp(window, { clientX: 500 - 91.6, clientY: 50, view: window });
  const [from, to] = seen.at(-1)!;
  expect(from).toBeCloseTo(30_000, 0);
  expect(to).toBeCloseTo(80_000, 0);
  // The click that ends a drag is kept from the page for a moment.
  fireEvent.click(svg, { clientX: 500 });
  expect(moments).toEqual([]);
  await new Promise((resolve) => setTimeout(resolve, 10));
});

test("two clicks set two cursors and say how far they are apart; a click on a bit picks what it serves", () => {
  const { svg } = show();
  fireEvent.click(svg, { clientX: placeOf(20_000) });
  fireEvent.click(svg, { clientX: placeOf(42_000) });
  expect(document.querySelector(".tabular")!.textContent).toMatch(/22 µs apart, 45\.5 kHz/);
  expect(moments.map(Math.round)).toEqual([20_000, 42_000]);
  expect(picked).toEqual(["first"]);
});

test("a line that changes too often to be told apart is a band; a name that has no room is cut", () => {
  const many: Lane = {
    name: "noise",
    changes: Array.from({ length: 4000 }, (_, at) => ({ at, level: at % 2 })),
  };
  render(
    <BusWave
      label="Noise"
      lanes={[many]}
      writes={[{ from: 0, to: 120, label: "a name that is much too long" }]}
      bits={[]}
      samples={[]}
      whole={[0, 4000]}
      range={[0, 4000]}
      onRange={() => {}}
    />,
  );
  const picture = screen.getByRole("img", { name: "Noise" });
  expect(picture.querySelectorAll(".bus-band")).toHaveLength(1);
  expect(picture.querySelector(".bus-write text")!.textContent).toMatch(/^a n?.*…$/);
});
