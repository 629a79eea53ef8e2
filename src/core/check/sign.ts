import { chipOn, gridOf, moduleBoxes, type DotGrid, type RigModel } from "../address";
import { layText } from "../dots";
import { signPace } from "../frames";
import { updateCost } from "../program";
import { formatNanoseconds } from "../quantity";
import { controllerById, fontById } from "../rig";
import { MOST_SIGN_FRAMES, sceneTitle, signRun, scenesOf } from "../show";
import { finding, listing, type Finding } from "./finding";

/** What is wrong with what a display of dots shows, or with how its modules stand. */
export function checkSign(model: RigModel): Finding[] {
  const grid = gridOf(model);
  if (!grid) return [];
  return [
    ...checkPlaces(model, grid),
    ...checkTexts(model, grid),
    ...checkPace(model, grid),
    ...checkFlashing(model, grid),
  ];
}

/** Modules that stand on each other: of two dots in one place only one can be what is meant. */
function checkPlaces(model: RigModel, grid: DotGrid): Finding[] {
  const taken = new Map<number, string>();
  const pairs = new Set<string>();
  for (const box of moduleBoxes(model)) {
    for (let y = box.y; y < box.y + box.height; y += 1)
      for (let x = box.x; x < box.x + box.width; x += 1) {
        const dot = y * grid.width + x;
        const other = taken.get(dot);
        if (other !== undefined) pairs.add(`${other} and ${box.unit}`);
        taken.set(dot, box.unit);
      }
  }
  return pairs.size === 0
    ? []
    : [
        finding({
          id: "modules-overlap",
          severity: "fault",
          topic: "frames",
          title: `${listing([...pairs].slice(0, 3))} overlap`,
          reason: "Where two modules share a place, one of them gets no picture of its own and stays dark.",
          remedy: "Drag them apart on Frames, Modules.",
        }),
      ];
}

/** Texts of which something cannot be shown. */
function checkTexts({ rig }: RigModel, grid: DotGrid): Finding[] {
  return scenesOf(rig).flatMap((scene, at): Finding[] => {
    if (scene.kind === "pictures") {
      if (scene.width <= grid.width && scene.height <= grid.height) return [];
      return [
        finding({
          id: `picture-large-${at}`,
          severity: "caution",
          topic: "frames",
          title: `“${scene.name}” is ${scene.width} × ${scene.height} dots, the display ${grid.width} × ${grid.height}`,
          reason: "Only the middle of the pictures is to be seen.",
          remedy: "Draw it smaller, or take more modules.",
        }),
      ];
    }
    const font = fontById(rig, scene.font);
    const { ribbon, standIns } = layText(scene.text, font, { gap: scene.gap, height: grid.height });
    const found: Finding[] = [];
    const boxes = standIns.filter(({ shown }) => shown === undefined);
    if (boxes.length > 0)
      found.push(
        finding({
          id: `no-letter-${at}`,
          severity: "caution",
          topic: "frames",
          title: `“${font.name}” has no ${listing(boxes.slice(0, 6).map(({ character }) => character))}`,
          reason: "A hollow box is shown instead.",
          remedy: "Draw them on Frames, Fonts, read a font that has them, or write something else.",
        }),
      );
    const stands = scene.motion !== "left" && scene.motion !== "right" && scene.motion !== "bounce";
    const wide = stands && scene.motion !== "type" && scene.motion !== "lines" && ribbon.width > grid.width;
    if (
      wide ||
      (ribbon.height > grid.height &&
        scene.motion !== "lines" &&
        scene.motion !== "up" &&
        scene.motion !== "down")
    )
      found.push(
        finding({
          id: `text-cut-${at}`,
          severity: "caution",
          topic: "frames",
          title: `“${scene.text.replace(/\n/g, " / ").slice(0, 24)}” does not fit`,
          reason: `It takes ${ribbon.width} × ${ribbon.height} dots, and the display has ${grid.width} × ${grid.height}.`,
          remedy: "Let it run, take a narrower font, or more modules.",
        }),
      );
    return found;
  });
}

/** Frames that follow faster than the wires take them, and runs a program cannot hold. */
function checkPace(model: RigModel, grid: DotGrid): Finding[] {
  const { rig } = model;
  const { cut } = signRun(rig, grid.width, grid.height);
  const found: Finding[] = [];
  if (cut)
    found.push(
      finding({
        id: "run-cut",
        severity: "caution",
        topic: "frames",
        title: `The run has more than ${MOST_SIGN_FRAMES.toLocaleString("en")} frames`,
        reason: "What comes behind them is not shown.",
        remedy: "Shorten the texts, or repeat them less often.",
      }),
    );
  const { scenes, most } = signPace(model)!;
  const late = scenes.flatMap(({ late: isLate, step }, at) => (isLate ? [{ at, step }] : []));
  if (late.length === 0) return found;
  const [first] = late;
  const board = controllerById(rig.plan.controller);
  const bus = model.encoding.buses?.[0];
  const direct = bus && updateCost(bus, chipOn(model, bus), board, bus.units.length, "direct");
  const title = `“${sceneTitle(rig, first!.at).slice(0, 24)}”`;
  found.push(
    finding({
      id: "frames-late",
      severity: "caution",
      topic: "frames",
      title: first!.step
        ? `${title} steps every ${formatMs(first!.step.lasts)}, not every ${formatMs(first!.step.asked)}`
        : `${title} runs slower than asked`,
      reason: `Drawing a frame and sending it takes the board up to ${formatNanoseconds(Math.round(most), 3)}${late.length > 1 ? `; ${late.length} scenes are slower than asked for that` : ""}.`,
      remedy: `Write to the ports directly${direct ? ` (sending then takes ${formatNanoseconds(Math.round(direct.time), 2)})` : ""}, use the board's own bus unit, put fewer modules on a chain, or ask for steps of ${Math.ceil(most / 1e6)} ms.`,
    }),
  );
  return found;
}

const formatMs = (ms: number): string => formatNanoseconds(Math.round(ms * 1e6), 3);

/** Light that comes and goes as a whole between 3 and 30 times a second. */
const FLASHING = [3, 30] as const;
/** A share of all dots that changes at once and counts as a flash of the display. */
const LARGE = 0.25;

/**
 * Large areas that flash several times a second can set off seizures: the rate and the area are what counts, whether a text
 * blinks or pictures change.
 */
function checkFlashing({ rig }: RigModel, grid: DotGrid): Finding[] {
  const all = grid.width * grid.height;
  return scenesOf(rig).flatMap((scene, at): Finding[] => {
    const flashes =
      scene.kind === "text"
        ? scene.motion === "blink"
          ? [{ rate: 500 / scene.step, large: scene.inverted || all <= 1024 }]
          : []
        : scene.frames.map(({ time }) => ({
            rate: 1000 / (2 * time),
            large: changesMuch(scene.frames, all),
          }));
    if (!flashes.some(({ rate, large }) => large && rate >= FLASHING[0] && rate <= FLASHING[1])) return [];
    return [
      finding({
        id: `flashing-${at}`,
        severity: "caution",
        topic: "frames",
        title: `A picture flashes ${Number(flashes[0]!.rate.toPrecision(2))} times a second`,
        reason:
          "Large areas that flash between 3 and 30 times a second can trigger seizures in photosensitive people.",
        remedy: "Show each state for 200 ms or more.",
      }),
    ];
  });
}

/** Whether pictures that follow each other differ in a large part of the display. */
function changesMuch(frames: ReadonlyArray<{ readonly dots: string }>, all: number): boolean {
  return frames.some(({ dots }, at) => {
    const next = frames[(at + 1) % frames.length]!.dots;
    let changed = 0;
    for (let digit = 0; digit < Math.min(dots.length, next.length); digit += 1) {
      let bits = Number.parseInt(dots[digit]!, 16) ^ Number.parseInt(next[digit]!, 16);
      for (; bits; bits &= bits - 1) changed += 1;
    }
    return changed > all * LARGE;
  });
}
