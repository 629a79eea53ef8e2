import { act, fireEvent, screen, within } from "@testing-library/react";
import { gridOf, modelOf } from "@/core/address";
import { readingTime } from "@/core/frames";
import { sceneFrames } from "@/core/dots";
import { fontById, LIMITS, type Rig } from "@/core/rig";
import { signRun } from "@/core/show";
import { demoRig, plainDemoRig } from "@/demo";
import { useOpenRig } from "@/store";
import { showStation } from "../fixtures/open";
import { FramesStation } from "./frames";

const tide = plainDemoRig("tide-notice");
const wind = demoRig("wind-arrow");
const run = () => within(screen.getByRole("region", { name: "The run" }));
const place = () => Number(/^Frame (\d+) of/.exec(run().getByText(/^Frame \d+ of \d+$/).textContent!)![1]);
const framesOf = (rig: Rig) => {
  const { width, height } = gridOf(modelOf(rig))!;
  return signRun(rig, width, height).frames;
};

describe("the run", () => {
  test("is gone through frame by frame, from the last on to the first", async () => {
    const { hands } = showStation(FramesStation, wind);
    const count = framesOf(wind).length;
    const slider = run().getByRole<HTMLInputElement>("slider", { name: "Frame of the run" });
    fireEvent.change(slider, { target: { value: String(count - 1) } });
    expect(place()).toBe(count);
    await hands.click(run().getByRole("button", { name: "Frame after" }));
    expect(place()).toBe(1);
    await hands.click(run().getByRole("button", { name: "Frame before" }));
    expect(place()).toBe(count);
  });

  test("opens where the scene in hand shows something, and takes the scene along that it comes to", async () => {
    const { hands } = showStation(FramesStation, tide);
    const frames = framesOf(tide);
    expect(frames[place() - 1]!.bitmap().dots.some((dot) => dot === 1)).toBe(true);
    const queue = within(screen.getByRole("region", { name: "Sequence of scenes" }));
    const scenes = queue.getAllByRole("button", { pressed: false });
    await hands.click(scenes[0]!);
    const chosen = frames[place() - 1]!.scene;
    expect(chosen).toBeGreaterThan(0);
    const first = frames.findIndex(({ scene }) => scene === 0);
    fireEvent.change(run().getByRole("slider"), { target: { value: String(first) } });
    expect(queue.getAllByRole("button", { pressed: true })[0]!.textContent).not.toBe(scenes[0]!.textContent);
  });

  test("a frame can be held on the face, and the next one be seen through it", async () => {
    const { hands } = showStation(FramesStation, wind);
    await hands.click(run().getByRole("button", { name: "Hold it on the face" }));
    const held = useOpenRig.getState().held;
    expect(held).toEqual(framesOf(wind)[place() - 1]!.bitmap());
    const onion = run().getByRole<HTMLInputElement>("checkbox", { name: "next frame shown faintly" });
    await hands.click(onion);
    expect(onion.checked).toBe(true);
  });
});

describe("the queue", () => {
  const queue = () => within(screen.getByRole("region", { name: "Sequence of scenes" }));
  const titles = (rig: Rig) =>
    rig.sign!.scenes.map((scene) => (scene.kind === "text" ? scene.text : scene.name));

  test("a text, or pictures, comes behind the scene in hand, and is in hand then", async () => {
    const { hands, now, undo } = showStation(FramesStation, tide);
    const before = titles(tide);
    await hands.click(queue().getByRole("button", { name: "Text" }));
    expect(titles(now())).toEqual([before[0], "new text", ...before.slice(1)]);
    expect(queue().getAllByRole("button", { pressed: true })[0]!.textContent).toMatch(/^new text/);
    await hands.click(queue().getByRole("button", { name: "Pictures" }));
    expect(titles(now()).slice(0, 3)).toEqual([before[0], "new text", "pictures"]);
    expect(await screen.findByRole("region", { name: "The chosen pictures" })).toBeTruthy();
    undo();
    undo();
    expect(now()).toEqual(tide);
  });

  test("a scene is copied behind itself, and taken out; with none left it says what to do", async () => {
    const { hands, now } = showStation(FramesStation, wind);
    const [only] = titles(wind);
    await hands.click(queue().getByRole("button", { name: `Copy ${only}` }));
    expect(now().sign!.scenes).toEqual([wind.sign!.scenes[0], wind.sign!.scenes[0]]);
    for (const _ of now().sign!.scenes)
      await hands.click(queue().getAllByRole("button", { name: `Delete ${only}` })[0]!);
    expect(now().sign!.scenes).toEqual([]);
    expect(queue().getByText("Nothing yet: add a text or pictures.")).toBeTruthy();
    await hands.click(queue().getByRole("button", { name: "Text" }));
    expect(titles(now())).toEqual(["new text"]);
  });

  test("no more scenes are taken than a rig keeps", () => {
    const [scene] = wind.sign!.scenes;
    const full = {
      ...wind,
      sign: { ...wind.sign!, scenes: Array.from({ length: LIMITS.scenes }, () => scene!) },
    };
    showStation(FramesStation, full);
    for (const name of ["Text", "Pictures"])
      expect(queue().getByRole<HTMLButtonElement>("button", { name }).disabled).toBe(true);
    expect(queue().queryByRole("button", { name: /^Copy/ })).toBeNull();
  });
});

describe("a text that runs", () => {
  const editor = () => within(screen.getByRole("region", { name: "The chosen text" }));
  const text = (rig: Rig) => {
    const scene = rig.sign!.scenes.find(({ kind }) => kind === "text")!;
    if (scene.kind !== "text") throw new Error("no text");
    return scene;
  };
  async function textOf(rig: Rig) {
    const shown = showStation(FramesStation, rig);
    const type = async (label: string | RegExp, value: string) => {
      const field = editor().getByRole("textbox", { name: label });
      await shown.hands.clear(field);
      await shown.hands.type(field, `${value}{Enter}`);
    };
    return { ...shown, type, scene: () => text(shown.now()) };
  }

  test("its pace is set by the step or by the rate, and both say the same", async () => {
    const { type, scene } = await textOf(tide);
    await type("Time per column", "50 ms");
    expect(scene().step).toBe(50);
    const rate = editor().getByRole<HTMLInputElement>("textbox", { name: "Columns per second" });
    expect(rate.value).toBe("20");
    await type("Columns per second", "12,5");
    expect(scene().step).toBe(80);
    await type("Columns per second", "0");
    expect(scene().step).toBe(80);
    expect(editor().getByRole("alert").textContent).toMatch(/^up to /);
  });

  test("how it reads is what the core reckons, and a passer-by is as fast as one says", async () => {
    const { type, scene } = await textOf(tide);
    const { width, height } = gridOf(modelOf(tide))!;
    const font = fontById(tide, scene().font);
    const says = readingTime(scene(), sceneFrames(scene(), width, height, font), width, scene().step)!;
    expect(await editor().findByText(/letters a second$/)).toBeTruthy();
    expect(says.lettersPerSecond).toBeGreaterThan(0);
    const letters = () => Number(/(\d+) letters$/.exec(editor().getByText(/^\d+ letters$/).textContent!)![1]);
    const walking = letters();
    await type("m/s", "8");
    expect(letters()).toBeLessThan(walking);
    await type("m/s", "nobody");
    expect(editor().getByText("up to 40")).toBeTruthy();
  });

  test("too quick for the board says what it comes to, and a press asks for what it can", async () => {
    const { type, scene, hands } = await textOf(tide);
    await type("Time per column", "5 ms");
    const ask = await editor().findByRole("button", { name: /^ask for \d+ ms$/ });
    const can = Number(/\d+/.exec(ask.textContent!)![0]);
    await hands.click(ask);
    expect(scene().step).toBe(can);
  });

  test("steps that beat with the scan are told, and a press makes them even", async () => {
    const lettered = { ...wind, sign: { ...wind.sign!, scenes: [{ ...text(tide), step: 40 }] } };
    const { hands, scene, type } = await textOf(lettered);
    await type("Time per column", "33 ms");
    expect(await editor().findByText(/^Steps last \d+ or \d+ scan cycles: \d+ % uneven\.$/)).toBeTruthy();
    const [even] = await editor().findAllByRole("button", { name: /^[\d.]+ ms$/ });
    await hands.click(even!);
    expect(scene().step).toBe(Number.parseFloat(even!.textContent!));
    expect(await editor().findByText(/^Every step lasts \d+ scan cycles: even\.$/)).toBeTruthy();
  });

  test("characters its font lacks are named with what stands for them", async () => {
    const { scene, edit, now } = await textOf(tide);
    const at = now().sign!.scenes.findIndex(({ kind }) => kind === "text");
    act(() =>
      edit((rig) => ({
        ...rig,
        sign: {
          ...rig.sign!,
          scenes: rig.sign!.scenes.map((one, index) => (index === at ? { ...scene(), text: "ТIDE ♞" } : one)),
        },
      })),
    );
    const lacks = await editor().findByText(/ lacks \d+ characters?\./);
    expect(lacks.closest("p")!.textContent).toMatch(/♞ a box/);
  });

  test("dark on lit, and following itself, are switches; one is offered only where it runs across", async () => {
    const { hands, scene } = await textOf(tide);
    await hands.click(editor().getByRole("checkbox", { name: "Inverted (dark on lit)" }));
    expect(scene().inverted).toBe(true);
    const seamless = /^Loop without a blank gap/;
    await hands.click(editor().getByRole("checkbox", { name: seamless }));
    expect(scene().seamless).toBe(!text(tide).seamless);
    await hands.selectOptions(editor().getByRole("combobox", { name: "Motion" }), "hold");
    expect(editor().queryByRole("checkbox", { name: seamless })).toBeNull();
    expect(editor().getByRole("textbox", { name: "Time each" })).toBeTruthy();
  });
});
