import { act, fireEvent, render } from "@testing-library/react";
import fc from "fast-check";
import { useRef } from "react";
import { TimeTicks, timeScale } from "./time-axis";
import { useTimeZoom, type TimeRange } from "./use-time-zoom";

describe("the times under a picture", () => {
  const labels = (times: TimeRange, left = 0, right = 900) => {
    const { container, unmount } = render(
      <svg>
        <TimeTicks scale={timeScale(times, left, right)} y={20} />
      </svg>,
    );
    const found = [...container.querySelectorAll("text")].map((one) => ({
      text: one.textContent!,
      x: Number(one.getAttribute("x")),
      anchor: one.getAttribute("text-anchor"),
    }));
    unmount();
    return found;
  };

  test.each<[what: string, times: TimeRange, texts: string[]]>([
    ["from nothing", [0, 10_000_000], ["0", "2 ms", "4 ms", "6 ms", "8 ms", "10 ms"]],
    [
      "within a second",
      [2_500_000_000, 2_500_006_000],
      ["2.5 s", "2.500001 s", "2.500002 s", "2.500003 s", "2.500004 s", "2.500005 s", "2.500006 s"],
    ],
    ["a few nanoseconds", [0, 60], ["0", "10 ns", "20 ns", "30 ns", "40 ns", "50 ns", "60 ns"]],
  ])("%s: round ones, told from each other", (_, times, texts) => {
    const found = labels(times).map(({ text }) => text);
    expect(new Set(found).size).toBe(found.length);
    expect(found).toEqual(texts);
  });

  test("none runs over an edge: those at the ends stand inside", () => {
    const found = labels([0, 10_000_000]);
    expect(found[0]).toMatchObject({ x: 0, anchor: "start" });
    expect(found.at(-1)).toMatchObject({ x: 900, anchor: "end" });
    expect(found.slice(1, -1).every(({ anchor }) => anchor === "middle")).toBe(true);
  });

  test("any stretch of time: places go up with times, within the picture", () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 1e9 }), fc.integer({ min: 20, max: 1e9 }), (from, length) => {
        const found = labels([from, from + length], 50, 800);
        expect(found.length).toBeGreaterThan(1);
        found.slice(1).forEach(({ x }, at) => expect(x).toBeGreaterThan(found[at]!.x));
        expect(found.every(({ x }) => x >= 50 && x <= 800)).toBe(true);
      }),
      { numRuns: 40 },
    );
  });
});

describe("looking closer at a stretch of time", () => {
  const WHOLE: TimeRange = [0, 1000];
  let range: TimeRange = WHOLE;
  let hands: ReturnType<typeof useTimeZoom>;

  function Picture({ now }: { now: TimeRange }) {
    const svg = useRef<SVGSVGElement>(null);
    hands = useTimeZoom({
      svg,
      whole: WHOLE,
      range: now,
      shortest: 50,
      left: 0,
      right: 100,
      onRange: (next) => (range = next),
    });
    return <svg ref={svg} data-testid="picture" />;
  }
  function show(now: TimeRange) {
    range = now;
    const shown = render(<Picture now={now} />);
    const picture = shown.getByTestId("picture") as unknown as SVGSVGElement;
    Object.assign(picture, {
      createSVGPoint: undefined,
      getScreenCTM: () => null,
      getBoundingClientRect: () => ({ left: 0, top: 0, width: 100, height: 50 }) as DOMRect,
    });
    return { ...shown, picture };
  }

  test("closer and wider about its middle, no closer than the shortest and no wider than all there is", () => {
    show([400, 600]);
    act(() => hands.zoomBy(0.5));
    expect(range).toEqual([450, 550]);
    act(() => hands.zoomBy(0.01));
    expect(range[1] - range[0]).toBe(50);
    act(() => hands.zoomBy(100));
    expect(range).toEqual(WHOLE);
  });

  test("along it by a share of what is in sight, and not beyond the ends", () => {
    show([400, 600]);
    act(() => hands.pan(0.5));
    expect(range).toEqual([500, 700]);
    act(() => hands.pan(-10));
    expect(range).toEqual([0, 200]);
    act(() => hands.pan(10));
    expect(range).toEqual([800, 1000]);
  });

  test("by the wheel with a key about the place it is at; without one the page scrolls", () => {
    const { picture } = show(WHOLE);
    fireEvent.wheel(picture, { deltaY: -200, clientX: 25, clientY: 10 });
    expect(range).toEqual(WHOLE);
    fireEvent.wheel(picture, { deltaY: -200, clientX: 25, clientY: 10, ctrlKey: true });
    const [from, to] = range;
    expect(to - from).toBeLessThan(1000);
    // What was a quarter along is so still.
    expect(Math.abs(from + (to - from) / 4 - 250)).toBeLessThan(1);
  });
});
