import { fireEvent, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { modelOf } from "@/core/address";
import { blankBitmap } from "@/core/dots";
import type { PipName } from "@/core/glyph";
import { asPip } from "@/core/rig";
import { faceShape, type ReadFace } from "@/core/sim";
import { demoRig } from "@/demo";
import { DigitFace, DigitRow, faceDigits, litSegments } from "./";
import { PictureFace } from "./dot-face";
import { RigFace } from "./rig-face";

const stateOf = (segment: string, digit?: number) =>
  document
    .querySelector(`${digit === undefined ? "" : `[data-digit="${digit}"] `}[data-segment="${segment}"]`)
    ?.getAttribute("data-state");

describe("a digit", () => {
  test("is a picture with a name, and each of its segments is lit, dark or unknown", () => {
    render(
      <DigitFace
        colour="red"
        lights={litSegments(["a", "b"], ["g"])}
        height={100}
        label="It shows a corner"
      />,
    );
    expect(screen.getByRole("img", { name: "It shows a corner" })).toBeTruthy();
    expect(["a", "b", "c", "g", "dp"].map((segment) => stateOf(segment))).toEqual([
      "lit",
      "lit",
      "dark",
      "unknown",
      "dark",
    ]);
    expect(stateOf("colon")).toBeUndefined();
    expect(screen.queryByRole("button")).toBeNull();
  });

  test("where segments can be picked each is a button that says its state, by keys as well", async () => {
    const picked: PipName[] = [];
    const hands = userEvent.setup();
    render(
      <DigitFace
        colour="red"
        lights={litSegments(["d"])}
        picked="dp"
        letters
        verb="Flip"
        onPick={(segment) => picked.push(segment)}
        height={100}
        label="digit"
      />,
    );
    await hands.click(screen.getByRole("button", { name: "Flip segment d, lit" }));
    const point = screen.getByRole("button", { name: "Flip point, dark" });
    expect(point.getAttribute("aria-pressed")).toBe("true");
    fireEvent.keyDown(point, { key: "Enter" });
    fireEvent.keyDown(screen.getByRole("button", { name: /segment a/ }), { key: " " });
    fireEvent.keyDown(screen.getByRole("button", { name: /segment b/ }), { key: "x" });
    expect(picked).toEqual(["d", "dp", "a"]);
    expect(document.querySelectorAll("text")).toHaveLength(8);
  });

  test("marks are there where the display has them", () => {
    const has = new Set<PipName>(["a", "colon", "degree", "lamp"]);
    render(<DigitFace colour="blue" lights={litSegments(["colon"])} has={has} height={9} label="marks" />);
    expect(["colon", "degree", "lamp", "a"].map((name) => stateOf(name))).toEqual([
      "lit",
      "dark",
      "dark",
      "dark",
    ]);
    expect(stateOf("b")).toBeUndefined();
  });
});

describe("digits in a row", () => {
  const row = (count: number, lamps = false) =>
    Array.from({ length: count }, (_, at) => ({
      key: `DS${at + 1}.1` as never,
      lights: {},
      ...(lamps ? { has: new Set<PipName>(["a", "lamp"]) } : {}),
    }));
  const sizeOf = () =>
    document.querySelector(".digit-row")!.getAttribute("viewBox")!.split(" ").map(Number) as [
      number,
      number,
      number,
      number,
    ];

  test("stand side by side, and many of them in rows of whole chips", () => {
    const { rerender } = render(<DigitRow colour="red" digits={row(4)} height={90} label="row" />);
    expect(sizeOf()).toEqual([-6, 0, 118 * 3 + 124, 150]);
    rerender(<DigitRow colour="red" digits={row(64)} height={90} label="row" />);
    const [, , width, tall] = sizeOf();
    expect(((width - 124) / 118 + 1) % 8).toBe(0);
    expect(tall).toBe(150 + (64 / ((width - 124) / 118 + 1) - 1) * 172);
  });

  test("lamps have room above their digits", () => {
    render(<DigitRow colour="red" digits={row(2, true)} height={90} label="row" />);
    expect(sizeOf()).toEqual([-6, -28, 118 + 124, 178]);
  });

  test("a pick says which digit it is of", async () => {
    const picked: string[] = [];
    render(
      <DigitRow
        colour="red"
        digits={row(2)}
        height={90}
        label="row"
        onPick={(key, segment) => picked.push(`${key} ${segment}`)}
      />,
    );
    await userEvent.click(screen.getByRole("button", { name: "Pick digit 2 segment g, dark" }));
    expect(picked).toEqual(["DS2.1 g"]);
  });
});

describe("the face of a rig", () => {
  const river = demoRig("river-level");
  const shape = faceShape(modelOf(river));
  const faceOf = (currents: Record<string, number>, unknown: readonly string[] = []): ReadFace =>
    ({
      time: 0,
      ended: false,
      reads: "",
      currents: shape.pips.map((pip) => currents[pip] ?? 0),
      unknown: shape.pips.map((pip) => (unknown.includes(pip) ? 1 : 0)),
    }) as never;

  test("shows each LED by its current: more is brighter, and what cannot be seen is dark", () => {
    const lit = faceDigits(shape, faceOf({ "DS1.1.a": 10, "DS1.1.b": 1, "DS1.1.c": 0.001 }, ["DS1.1.d"]));
    const { a, b, c, d } = lit[0]!.lights as Record<string, { level: number; unknown: boolean }>;
    expect(a!.level).toBeGreaterThan(b!.level);
    expect(b!.level).toBeGreaterThan(0);
    expect(c!.level).toBe(0);
    expect(d).toEqual({ level: 0, unknown: true });
  });

  test("of four digits a pick names digit and segment", async () => {
    const picked: string[] = [];
    render(
      <RigFace
        shape={shape}
        face={faceOf({ "DS1.2.b": 5 })}
        pick={asPip("DS1.2.b")}
        onPick={(pip) => picked.push(pip)}
        height={90}
        label="The simulated display"
      />,
    );
    expect(stateOf("b", 2)).toBe("lit");
    const button = screen.getByRole("button", { name: "Pick digit 2 segment b, lit" });
    expect(button.getAttribute("aria-pressed")).toBe("true");
    await userEvent.click(screen.getByRole("button", { name: "Pick digit 3 point, dark" }));
    expect(picked).toEqual(["DS1.3.dp"]);
  });
});

describe("a picture of dots", () => {
  /** The picture is 80 × 80 on the page, 8 × 8 dots. */
  const show = (given: Partial<Parameters<typeof PictureFace>[0]>) => {
    render(<PictureFace bitmap={blankBitmap(8, 8)} colour="red" height={80} label="dots" {...given} />);
    const picture = screen.getByRole("img", { name: "dots" });
    picture.getBoundingClientRect = () => ({ left: 0, top: 0, width: 80, height: 80 }) as DOMRect;
    picture.setPointerCapture = () => {};
    return picture;
  };
  const at = (x: number, y: number, more = {}) => ({
    clientX: x * 10 + 5,
    clientY: y * 10 + 5,
    button: 0,
    ...more,
  });

  test("a press says which dot it is on; beside the picture, or with another button, none", () => {
    const pressed: number[] = [];
    const picture = show({ onDot: (dot) => pressed.push(dot) });
    fireEvent.pointerDown(picture, at(3, 2));
    fireEvent.pointerDown(picture, at(8, 0));
    fireEvent.pointerDown(picture, at(0, -1));
    fireEvent.pointerDown(picture, at(0, 0, { button: 2 }));
    expect(pressed).toEqual([19]);
  });

  test("a stroke begins with the press, follows the pointer, at the edge too, and ends with it", () => {
    const done: string[] = [];
    const picture = show({
      stroke: {
        begin: (dot: number) => done.push(`begin ${dot}`),
        along: (dot: number) => done.push(`along ${dot}`),
        end: () => done.push("end"),
      } as never,
    });
    fireEvent.pointerMove(picture, at(1, 1));
    fireEvent.pointerDown(picture, at(0, 0));
    fireEvent.pointerMove(picture, at(1, 0));
    fireEvent.pointerMove(picture, at(12, 0));
    fireEvent.pointerUp(picture, at(12, 0));
    fireEvent.pointerMove(picture, at(2, 0));
    expect(done).toEqual(["begin 0", "along 1", "along 7", "end"]);
  });
});
