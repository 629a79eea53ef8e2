import { isChip, isDisplay, legPlace, type DisplayPart, type Part } from "@/core/parts";
import { legRef, splitPipId, type LegRef, type UnitRef } from "@/core/rig";
import type { RigModel } from "@/core/address";
import { remembered } from "@/core/remember";

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
const CHIP = { y: 110, width: 94, pitch: 45, closePitch: 30, gap: 60, column: 176, most: 2, mostOfMany: 5 };
const DISPLAY = { x: 28, y: 178, legPitch: 25.2, height: 206, gap: 70, most: 8 };
const RESISTOR = { y: 104, width: 44, height: 14, pitch: 46, closePitch: 34, column: 104, most: 16 };
const TRANSISTOR = { width: 40, height: 54, pitch: 84, column: 96, most: 8 };
const BOARD = { width: 72, pitch: 23, most: 26 };
/** Buttons, knobs, sensors and relay boards: a column of their own before the board. */
const ASIDE = { width: 66, pitch: 20, gap: 34, column: 150, y: 64 };
/** A module with its face, its header to the right; of an opened one the header alone is left. */
const MODULE = { digit: 46, block: 110, margin: 120, first: 44, pitch: 26, strip: 132, room: 120 };
const MARGIN = 30;

/** Columns of things one under the other: begins anew at the top after so many. */
const inColumns = (at: number, most: number) => ({ column: Math.floor(at / most), row: at % most });

/** Places the units side by side: displays, resistors, transistors, chips, board; each leg gets the point where wires begin. */
export function layOut(model: RigModel): Drawing {
  const boxes: Box[] = [];
  const spots = new Map<LegRef, LegSpot>();
  const units = (test: (part: Part) => boolean) =>
    model.rig.units.flatMap((unit) => {
      const part = model.part(unit.ref);
      return test(part) ? [{ ref: unit.ref, part }] : [];
    });
  const add = (box: Box) => {
    boxes.push(box);
    for (const { id } of box.part.legs) spots.set(legRef(box.ref, id), spotOf(box, id));
  };

  const modules = units(({ kind }) => kind === "module");
  // Single LEDs lie among the resistors; a bar of them is as large as a display.
  const displays = units((part) => part.kind === "display" && part.outline.style !== "two-ended");
  // A closed module stands where its display would.
  const isClosed = !displays.some(({ part }) => isDisplay(part)) && modules.length > 0;
  const faces = isClosed ? [...modules, ...displays] : displays;
  const widthOf = ({ ref, part: { kind, outline } }: { ref: UnitRef; part: Part }) =>
    kind === "module"
      ? faceWidth(model, ref) + MODULE.margin
      : (outline.style === "two-rows" ? outline.perRow : 5) * DISPLAY.legPitch;
  const displayWidth = Math.max(126, ...faces.map(widthOf));
  faces.forEach((face, at) => {
    const { ref, part } = face;
    const { column, row } = inColumns(at, DISPLAY.most);
    const x = DISPLAY.x + column * (displayWidth + DISPLAY.gap);
    const y = DISPLAY.y + row * (DISPLAY.height + DISPLAY.gap);
    add({ ref, part, x, y, width: widthOf(face), height: DISPLAY.height });
  });
  const displayColumns = Math.max(1, Math.ceil(faces.length / DISPLAY.most));
  const displaysWidth = displayColumns * (displayWidth + DISPLAY.gap) - DISPLAY.gap;

  const chips = units((part) => isChip(part) || part.kind === "driver-array");
  const transistors = units(({ kind }) => kind === "transistor");
  const resistors = units(
    ({ kind, outline }) =>
      kind === "resistor" ||
      kind === "diode" ||
      kind === "crystal" ||
      (outline.style === "two-ended" && (kind === "display" || kind === "input" || kind === "load")),
  );
  const asides = units(
    ({ kind, outline }) => (kind === "input" || kind === "load") && outline.style !== "two-ended",
  );
  const resistorX = DISPLAY.x + displaysWidth + 36;
  const resistorColumns = Math.ceil(resistors.length / RESISTOR.most);
  const transistorX = resistorX + resistorColumns * RESISTOR.column;
  const transistorColumns = Math.ceil(transistors.length / TRANSISTOR.most);
  const chipX = transistorX + transistorColumns * TRANSISTOR.column + 6;
  const close = chips.length > 1;
  const pitch = close ? CHIP.closePitch : CHIP.pitch;
  const stacked = displayColumns > 1 ? CHIP.mostOfMany : CHIP.most;
  const chipColumns = Math.max(1, Math.ceil(chips.length / stacked));
  const stripX = chipX + chipColumns * CHIP.column + 8;
  const asideX = stripX + (isClosed || modules.length === 0 ? 0 : MODULE.strip + MODULE.room);
  const boardX = asideX + (asides.length > 0 ? ASIDE.column : 0);

  chips.forEach(({ ref, part }, at) => {
    const { column, row } = inColumns(at, stacked);
    const height = (part.legs.length / 2) * pitch;
    const above = chips
      .slice(at - row, at)
      .reduce((sum, over) => sum + (over.part.legs.length / 2) * pitch + CHIP.gap, 0);
    add({ ref, part, x: chipX + column * CHIP.column, y: CHIP.y + above, width: CHIP.width, height });
  });
  if (!isClosed) {
    let y = 18;
    for (const { ref, part } of modules) {
      const out = part.kind === "module" ? part.out.length : 0;
      const rows = Math.max(out, part.legs.length - out);
      const height = rows * MODULE.pitch + MODULE.first;
      add({ ref, part, x: stripX, y, width: MODULE.strip, height });
      y += height + 40;
    }
  }
  let asideY = ASIDE.y;
  for (const { ref, part } of asides) {
    const height = part.legs.length * ASIDE.pitch;
    add({ ref, part, x: asideX, y: asideY, width: ASIDE.width, height });
    asideY += height + ASIDE.gap;
  }
  for (const { ref, part: whole } of units(({ kind }) => kind === "controller")) {
    const part = { ...whole, legs: shownLegs(model, ref, whole) };
    add({ ref, part, x: boardX, y: 18, width: BOARD.width, height: part.legs.length * BOARD.pitch + 14 });
  }
  const outputY = (ref: UnitRef): number => {
    const net = model.nets.of(legRef(ref, model.part(ref).legs[0]!.id));
    const driver = model.drivers.get(net.id)?.[0];
    const spot = driver && spots.get(driver.leg);
    return spot ? (spot.dx > 0 ? chipX * -1 : spot.y) : 900;
  };
  const ordered =
    chips.length === 1 && resistors.length <= RESISTOR.most
      ? [...resistors].sort((one, other) => outputY(one.ref) - outputY(other.ref))
      : resistors;
  const resistorPitch = resistors.length > 9 ? RESISTOR.closePitch : RESISTOR.pitch;
  ordered.forEach(({ ref, part }, at) => {
    const { column, row } = inColumns(at, RESISTOR.most);
    add({
      ref,
      part,
      x: resistorX + column * RESISTOR.column,
      y: RESISTOR.y + row * resistorPitch,
      width: RESISTOR.width,
      height: RESISTOR.height,
    });
  });
  transistors.forEach(({ ref, part }, at) => {
    const { column, row } = inColumns(at, TRANSISTOR.most);
    add({
      ref,
      part,
      x: transistorX + 14 + column * TRANSISTOR.column,
      y: RESISTOR.y + 6 + row * TRANSISTOR.pitch,
      width: TRANSISTOR.width,
      height: TRANSISTOR.height,
    });
  });
  units(({ kind }) => kind === "capacitor").forEach(({ ref, part }, at) => {
    add({ ref, part, x: chipX + 35 + at * 60, y: 40, width: 24, height: 20 });
  });
  const lowest = Math.max(...boxes.map((box) => box.y + box.height), 540);
  units(({ kind }) => kind === "supply").forEach(({ ref, part }, at) => {
    const y = chips.length > 1 || chips.length === 0 ? lowest + 40 : 560 + at * 60;
    add({ ref, part, x: chipX + 21, y, width: 52, height: 34 });
  });
  const height = Math.max(...boxes.map((box) => box.y + box.height)) + MARGIN;
  return { width: boardX + BOARD.width + 6, height, boxes, spots };
}

/** Every display with LEDs, also those inside modules that are closed. */
const displaysOf = remembered((model: RigModel): readonly UnitRef[] => [
  ...new Set(model.addresses.map(({ pip }) => splitPipId(pip).unit)),
]);

/** The displays on a module's board, as they stand from the left. */
export function facesOf(model: RigModel, ref: UnitRef): readonly DisplayPart[] {
  const places = [
    ...(model.rig.sign?.modules ?? []),
    ...(model.rig.beside ?? []).flatMap(({ modules = [] }) => modules),
  ];
  const left = new Map(places.map(({ unit, x }) => [unit, x]));
  return displaysOf(model)
    .filter((unit) => model.unit(unit).inside === ref)
    .sort((one, other) => (left.get(one) ?? 0) - (left.get(other) ?? 0))
    .map((unit) => model.part(unit) as DisplayPart);
}

/** How wide the displays of a module are drawn, side by side. */
const faceWidth = (model: RigModel, ref: UnitRef): number =>
  facesOf(model, ref).reduce(
    (sum, { columns, digits }) => sum + (columns > 0 ? (MODULE.block * columns) / 8 : digits * MODULE.digit),
    0,
  );

/** Legs of a board that are drawn: those with a wire, and others until the drawing is full. */
function shownLegs(model: RigModel, ref: UnitRef, part: Part): Part["legs"] {
  const wired = new Set(model.rig.wires.flatMap((wire) => [wire.from, wire.to]));
  const has = (id: string) => wired.has(legRef(ref, id));
  let room = BOARD.most - part.legs.filter(({ id }) => has(id)).length;
  return part.legs.filter(({ id }) => has(id) || room-- > 0);
}

function spotOf({ ref, part, x, y, width, height }: Box, id: string): LegSpot {
  const leg = legRef(ref, id);
  if ((part.kind === "input" || part.kind === "load") && part.outline.style !== "two-ended") {
    const place = part.legs.findIndex((candidate) => candidate.id === id);
    return { leg, id, x: x + width + LEG, y: y + ASIDE.pitch * (place + 0.5), dx: 1, dy: 0 };
  }
  const at = legPlace(part, id);
  const perRow = part.outline.style === "two-rows" ? part.outline.perRow : 1;
  const pitch = height / (part.legs.length / 2);
  const along = at && x + (width / perRow) * (at.place - 0.5);
  if (at) {
    switch (at.side) {
      case "left":
        return { leg, id, x: x - LEG, y: y + pitch * (at.place - 0.5), dx: -1, dy: 0 };
      case "right":
        return { leg, id, x: x + width + LEG, y: y + pitch * (at.place - 0.5), dx: 1, dy: 0 };
      case "top":
        return { leg, id, x: along!, y: y - LEG, dx: 0, dy: -1 };
      case "bottom":
        return { leg, id, x: along!, y: y + height + LEG, dx: 0, dy: 1 };
    }
  }
  if (part.kind === "transistor") {
    const { control, out } = part.pins;
    if (id === control) return { leg, id, x: x + width + LEG, y: y + height / 2, dx: 1, dy: 0 };
    return id === out
      ? { leg, id, x: x + width / 2, y: y - LEG, dx: 0, dy: -1 }
      : { leg, id, x: x + width / 2, y: y + height + LEG, dx: 0, dy: 1 };
  }
  if (part.kind === "module") {
    const isOut = part.out.includes(id);
    const place = part.legs
      .filter((one) => part.out.includes(one.id) === isOut)
      .findIndex((one) => one.id === id);
    const dx = isOut ? -1 : 1;
    return {
      leg,
      id,
      x: isOut ? x - LEG : x + width + LEG,
      y: y + MODULE.first + MODULE.pitch * place,
      dx,
      dy: 0,
    };
  }
  if (part.outline.style === "header") {
    const place = part.legs.findIndex((candidate) => candidate.id === id);
    return { leg, id, x: x - LEG + 2, y: y + 14 + BOARD.pitch * (place + 0.2), dx: -1, dy: 0 };
  }
  const right = id === "1" || id === "-" || id === "A";
  return { leg, id, x: right ? x + width + LEG : x - LEG, y: y + height / 2, dx: right ? 1 : -1, dy: 0 };
}

/** A wire as a curve that leaves each leg the way it points. */
export function wirePath(from: LegSpot, to: LegSpot): string {
  const reach = Math.max(18, Math.min(90, Math.hypot(to.x - from.x, to.y - from.y) * 0.42));
  const point = (spot: LegSpot) => `${spot.x + spot.dx * reach},${spot.y + spot.dy * reach}`;
  return `M${from.x},${from.y} C${point(from)} ${point(to)} ${to.x},${to.y}`;
}
