import {
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useDraggable,
  useSensor,
  useSensors,
} from "@dnd-kit/core";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import { gridOf, placesOfModules } from "@/core/address";
import {
  ORIENTATIONS,
  STRAIGHT,
  TURNS,
  orientationTitle,
  sameOrientation,
  turnedSize,
  type Orientation,
} from "@/core/dots";
import { STARTS, probeLooks } from "@/core/frames";
import {
  USUAL_LAYOUT,
  dotModules,
  ownUnits,
  laidOut,
  type LayoutChoice,
  type ModulePlace,
  type UnitRef,
  isOnUnit,
  pipId,
  asUnit,
} from "@/core/rig";
import { editSign, pickPip, useModel, useOpenRig } from "@/store";
import { IconButton, PictureFace, SelectField } from "@/ui";
import { OrientationFinder } from "./finder";

/** Picture elements a dot takes on the plan of the modules. */
const scaleFor = (width: number) => Math.max(3, Math.min(14, Math.floor(430 / Math.max(width, 16))));

const FROM_SAYS: Readonly<Record<LayoutChoice["from"], string>> = {
  "top-left": "top left",
  "top-right": "top right",
  "bottom-left": "bottom left",
  "bottom-right": "bottom right",
};

const place = (places: readonly ModulePlace[]) => editSign((sign) => ({ ...sign, modules: places }));

/** How the modules stand: one by one by dragging and turning, or all at once; and how to find out. */
export function ModulesView() {
  const model = useModel();
  const places = placesOfModules(model);
  const [chosen, setChosen] = useState(places[0]?.unit);
  const [finding, setFinding] = useState(false);
  const found = places.find(({ unit }) => unit === chosen) ?? places[0];
  return (
    <div className="frames-two">
      <section className="sheet">
        <div className="spread mb-2">
          <h2 className="sheet-title mb-0">As arranged</h2>
          <Button size="sm" variant="primary" onClick={() => setFinding(true)}>
            <i className="bi bi-question-diamond me-1" aria-hidden />
            Find the orientation
          </Button>
        </div>
        <Board places={places} chosen={found?.unit} onChoose={setChosen} />
        {found && <One place={found} places={places} />}
      </section>
      <AllAtOnce places={places} />
      {finding && <OrientationFinder onClose={() => setFinding(false)} />}
    </div>
  );
}

interface BoardProps {
  readonly places: readonly ModulePlace[];
  readonly chosen: string | undefined;
  readonly onChoose: (unit: UnitRef) => void;
}

/** The modules from the front; dragged to where they stand. */
function Board({ places, chosen, onChoose }: BoardProps) {
  const model = useModel();
  const grid = gridOf(model)!;
  const pick = useOpenRig((state) => state.pick);
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 3 } }),
    useSensor(KeyboardSensor),
  );
  const scale = scaleFor(grid.width);
  const sizes = new Map(dotModules(ownUnits(model.rig)).map((one) => [one.unit, one]));
  const sizeOf = (one: ModulePlace) => {
    const { columns, rows } = sizes.get(one.unit)!;
    return turnedSize(columns, rows, one);
  };
  const move = (unit: UnitRef, dx: number, dy: number) => {
    const moved = places.find((one) => one.unit === unit)!;
    const { width, height } = sizeOf(moved);
    const snap = (value: number, to: number) => Math.max(0, Math.round(value / to) * to);
    const to = { x: snap(moved.x + dx / scale, width), y: snap(moved.y + dy / scale, height) };
    // Whoever stood there goes to where the moved one was.
    const there = places.find((one) => one.unit !== unit && one.x === to.x && one.y === to.y);
    place(
      places.map((one) => {
        if (one.unit === unit) return { ...one, ...to };
        return one === there ? { ...one, x: moved.x, y: moved.y } : one;
      }),
    );
  };
  return (
    <DndContext
      sensors={sensors}
      onDragStart={({ active }) => onChoose(asUnit(String(active.id)))}
      onDragEnd={({ active, delta }) => move(asUnit(String(active.id)), delta.x, delta.y)}
    >
      <div className="modules-scroll" tabIndex={0} role="group" aria-label="Modules from the front">
        <div
          className="modules-board"
          style={{ width: (grid.width + 8) * scale, height: (grid.height + 8) * scale }}
        >
          {places.map((one, at) => (
            <Module
              key={one.unit}
              place={one}
              number={at + 1}
              chosen={one.unit === chosen}
              picked={pick !== undefined && isOnUnit(pick, one.unit)}
              style={{
                left: one.x * scale,
                top: one.y * scale,
                width: sizeOf(one).width * scale,
                height: sizeOf(one).height * scale,
              }}
              onChoose={() => {
                onChoose(one.unit);
                pickPip(pipId(one.unit, 1, "c1"));
              }}
            />
          ))}
        </div>
      </div>
      <p className="tiny quiet mb-2">
        Module 1 is nearest the controller. Drag each to where it is on your table; the marked corner is its
        first row and column.
      </p>
    </DndContext>
  );
}

interface ModuleProps {
  readonly place: ModulePlace;
  readonly number: number;
  readonly chosen: boolean;
  readonly picked: boolean;
  readonly style: { left: number; top: number; width: number; height: number };
  readonly onChoose: () => void;
}

/** A module from the front, its corner of row 1, column 1 marked: which way round it is, is seen without reading. */
function Module({ place: one, number, chosen, picked, style, onChoose }: ModuleProps) {
  const { attributes, listeners, setNodeRef, transform } = useDraggable({ id: one.unit });
  const shift = transform ? `translate(${transform.x}px, ${transform.y}px)` : undefined;
  return (
    <div
      ref={setNodeRef}
      className={`module-box${chosen ? " is-chosen" : ""}${picked ? " is-picked" : ""}`}
      style={{ ...style, transform: shift, zIndex: transform ? 5 : undefined }}
      {...attributes}
      {...listeners}
      aria-label={`Module ${number}, ${orientationTitle(one)}`}
      aria-pressed={chosen}
      onClick={onChoose}
    >
      <span className={`module-corner corner-${cornerOf(one)}`} aria-hidden />
      <span className="module-number">{number}</span>
    </div>
  );
}

/** The corner at which a module's first row and column lie, as it stands. */
function cornerOf({ turn, mirrored }: Orientation): string {
  const corners = ["top-left", "top-right", "bottom-right", "bottom-left"];
  return corners[(TURNS.indexOf(turn) + (mirrored ? 1 : 0)) % 4]!;
}

/** One module: turned and mirrored by itself. */
function One({ place: one, places }: { place: ModulePlace; places: readonly ModulePlace[] }) {
  const set = (orientation: Orientation) =>
    place(places.map((other) => (other.unit === one.unit ? { ...other, ...orientation } : other)));
  const turnBy = (by: number): Orientation => ({
    turn: TURNS[(TURNS.indexOf(one.turn) + by + 4) % 4]!,
    mirrored: one.mirrored,
  });
  return (
    <div className="spread flex-wrap">
      <span className="small">
        <strong>Module {places.indexOf(one) + 1}</strong> <span className="quiet">({one.unit})</span>{" "}
        {orientationTitle(one)}
      </span>
      <span className="row-line">
        <IconButton
          variant="plain"
          icon="bi-arrow-counterclockwise"
          label="Rotate left"
          onClick={() => set(turnBy(-1))}
        />
        <IconButton
          variant="plain"
          icon="bi-arrow-clockwise"
          label="Rotate right"
          onClick={() => set(turnBy(1))}
        />
        <IconButton
          variant="plain"
          icon="bi-symmetry-vertical"
          label="Mirror"
          onClick={() => set({ turn: one.turn, mirrored: !one.mirrored })}
        />
      </span>
    </div>
  );
}

/** All modules at once: rows, chain direction, and one orientation for all. */
function AllAtOnce({ places }: { places: readonly ModulePlace[] }) {
  const model = useModel();
  const modules = dotModules(ownUnits(model.rig));
  const colour = model.display.led?.colour ?? "red";
  const [choice, setChoice] = useState<LayoutChoice>(() => ({
    ...USUAL_LAYOUT,
    across: new Set(places.map(({ x }) => x)).size,
    orientation: places[0] ?? STRAIGHT,
  }));
  const lay = (values: Partial<LayoutChoice>) => {
    const next = { ...choice, ...values };
    setChoice(next);
    place(laidOut(modules, next));
  };
  return (
    <section className="sheet">
      <h2>All modules</h2>
      {modules.length > 1 && (
        <div className="field-row mb-2">
          <SelectField
            label="Modules side by side"
            value={Math.min(choice.across, modules.length)}
            options={modules.map((_, at) => [at + 1, String(at + 1)] as const)}
            onChoose={(across) => lay({ across })}
          />
          <SelectField
            label="Chain starts"
            value={choice.from}
            options={STARTS.map((from) => [from, FROM_SAYS[from]] as const)}
            onChoose={(from) => lay({ from })}
          />
          <SelectField
            label="Next row runs"
            value={choice.backAndForth ? "back" : "same"}
            options={[
              ["same", "the same way"],
              ["back", "back"],
            ]}
            onChoose={(way) => lay({ backAndForth: way === "back" })}
          />
        </div>
      )}
      <p className="small mb-1">Orientation: how a known picture looks on your module.</p>
      <div className="looks">
        {ORIENTATIONS.map((orientation, at) => {
          const same = places.every((one) => sameOrientation(one, orientation));
          return (
            <button
              key={at}
              type="button"
              className={`look${same ? " is-chosen" : ""}`}
              aria-pressed={same}
              onClick={() => lay({ orientation })}
            >
              <PictureFace
                bitmap={probeLooks(modules[0]!)[at]!.picture}
                colour={colour}
                height={72}
                label={orientationTitle(orientation)}
              />
              <span className="tiny">{orientationTitle(orientation)}</span>
            </button>
          );
        })}
      </div>
      <p className="tiny quiet mb-0 mt-2">
        Modules that look the same differ in which corner comes first and in whether rows or columns go to the
        digit legs: it is one of these eight. The wires stay as they are; only the bytes change.
      </p>
    </section>
  );
}
