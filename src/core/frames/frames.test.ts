import fc from "fast-check";
import { demoRig, plainDemoRig } from "@/demo";
import { modelOf } from "../address";
import {
  ORIENTATIONS,
  USUAL_TEXT_SCENE,
  bitmapHex,
  bitmapOf,
  builtInFont,
  sceneFrames,
  type Scene,
} from "../dots";
import { checkModel } from "../check";
import { exportFrames } from "../pictures";
import { buildProgram, runProgram, scanPeriod } from "../program";
import {
  USUAL_LAYOUT,
  controllerById,
  dotModules,
  laidOut,
  relay,
  withoutModule,
  type LayoutChoice,
  type Rig,
} from "../rig";
import { findModulePicture, guessMapping, inspectCapture, surveyCapture, vcdOf, wantedLines } from "../trace";
import {
  STARTS,
  beatOf,
  framesAsBinary,
  framesAsC,
  framesAsJson,
  layoutsFrom,
  looksOf,
  orientationsFrom,
  passerBy,
  probePicture,
  readingTime,
  signCost,
  signPace,
  tearingOf,
  tellsWhichWay,
  runFrames,
} from ".";

/** A chain of four that starts at the left. */
const tide: Rig = (() => {
  const { sign, ...rig } = plainDemoRig("tide-notice");
  return { ...rig, sign: { ...sign!, modules: laidOut(dotModules(rig.units), USUAL_LAYOUT) } };
})();
const wind = demoRig("wind-arrow");
const withScenes = (rig: Rig, ...scenes: Scene[]): Rig => ({ ...rig, sign: { ...rig.sign!, scenes } });
const text = (given: Partial<typeof USUAL_TEXT_SCENE>): Scene => ({ ...USUAL_TEXT_SCENE, ...given });

describe("reading time", () => {
  const font = builtInFont("plain")!;
  test.each([
    [100, "slow", 10],
    [30, "comfortable", 100 / 3],
    [9, "blurs", 1000 / 9],
  ] as const)("a column for %i ms of twelve letters six columns wide", (step, verdict, speed) => {
    const scene = text({ text: "FLOOD AT SIX", font: "plain", step });
    const reading = readingTime(scene, sceneFrames(scene, 32, 8, font), 32, step)!;
    expect(reading.speed).toBeCloseTo(speed, 6);
    // Twelve letters on 71 columns: five each and one between.
    expect(reading.lettersPerSecond).toBeCloseTo((12 / 71) * speed, 1);
    expect(reading.dwell).toBe((32 - 6 + 1) * step);
    expect(reading.line).toBe((71 + 32) * step);
    expect(reading.verdict).toBe(verdict);
  });
  test("what stands still has no reading speed", () => {
    const scene = text({ text: "A", motion: "hold" });
    expect(readingTime(scene, sceneFrames(scene, 32, 8, font), 32, 50)).toBeUndefined();
  });
  test("a passer-by at 2 m/s: letters of 7 × 4 mm are told apart from 7 m on", () => {
    expect(passerBy({ pace: 2, pitch: 4 }, font, 3)).toEqual({ distance: 7, time: 3.5, letters: 10 });
  });
  test("rows that take long to rewrite are seen torn, whatever the chip's scan", () => {
    expect(tearingOf(17e6, 40)).toEqual({ time: 17e6, share: 0.425, noticed: true });
    expect(tearingOf(2e6, 40)).toMatchObject({ share: 0.05, noticed: false });
    expect(tearingOf(60e6, 40).share).toBe(1);
  });
  test("steps that are whole turns of the scan are even, others are not", () => {
    expect(beatOf(50, 10e6)).toMatchObject({ least: 5, most: 5, unevenness: 0, steady: [40, 50, 60] });
    expect(beatOf(25, 10e6)).toMatchObject({ least: 2, most: 3, unevenness: 0.5 });
    expect(beatOf(3, 10e6)).toMatchObject({ least: 1, most: 1 });
  });
});

describe("how fast a sign really runs", () => {
  const modules = (count: number, step: number): Rig =>
    withScenes(
      relay(tide, { ...withoutModule(tide.plan), digits: count * 8 }),
      text({ text: "Ferry at 14:32", step }),
    );
  /** Moments at which the simulated program begins to send a frame. */
  const sent = (rig: Rig, count: number): number[] => {
    const moments: number[] = [];
    const { cost } = controllerById(rig.plan.controller);
    for (const event of runProgram(buildProgram(modelOf(rig)), cost)) {
      if (event.kind === "burst" && event.routine === "send") moments.push(event.at);
      if (moments.length > count) break;
    }
    return moments;
  };
  test.each([1, 2, 4, 8, 16])("%i modules: what is said is what the simulated program does", (count) => {
    for (const step of [5, 40]) {
      const rig = modules(count, step);
      const { times, scenes, most } = signPace(modelOf(rig))!;
      const moments = sent(rig, 60);
      const measured = (moments[60]! - moments[0]!) / 60e6;
      // A frame is sent once it is drawn: between two sendings lies the drawing of the later one.
      const said = times.slice(0, 60).reduce((sum, time) => sum + time, 0) / 60;
      expect(Math.abs(said / measured - 1)).toBeLessThan(0.005);
      expect(scenes[0]!.late).toBe(most > step * 1e6);
      if (!scenes[0]!.late) expect(measured).toBeCloseTo(step, 1);
    }
  });
  test("eight modules keep steps of 40 ms and not of 5, and a check tells what to do", () => {
    const late = (step: number) =>
      checkModel(modelOf(modules(8, step))).find(({ id }) => id === "frames-late");
    expect(late(40)).toBeUndefined();
    const found = late(5)!;
    expect(found.title).toMatch(/steps every 1[89](\.\d)? ms, not every 5 ms/);
    expect(found.remedy).toMatch(/ports directly .*own bus unit.*fewer modules.*steps of (19|20) ms/);
    expect(signCost(modelOf(modules(8, 5)))).toMatchObject({ late: true });
  });
  test("a loop that scans keeps whole turns, a timer the time itself", () => {
    const still = (school: "loop" | "timer"): Rig => ({
      ...withScenes(wind, text({ text: "A", motion: "blink", step: 33 })),
      scan: { school, on: [1000], blank: 20 },
    });
    const { times } = signPace(modelOf(still("loop")))!;
    const program = buildProgram(modelOf(still("loop")));
    const period = scanPeriod(program, controllerById(wind.plan.controller).cost) / 1e6;
    expect(times[0]! / period).toBeCloseTo(Math.round(33 / period), 9);
    expect(signPace(modelOf(still("timer")))!.times[0]).toBe(33);
    expect(signPace(modelOf(demoRig("slip-gate")))).toBeUndefined();
  });
});

describe("cost and bytes", () => {
  test("Tide notice: columns take less than pictures, and a frame is 512 bits", () => {
    const cost = signCost(modelOf(tide))!;
    expect([cost.frames, cost.bits, cost.memory.flash]).toEqual([159, 512, 32_256]);
    const flash = Object.fromEntries(cost.kept.map(({ kept, flash: bytes }) => [kept, bytes]));
    expect(flash.columns!).toBeLessThan(flash.frames! / 10);
    expect(flash.frames).toBe(159 * (32 + 4));
    expect(signCost(modelOf(demoRig("slip-gate")))).toBeUndefined();
  });
  test("a straight chain's bytes are the picture's rows, the farthest chip first", () => {
    const model = modelOf(tide);
    const bytes = runFrames(model)![40]!.wired();
    const bitmap = runFrames(model)![40]!.bitmap();
    const rowByte = (row: number, chip: number) =>
      Array.from({ length: 8 }, (_, at) => bitmap.dots[row * 32 + chip * 8 + at]!).reduce(
        (byte, dot) => byte * 2 + dot,
        0,
      );
    const wanted = Array.from({ length: 8 }, (_, row) =>
      [3, 2, 1, 0].map((chip) => rowByte(row, chip)),
    ).flat();
    expect([...bytes]).toEqual(wanted);
  });
  test("C, bytes and JSON say the same", () => {
    const model = modelOf(wind);
    const size = runFrames(model)![0]!.wired().length;
    const c = framesAsC(model, runFrames(model)!);
    expect(c).toContain("const uint16_t FRAME_COUNT = 16;");
    expect(c).toContain(`FRAME_BYTES[][${size}] PROGMEM`);
    const inC = [...c.matchAll(/0x([0-9A-F]{2})/g)].map(([, hex]) => Number.parseInt(hex!, 16));
    expect(inC).toEqual([...framesAsBinary(runFrames(model)!)]);
    const json = JSON.parse(framesAsJson(model, runFrames(model)!)) as { frames: Array<{ bytes: number[] }> };
    expect(json.frames.flatMap(({ bytes }) => bytes)).toEqual(inC);
  });
});

describe("which way round", () => {
  test.each([
    [8, 8],
    [7, 5],
    [8, 16],
  ])("the probe on %i rows of %i tells all eight apart, also by the dots that are seen", (rows, columns) => {
    const own = probePicture({ rows, columns });
    expect(tellsWhichWay(own)).toBe(true);
    for (const { orientation, picture } of looksOf(own)) {
      const seen = [...picture.dots].map((dot, at) => ({
        x: at % picture.width,
        y: Math.floor(at / picture.width),
        lit: dot === 1,
      }));
      if (rows === columns) expect(orientationsFrom({ rows, columns }, seen)).toEqual([orientation]);
    }
    expect(tellsWhichWay(bitmapOf(["#.#", ".#.", "#.#"]))).toBe(false);
  });
  test("three questions find any layout", () => {
    const modules = dotModules(relay(tide, { ...withoutModule(tide.plan), digits: 96 }).units);
    const anyLayout = fc.record<LayoutChoice>({
      across: fc.integer({ min: 1, max: 12 }),
      from: fc.constantFrom(...STARTS),
      backAndForth: fc.boolean(),
      orientation: fc.constantFrom(...ORIENTATIONS),
    });
    fc.assert(
      fc.property(anyLayout, (layout) => {
        const places = laidOut(modules, layout);
        // Half a row at the end leaves corners empty: then the first module is not in one.
        fc.pre(modules.length % layout.across === 0);
        const second = Math.min(layout.across, modules.length - 1);
        const known = [0, second].map((module) => ({ module, x: places[module]!.x, y: places[module]!.y }));
        const left = layoutsFrom(modules, layout.across, layout.orientation, known);
        expect(left.map((one) => laidOut(modules, one))).toContainEqual(places);
        expect(left).toHaveLength(1);
      }),
    );
  });
  test("a capture of a letter shows one module's own picture", async () => {
    const rig = withScenes(tide, text({ text: "FRoG", motion: "hold", align: "left" }));
    const turned: Rig = {
      ...rig,
      sign: { ...rig.sign!, modules: rig.sign!.modules.map((place) => ({ ...place, turn: 90 as const })) },
    };
    // What the board sends is for turned modules; who reads it does not know that yet.
    const found = await findModulePicture(rig, new Blob([...vcdOf(turned, 0.2e9)]));
    if (!found.ok) throw new Error(found.message);
    const looks = looksOf(found.picture).find(
      ({ orientation }) => orientation.turn === 90 && !orientation.mirrored,
    )!;
    expect(looks.picture.dots.slice(0, 5)).toEqual(runFrames(modelOf(rig))![0]!.bitmap().dots.slice(0, 5));
    expect(await findModulePicture(rig, new Blob(["Dear all"]))).toMatchObject({ ok: false });
  });
  test("a capture that only reads with turned modules in a reversed chain says so", async () => {
    const rig = withScenes(tide, text({ text: "EBB 0.4 m", step: 40 }));
    const layout: LayoutChoice = {
      across: 4,
      from: "top-right",
      backAndForth: false,
      orientation: { turn: 270, mirrored: true },
    };
    const turned: Rig = { ...rig, sign: { ...rig.sign!, modules: laidOut(dotModules(rig.units), layout) } };
    const file = new Blob([...vcdOf(turned, 4e9)]);
    const surveyed = await surveyCapture(file);
    if (!surveyed.ok) throw new Error(surveyed.message);
    const guesses = guessMapping(wantedLines(modelOf(rig)), surveyed.survey);
    const mapping = Object.fromEntries(guesses.map(({ line, signal }) => [line, signal!]));
    const { differences } = await inspectCapture(rig, file, mapping);
    expect(differences).toContainEqual(
      expect.objectContaining({
        kind: "turned modules",
        title:
          "With the modules turned 270° clockwise, mirrored, the chain begun at the right it says “EBB 0.4 m”",
      }),
    );
  });
});

describe("findings", () => {
  const titles = (rig: Rig) =>
    checkModel(modelOf(rig))
      .filter(({ topic }) => topic === "frames")
      .map(({ title }) => title);
  test.each<[string, Rig, RegExp]>([
    [
      "modules on each other",
      { ...tide, sign: { ...tide.sign!, modules: tide.sign!.modules.map((place) => ({ ...place, x: 0 })) } },
      /DS1 and DS2.* overlap/,
    ],
    ["a letter no font has", withScenes(tide, text({ text: "ж" })), /has no ж/],
    [
      "a text that does not fit",
      withScenes(tide, text({ text: "much too long", motion: "hold" })),
      /does not fit/,
    ],
    [
      "frames faster than the wires",
      withScenes(tide, text({ text: "A", step: 5 })),
      /steps every .* ms, not every 5 ms/,
    ],
    [
      "a display that flashes",
      withScenes(wind, text({ text: "A", motion: "blink", step: 50 })),
      /flashes 10 times/,
    ],
    [
      "pictures too large",
      withScenes(wind, {
        kind: "pictures",
        name: "big",
        width: 16,
        height: 8,
        repeat: 1,
        frames: [{ dots: "00".repeat(16), time: 500 }],
      }),
      /“big” is 16 × 8/,
    ],
    [
      "more frames than a program holds",
      withScenes(tide, text({ text: "A".repeat(900), repeat: 20 })),
      /more than/,
    ],
  ])("%s", (_, rig, says) => expect(titles(rig).join()).toMatch(says));
  test("nothing against the demo rigs", () =>
    expect(["tide-notice", "wind-arrow", "regatta-board"].flatMap((id) => titles(demoRig(id)))).toEqual([]));
});

describe("a sign that reacts is recorded", () => {
  const sign = demoRig("tide-notice");
  const model = modelOf(sign);

  test("its file shows what it shows, and no figures that stand for others", () => {
    const frames = runFrames(model, { seconds: 6 })!;
    expect(frames.reduce((sum, { stands }) => sum + stands, 0)).toBeCloseTo(6000, 3);
    const seen = new Set(frames.map(({ bitmap }) => bitmapHex(bitmap())));
    expect(seen.size).toBeGreaterThan(20);
    // What goes over the wires for a picture lights just its dots.
    const { bitmap, wired } = frames.at(-1)!;
    const lit = [...bitmap().dots].filter(Boolean).length;
    const bits = [...wired()].reduce((sum, byte) => sum + byte.toString(2).replaceAll("0", "").length, 0);
    expect(lit).toBeGreaterThan(5);
    expect(bits).toBe(lit);
  });

  test("with the hands of a tape, which make a difference", () => {
    const { items } = sign.tapes![0]!;
    const pictures = (tape: typeof items) =>
      new Set(runFrames(model, { seconds: 12, tape })!.map(({ bitmap }) => bitmapHex(bitmap())));
    const [without, withHands] = [pictures([]), pictures(items)];
    expect([...withHands].some((one) => !without.has(one))).toBe(true);
  });

  test("as a GIF it lasts as long as it was recorded; how long one may is bounded", () => {
    const made = exportFrames(model, { format: "gif", recording: { seconds: 3 } });
    if (!made.ok) throw new Error(made.message);
    expect(made.file.bytes.length).toBeGreaterThan(500);
    for (const seconds of [0, 121, NaN])
      expect(exportFrames(model, { format: "gif", recording: { seconds } })).toMatchObject({
        ok: false,
        message: expect.stringMatching(/1 to 120 s/),
      });
  });
});
