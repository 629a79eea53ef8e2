import { legPlace, type Part } from "@/core/parts";
import { legRef, type LegRef, type UnitRef } from "@/core/rig";
import type { RigModel } from "@/core/address";

export interface Box {
  readonly ref: UnitRef;
  readonly part: Part;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

export interface LegSpot {
  readonly leg: LegRef;
  readonly id: string;
  /** Tip of the leg, where wires begin. */
  readonly x: number;
  readonly y: number;
  /** Where it points. */
  readonly dx: number;
  readonly dy: number;
}

export interface Drawing {
  readonly width: number;
  readonly height: number;
  readonly boxes: readonly Box[];
  readonly spots: ReadonlyMap<LegRef, LegSpot>;
}

const LEG = 12;
const CHIP = { x: 300, y: 110, width: 94, pitch: 45, gap: 60 };
const DISPLAY = { x: 28, y: 178, width: 126, height: 206, gap: 70 };
const RESISTOR = { x: 190, y: 104, width: 44, height: 14, pitch: 46 };
const BOARD = { x: 484, width: 72, pitch: 23, most: 26 };
const MARGIN = 30;

/** Places the units side by side: display, resistors, chip, board; each leg gets the point where wires begin. */
export function layOut(model: RigModel): Drawing {
  const boxes: Box[] = [];
  const spots = new Map<LegRef, LegSpot>();
  const units = (kind: Part["kind"]) =>
    model.rig.units.flatMap((unit) => {
      const part = model.part(unit.ref);
      return part.kind === kind ? [{ ref: unit.ref, part }] : [];
    });
  const add = (box: Box) => {
    boxes.push(box);
    for (const { id } of box.part.legs) spots.set(legRef(box.ref, id), spotOf(box, id));
  };

  let chipY = CHIP.y;
  for (const { ref, part } of units("shift-register")) {
    const height = (part.legs.length / 2) * CHIP.pitch;
    add({ ref, part, x: CHIP.x, y: chipY, width: CHIP.width, height });
    chipY += height + CHIP.gap;
  }
  let displayY = DISPLAY.y;
  for (const { ref, part } of units("display")) {
    add({ ref, part, x: DISPLAY.x, y: displayY, width: DISPLAY.width, height: DISPLAY.height });
    displayY += DISPLAY.height + DISPLAY.gap;
  }
  for (const { ref, part: whole } of units("controller")) {
    const part = { ...whole, legs: shownLegs(model, ref, whole) };
    add({ ref, part, x: BOARD.x, y: 18, width: BOARD.width, height: part.legs.length * BOARD.pitch + 14 });
  }
  const outputY = (ref: UnitRef): number => {
    const net = model.nets.of(legRef(ref, "1"));
    const driver = model.drivers.get(net.id)?.[0];
    const spot = driver && spots.get(driver.leg);
    return spot ? (spot.dx > 0 ? CHIP.x * -1 : spot.y) : 900;
  };
  units("resistor")
    .sort((one, other) => outputY(one.ref) - outputY(other.ref))
    .forEach(({ ref, part }, at) => {
      add({
        ref,
        part,
        x: RESISTOR.x,
        y: RESISTOR.y + at * RESISTOR.pitch,
        width: RESISTOR.width,
        height: RESISTOR.height,
      });
    });
  units("capacitor").forEach(({ ref, part }, at) => {
    add({ ref, part, x: CHIP.x + 35 + at * 60, y: 40, width: 24, height: 20 });
  });
  units("supply").forEach(({ ref, part }, at) => {
    add({ ref, part, x: CHIP.x + 21, y: 560 + at * 60, width: 52, height: 34 });
  });
  const height = Math.max(...boxes.map((box) => box.y + box.height)) + MARGIN;
  return { width: BOARD.x + BOARD.width + 6, height, boxes, spots };
}

/** Legs of a board that are drawn: those with a wire, and others until the drawing is full. */
function shownLegs(model: RigModel, ref: UnitRef, part: Part): Part["legs"] {
  const wired = new Set(model.rig.wires.flatMap((wire) => [wire.from, wire.to]));
  const has = (id: string) => wired.has(legRef(ref, id));
  let room = BOARD.most - part.legs.filter(({ id }) => has(id)).length;
  return part.legs.filter(({ id }) => has(id) || room-- > 0);
}

function spotOf({ ref, part, x, y, width, height }: Box, id: string): LegSpot {
  const leg = legRef(ref, id);
  const at = legPlace(part, id);
  if (at) {
    switch (at.side) {
      case "left":
        return { leg, id, x: x - LEG, y: y + CHIP.pitch * (at.place - 0.5), dx: -1, dy: 0 };
      case "right":
        return { leg, id, x: x + width + LEG, y: y + CHIP.pitch * (at.place - 0.5), dx: 1, dy: 0 };
      case "top":
        return { leg, id, x: x + (width / 5) * (at.place - 0.5), y: y - LEG, dx: 0, dy: -1 };
      case "bottom":
        return { leg, id, x: x + (width / 5) * (at.place - 0.5), y: y + height + LEG, dx: 0, dy: 1 };
    }
  }
  if (part.outline.style === "header") {
    const place = part.legs.findIndex((candidate) => candidate.id === id);
    return { leg, id, x: x - LEG + 2, y: y + 14 + BOARD.pitch * (place + 0.2), dx: -1, dy: 0 };
  }
  const right = id === "1" || id === "-";
  return { leg, id, x: right ? x + width + LEG : x - LEG, y: y + height / 2, dx: right ? 1 : -1, dy: 0 };
}

/** A wire as a curve that leaves each leg the way it points. */
export function wirePath(from: LegSpot, to: LegSpot): string {
  const reach = Math.max(18, Math.min(90, Math.hypot(to.x - from.x, to.y - from.y) * 0.42));
  const point = (spot: LegSpot) => `${spot.x + spot.dx * reach},${spot.y + spot.dy * reach}`;
  return `M${from.x},${from.y} C${point(from)} ${point(to)} ${to.x},${to.y}`;
}
