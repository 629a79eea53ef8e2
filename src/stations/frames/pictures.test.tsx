import { screen, within } from "@testing-library/react";
import { bitmapFromHex, bitmapRows, type PictureScene } from "@/core/dots";
import { demoRig } from "@/demo";
import { useOpenRig } from "@/store";
import { showStation } from "../fixtures/open";
import { FramesStation } from "./frames";

const wind = demoRig("wind-arrow");

/** The chosen pictures as rows of dots, and hands for them. */
function draw() {
  const shown = showStation(FramesStation, wind);
  const scene = () => shown.now().sign!.scenes[0] as PictureScene;
  const rows = (at = 0) => {
    const { frames, width, height } = scene();
    return bitmapRows(bitmapFromHex(frames[at]!.dots, width, height)!);
  };
  const tools = within(screen.getByRole("toolbar", { name: "Drawing" }));
  const tool = (name: string) => shown.hands.click(tools.getByRole("button", { name }));
  return { ...shown, scene, rows, tool, tools };
}

const upsideDown = (rows: readonly string[]) => [...rows].reverse();
const fromTheRight = (rows: readonly string[]) => rows.map((row) => [...row].reverse().join(""));

describe("pictures", () => {
  test("a picture is mirrored, inverted, shifted around its edges and cleared; each is a step of undo", async () => {
    const { rows, tool, undo } = draw();
    const arrow = rows();
    await tool("Mirror top for bottom");
    expect(rows()).toEqual(upsideDown(arrow));
    await tool("Mirror left for right");
    expect(rows()).toEqual(fromTheRight(upsideDown(arrow)));
    undo();
    undo();
    await tool("Shift down");
    expect(rows()).toEqual([arrow.at(-1), ...arrow.slice(0, -1)]);
    await tool("Shift up");
    await tool("Shift right");
    expect(rows()).toEqual(arrow.map((row) => row.at(-1)! + row.slice(0, -1)));
    await tool("Shift left");
    expect(rows()).toEqual(arrow);
    await tool("Invert");
    const lit = (list: readonly string[]) => list.join("").split(arrow[0]![0]!).length;
    expect(lit(rows())).not.toBe(lit(arrow));
    await tool("Clear");
    expect(new Set(rows().join("")).size).toBe(1);
  });

  test("the letters on the tools do the same, unless one types in a field", async () => {
    const { hands, rows, scene, now } = draw();
    const arrow = rows();
    screen.getByRole("application", { name: /^Picture 1 of 16/ }).focus();
    await hands.keyboard("v");
    expect(rows()).toEqual(upsideDown(arrow));
    await hands.keyboard("c");
    expect(scene().frames).toHaveLength(17);
    await hands.keyboard("{Control>}x{/Control}");
    expect(rows(1)).toEqual(upsideDown(arrow));
    const name = screen.getByRole("textbox", { name: "Name" });
    await hands.clear(name);
    await hands.type(name, "vanes{Enter}");
    expect(scene().name).toBe("vanes");
    expect(now().sign!.scenes).toHaveLength(1);
  });

  test("a copy stands behind the picture in hand with its time; a picture is taken out, the last one stays", async () => {
    const { hands, scene, tool, tools, edit } = draw();
    const before = scene().frames;
    await hands.click(screen.getByRole("button", { name: /^Picture 3, / }));
    await tool("Copy this picture behind it");
    expect(scene().frames).toEqual([...before.slice(0, 3), before[2], ...before.slice(3)]);
    expect(screen.getByRole("button", { name: /^Picture 4, / }).getAttribute("aria-pressed")).toBe("true");
    await tool("Delete this picture");
    expect(scene().frames).toEqual(before);
    edit((rig) => ({ ...rig, sign: { ...rig.sign!, scenes: [{ ...scene(), frames: before.slice(0, 1) }] } }));
    expect(
      await tools.findByRole<HTMLButtonElement>("button", { name: "Delete this picture", hidden: false }),
    ).toHaveProperty("disabled", true);
  });

  test("a picture has a time of its own; one that cannot be is refused with what can be", async () => {
    const { hands, scene } = draw();
    await hands.click(screen.getByRole("button", { name: /^Picture 2, / }));
    const time = screen.getByRole("textbox", { name: "Time for this picture" });
    await hands.clear(time);
    await hands.type(time, "0.25{Enter}");
    expect(
      scene()
        .frames.map((frame) => frame.time)
        .slice(0, 3),
    ).toEqual([600, 250, 600]);
    await hands.clear(time);
    await hands.type(time, "1 h{Enter}");
    expect(await screen.findByRole("alert")).toBeTruthy();
    expect(scene().frames[1]!.time).toBe(250);
  });

  test("filling fills what hangs together, and drawing is what a press does otherwise", async () => {
    const { hands, rows, tool } = draw();
    await tool("Clear");
    const dark = rows()[0]![0]!;
    await tool("Fill");
    screen.getByRole("application", { name: /^Picture 1 of 16/ }).focus();
    await hands.keyboard(" ");
    expect(rows().join("")).not.toContain(dark);
    await tool("Draw");
    screen.getByRole("application", { name: /^Picture 1 of 16/ }).focus();
    await hands.keyboard("{ArrowRight} ");
    expect(rows().join("").split(dark)).toHaveLength(2);
  });

  test("the dot that is pressed is the LED that is picked", async () => {
    const { hands } = draw();
    screen.getByRole("application", { name: /^Picture 1 of 16/ }).focus();
    await hands.keyboard("{ArrowRight}{ArrowDown} ");
    expect(useOpenRig.getState().pick).toBe("DS1.2.c2");
  });
});
