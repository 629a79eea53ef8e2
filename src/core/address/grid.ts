import { placeOf, turnedSize, type Bitmap } from "../dots";
import { columnOf, isDot } from "../glyph";
import { remembered } from "../remember";
import {
  dotModules,
  ownUnits,
  showsDots,
  splitPipId,
  type Beside,
  type DotModule,
  type ModulePlace,
  type PipId,
  type Unit,
  type UnitRef,
} from "../rig";
import type { RigModel } from "./model";

/** The dots of a display as they are seen: where each one's LED is. */
export interface DotGrid {
  readonly width: number;
  readonly height: number;
  /** Place among the model's addresses of the LED at each dot, row after row; -1 where there is none. */
  readonly at: Int32Array;
  /** The dot of each address, row after row; -1 for an LED that is no dot. */
  readonly dotOf: Int32Array;
}

/** How the modules stand; one nobody has placed stands behind the others. */
export function placesOfModules({ rig }: Pick<RigModel, "rig">): ModulePlace[] {
  const modules = dotModules(ownUnits(rig));
  const known = new Map(rig.sign?.modules.map((place) => [place.unit, place]));
  let right = 0;
  const placed = modules.flatMap(({ unit, rows, columns }) => {
    const place = known.get(unit);
    if (place) right = Math.max(right, place.x + turnedSize(columns, rows, place).width);
    return place ? [place] : [];
  });
  for (const { unit, columns } of modules) {
    if (known.has(unit)) continue;
    placed.push({ unit, x: right, y: 0, turn: 0, mirrored: false });
    right += columns;
  }
  return placed;
}

/** The part of a display's grid a module takes up, in dots. */
export interface ModuleBox {
  readonly unit: UnitRef;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

const boxOf = (place: ModulePlace, { columns, rows }: DotModule): ModuleBox => ({
  unit: place.unit,
  x: place.x,
  y: place.y,
  ...turnedSize(columns, rows, place),
});

/** What some modules take up, each turned as it stands. */
function boxesOf(units: readonly Unit[], places: readonly ModulePlace[]): ModuleBox[] {
  const modules = new Map(dotModules(units).map((module) => [module.unit, module]));
  return places.map((place) => boxOf(place, modules.get(place.unit)!));
}

/** What each module of a display takes up, turned as it stands. */
export const moduleBoxes = (model: Pick<RigModel, "rig">): ModuleBox[] =>
  boxesOf(ownUnits(model.rig), placesOfModules(model));

/** Where the LEDs of some modules are seen. */
function gridFrom(model: Pick<RigModel, "rig" | "addresses">, places: readonly ModulePlace[]): DotGrid {
  const modules = new Map(dotModules(model.rig.units).map((module) => [module.unit, module]));
  const placeFor = new Map(places.map((place) => [place.unit, place]));
  const boxes = places.map((place) => boxOf(place, modules.get(place.unit)!));
  const width = Math.max(0, ...boxes.map((box) => box.x + box.width));
  const height = Math.max(0, ...boxes.map((box) => box.y + box.height));
  const at = new Int32Array(width * height).fill(-1);
  const dotOf = new Int32Array(model.addresses.length).fill(-1);
  model.addresses.forEach(({ pip }, index) => {
    const { unit, digit, segment } = splitPipId(pip);
    const place = placeFor.get(unit);
    if (!place || !isDot(segment)) return;
    const { columns, rows } = modules.get(unit)!;
    const seen = placeOf(columnOf(segment) - 1, digit - 1, columns, rows, place);
    const dot = (place.y + seen.y) * width + place.x + seen.x;
    at[dot] = index;
    dotOf[index] = dot;
  });
  return { width, height, at, dotOf };
}

/** The dots of a rig's display; undefined for a rig that shows digits. */
export const gridOf = remembered((model: RigModel): DotGrid | undefined => {
  if (!showsDots(model.rig.plan)) return undefined;
  const places = placesOfModules(model);
  return places.length > 0 ? gridFrom(model, places) : undefined;
});

/** The dots of a display beside the plan's, with what each of its modules takes up; undefined for digits. */
export const besideGrid = (
  model: RigModel,
  { modules }: Pick<Beside, "modules">,
): { readonly grid: DotGrid; readonly modules: readonly ModuleBox[] } | undefined =>
  modules && modules.length > 0
    ? { grid: gridFrom(model, modules), modules: boxesOf(model.rig.units, modules) }
    : undefined;

/** The LEDs that light a picture; dots that are no LED are left out. */
export function pipsOfPicture(model: RigModel, grid: DotGrid, { width, height, dots }: Bitmap): Set<PipId> {
  const lit = new Set<PipId>();
  for (let y = 0; y < Math.min(height, grid.height); y += 1)
    for (let x = 0; x < Math.min(width, grid.width); x += 1) {
      const index = dots[y * width + x] ? grid.at[y * grid.width + x]! : -1;
      if (index >= 0) lit.add(model.addresses[index]!.pip);
    }
  return lit;
}

/** The picture some lit LEDs make. */
export function pictureOf(
  model: RigModel,
  grid: DotGrid,
  isLit: (index: number, pip: PipId) => boolean,
): Bitmap {
  const dots = new Uint8Array(grid.width * grid.height);
  grid.at.forEach((index, dot) => {
    if (index >= 0 && isLit(index, model.addresses[index]!.pip)) dots[dot] = 1;
  });
  return { width: grid.width, height: grid.height, dots };
}
