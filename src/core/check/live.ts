import { railVolts, displayLines, type RigModel } from "../address";
import { InputCircuit, handEnds, inputUnits, type InputUnit } from "../inputs";
import type { ControllerPart, InputPart, LoadPart } from "../parts";
import { buildProgram, liveProblems } from "../program";
import { formatQuantity } from "../quantity";
import { legRef, type LegRef, type UnitRef, controllerUnit } from "../rig";
import { finding, listing, type Finding } from "./finding";

interface Inputs {
  readonly model: RigModel;
  readonly board: UnitRef;
  readonly controller: ControllerPart;
}

/** What stands in the way of a rig that reacts: what it is told to do and cannot, and parts wired so that they harm. */
export function checkLive(model: RigModel): Finding[] {
  const unit = controllerUnit(model.rig)!;
  const on: Inputs = { model, board: unit.ref, controller: model.part(unit.ref) as ControllerPart };
  return [...undone(model), ...checkInputs(on), ...checkLoads(on), ...checkLivesLines(on)];
}

const PLACES = { values: "value", faces: "face", controls: "control", events: "event" } as const;

/** What a show says and the program cannot do. */
function undone(model: RigModel): Finding[] {
  return liveProblems(model).map(({ at, nth, says, unit }) =>
    finding({
      id: `live-${at}-${nth}`,
      severity: "fault",
      topic: "show",
      title: `${PLACES[at].replace(/^./, (first) => first.toUpperCase())} ${nth + 1} of the show does nothing`,
      reason: `${says.replace(/^./, (first) => first.toUpperCase())}.`,
      remedy: "Fix its wires, or change that line on Show.",
      legs: unit && model.rig.units.some(({ ref }) => ref === unit) ? legsOf(model, unit) : [],
    }),
  );
}

const legsOf = (model: RigModel, unit: UnitRef): LegRef[] =>
  model.part(unit).legs.map(({ id }) => legRef(unit, id));

/** Volts a line stands above its board's level before its diodes conduct. */
const ABOVE = 0.3;

/** Contacts that join two rails, and lines that are given more volts than they stand. */
function checkInputs({ model, board, controller }: Inputs): Finding[] {
  const inputs = inputUnits(model.rig);
  if (inputs.length === 0) return [];
  const circuit = new InputCircuit(model);
  return inputs.flatMap((input) => [
    ...joinsRails(model, input.unit.ref, input.part),
    ...overVolts({ board, controller }, circuit, input),
  ]);
}

function joinsRails(model: RigModel, unit: UnitRef, { act }: InputPart): Finding[] {
  if (act.by !== "contact") return [];
  const [one, other] = act.legs.map((leg) =>
    railVolts(model.drivers.get(model.nets.of(legRef(unit, leg)).id) ?? []),
  );
  if (one === undefined || other === undefined || one === other) return [];
  return [
    finding({
      id: `contact-joins-${unit}`,
      severity: "fault",
      topic: "wiring",
      title: `${unit} joins ${formatQuantity(Math.max(one, other), "V")} to ${formatQuantity(Math.min(one, other), "V")} when it is pressed`,
      reason: "A contact between a supply and ground short-circuits it: wires and boards get hot.",
      remedy: "Take one of its legs to a line of the board instead.",
      legs: act.legs.map((leg) => legRef(unit, leg)),
    }),
  ];
}

function overVolts(
  { board, controller }: Omit<Inputs, "model">,
  circuit: InputCircuit,
  input: InputUnit,
): Finding[] {
  const unit = input.unit.ref;
  const { act } = input.part;
  const from = act.by === "clock" && act.supplyRange[0] > controller.logic ? act.supplyRange[0] : undefined;
  const echo = act.by === "echo";
  const { mover, ends } = handEnds(input);
  const most = controller.logic + ABOVE;
  return controller.lines.flatMap(({ leg: line }) => {
    const leg = legRef(board, line);
    if (!circuit.movedBy(leg).includes(mover)) return [];
    const volts = Math.max(...ends.map((end) => circuit.volts(leg, { [mover]: end }) ?? 0));
    if (volts <= most) return [];
    return [
      finding({
        id: `input-over-${unit}-${line}`,
        severity: "fault",
        topic: "wiring",
        title: `${unit} gives line ${line} up to ${formatQuantity(volts, "V", 3)}`,
        reason: `The lines of this board take at most ${formatQuantity(controller.logic, "V")}: more flows into the chip through its protection and may kill it.`,
        remedy:
          from !== undefined
            ? `${unit} works from ${from} V up: take the clock chip with a compensated crystal, which works from ${formatQuantity(controller.logic, "V")}.`
            : echo
              ? `Put a divider between: 1 kΩ from ECHO of ${unit} to the line, 1.8 kΩ from the line to ground.`
              : `Feed ${unit} from the board’s ${formatQuantity(controller.logic, "V")} supply.`,
        legs: [leg],
      }),
    ];
  });
}

/** Coils that nothing protects, and what one has to know of relays. */
function checkLoads({ model }: Inputs): Finding[] {
  return model.rig.units.flatMap(({ ref }) => {
    const part = model.part(ref);
    if (part.kind !== "load") return [];
    return [...coilAlone(model, ref, part), ...cautions(ref, part)];
  });
}

/** A coil without a diode across it, or with one the wrong way round. */
function coilAlone(model: RigModel, unit: UnitRef, { pins, coil, title }: LoadPart): Finding[] {
  if (!coil || "input" in pins) return [];
  const net = (leg: LegRef) => model.nets.of(leg).id;
  const [plus, minus] = [net(legRef(unit, pins.plus)), net(legRef(unit, pins.minus))];
  const across = model.rig.units.flatMap(({ ref }) => {
    const part = model.part(ref);
    if (part.kind !== "diode") return [];
    const [anode, cathode] = [net(legRef(ref, part.pins.anode)), net(legRef(ref, part.pins.cathode))];
    if (anode === minus && cathode === plus) return [{ ref, right: true }];
    return anode === plus && cathode === minus ? [{ ref, right: false }] : [];
  });
  const name = title.split(",")[0]!;
  const wrong = across.find(({ right }) => !right);
  if (wrong)
    return [
      finding({
        id: `coil-diode-turned-${unit}`,
        severity: "fault",
        topic: "wiring",
        title: `${wrong.ref} across ${unit} is the wrong way round`,
        reason:
          "It conducts whenever the coil is switched on: that is a short circuit through the transistor.",
        remedy: `Turn it: its ring to the plus side of ${unit}.`,
        legs: legsOf(model, wrong.ref),
      }),
    ];
  if (across.length > 0) return [];
  return [
    finding({
      id: `coil-alone-${unit}`,
      severity: "caution",
      topic: "wiring",
      title: `${unit} has no diode across its coil`,
      reason: `A ${name} is a coil: switched off it drives its current on, and the voltage at the transistor rises until something breaks down.`,
      remedy: `A diode across it, its ring to the plus side of ${unit}, leads that current round.`,
      legs: legsOf(model, unit),
    }),
  ];
}

function cautions(unit: UnitRef, { caution, pins }: LoadPart): Finding[] {
  if (caution === undefined) return [];
  const low = "input" in pins && pins.on === 0;
  return [
    finding({
      id: `load-caution-${unit}`,
      severity: "note",
      topic: "wiring",
      title: `What ${unit} switches`,
      reason: `${caution}${low ? ` It is on while its input is low: until the program runs the line floats, and it may click at reset.` : ""}`,
      remedy: low ? "A resistor of 10 kΩ from its input to its supply keeps it off until then." : "",
      legs: legsOfPins(unit, pins),
    }),
  ];
}

const legsOfPins = (unit: UnitRef, pins: LoadPart["pins"]): LegRef[] =>
  "input" in pins ? [legRef(unit, pins.input)] : [legRef(unit, pins.plus)];

/** Lines of inputs and outputs that something else is on, or that are awkward for it. */
function checkLivesLines({ model, board, controller }: Inputs): Finding[] {
  const { live } = buildProgram(model);
  if (!live) return [];
  const display = new Set(displayLines(model));
  // Chips of other addresses may hang on the same I²C bus.
  const shared = new Set(
    (model.encoding.buses ?? []).flatMap(({ protocol, data, clock }) =>
      protocol === "i2c" ? [`${data} SDA`, `${clock} SCL`] : [],
    ),
  );
  return live.lines.flatMap(({ named, line }): Finding[] => {
    if (shared.has(`${line} ${named.split("_").at(-1)}`)) return [];
    const unit = named.replace(/_LINE$/, "");
    const leg = legRef(board, line);
    const facts = controller.lines.find((one) => one.leg === line);
    if (display.has(line))
      return [
        finding({
          id: `live-line-twice-${line}`,
          severity: "fault",
          topic: "wiring",
          title: `Line ${line} carries the display and ${unit}`,
          reason: "Each needs a line of its own: what the one does the other reads, or shows.",
          remedy: `Move the wire of ${unit} to a free line.`,
          legs: [leg],
        }),
      ];
    const trouble = facts?.awkward ?? facts?.unusable;
    if (trouble === undefined || (facts?.unusable && /input only/.test(facts.unusable))) return [];
    return [
      finding({
        id: `live-line-awkward-${line}`,
        severity: facts?.unusable ? "fault" : facts?.mild ? "note" : "caution",
        topic: "wiring",
        title: `Line ${line} is on ${unit}`,
        reason: `It may work, but ${trouble}.`,
        remedy: `Take a line nothing is on, such as ${listing(freeOf(controller, display).slice(0, 4))}.`,
        legs: [leg],
      }),
    ];
  });
}

const freeOf = ({ lines }: ControllerPart, taken: ReadonlySet<string>): string[] =>
  lines
    .filter(({ leg, awkward, unusable }) => !awkward && !unusable && !taken.has(leg))
    .map(({ leg }) => leg);
