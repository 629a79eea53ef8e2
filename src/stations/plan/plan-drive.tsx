import { busFacts } from "@/core/chips";
import { ledResistors, linesOfUses, scannedWord, withLedResistors } from "@/core/address";
import { SEGMENTS } from "@/core/glyph";
import { legById, legName, lineNamesOf, type ControllerPart, type LineNames } from "@/core/parts";
import {
  LIMITS,
  assignLine,
  controllerById,
  digitOrder,
  driverChipOf,
  drivesLast,
  lineUses,
  nameLines,
  registerPart,
  schemeOf,
  schemeValues,
  showsDots,
  withController,
  withLines,
  changeUnits,
  type LineUse,
  type Plan,
  type ResistorPlacing,
  controllerUnit,
} from "@/core/rig";
import { editRig, editWires, useModel } from "@/store";
import { BoardSelect, Choices, CommitField, QuantityField, SelectField } from "@/ui";

interface Props {
  readonly onLay: (plan: Plan) => void;
}

/** Whether the plan's register holds a current by itself. */
const limitsCurrent = (plan: Plan): boolean =>
  plan.register !== undefined && registerPart(plan.register).constantCurrent !== undefined;

/** Where the resistors sit, and what they are. */
export function ResistorSheet({ onLay }: Props) {
  const model = useModel();
  const { rig } = model;
  const led = ledResistors(model);
  const resistor = rig.units.find(({ ref }) => led.has(ref));
  const { baseOhms } = schemeValues(rig);
  const bases = rig.units.filter(
    ({ ref, part, ohms }) => part === "resistor" && !led.has(ref) && ohms === baseOhms,
  );
  const many = model.digits.length > 1;
  const rows = scannedWord(model) === "row";
  // Sinks that hold a current need none at the LEDs.
  const needed = led.size > 0 || schemeOf(rig.plan.scheme).chip !== undefined || !limitsCurrent(rig.plan);
  if (!needed && bases.length === 0) return null;
  return (
    <section className="sheet">
      <h2>Resistors</h2>
      {needed && (
        <Choices<ResistorPlacing>
          label="Resistors"
          value={rig.plan.resistors}
          onChoose={(resistors) => onLay({ ...rig.plan, resistors })}
          options={[
            {
              value: "per-segment",
              name: rows ? "One for each column" : "One for each segment",
              cost: rows
                ? "every row equally bright, however many dots are lit"
                : "eight parts; every character equally bright",
            },
            {
              value: "common",
              name: many ? `One for each ${scannedWord(model)}` : "One in the common leg",
              cost: `${many ? `${model.digits.length} parts` : "one part"}; ${rows ? "a full row is dimmer than one dot" : "an 8 is dimmer than a 1"}`,
            },
          ]}
        />
      )}
      <div className="field-row mt-2">
        {resistor && (
          <QuantityField
            label={led.size === 1 ? "Resistor" : "Resistor value"}
            unit="Ω"
            value={resistor.ohms!}
            range={LIMITS.ohms}
            onCommit={(ohms) => editRig((before) => withLedResistors(before, ohms))}
            width={120}
          />
        )}
        {bases.length > 0 && baseOhms !== undefined && (
          <QuantityField
            label="Base resistor value"
            unit="Ω"
            value={baseOhms}
            range={LIMITS.ohms}
            onCommit={(ohms) => {
              const refs = new Set(bases.map(({ ref }) => ref));
              editRig((before) => changeUnits(before, ({ ref }) => refs.has(ref), { ohms }));
            }}
            width={130}
          />
        )}
      </div>
    </section>
  );
}

const USE_TITLES: Partial<Record<LineUse, string>> = {
  data: "Data line",
  clock: "Clock line",
  latch: "Latch line",
  "ring-clock": "Ring clock",
  "ring-reset": "Ring reset",
  "segment-dp": "Point",
  "segment-colon": "Colon",
  "segment-degree": "Degree mark",
};

const titleOf = (use: LineUse, plan: Plan): string => {
  const { chip } = schemeOf(plan.scheme);
  if (use === "latch" && chip) return busFacts(chip).selectTitle ?? USE_TITLES.latch!;
  const known = USE_TITLES[use];
  if (known) return known;
  const [what = "", which = ""] = use.split("-");
  const dots = showsDots(plan);
  if (what === "segment")
    return dots ? `Column ${SEGMENTS.findIndex((name) => name === which) + 1}` : `Segment ${which}`;
  if (what === "digit") return dots ? `Row ${which}` : `Digit ${which}`;
  return `${what === "select" ? "Select" : "Code"} bit ${which}`;
};

/** The plan with lines left alone; those it has on them move to others. */
const withAside = ({ aside: _, ...plan }: Plan, aside: readonly string[]): Plan =>
  withLines(aside.length > 0 ? { ...plan, aside } : plan);

/** Lines of a board as they were typed, each once. */
function linesIn(text: string, { lines, title }: ControllerPart) {
  const named = [...new Set(text.split(/[\s,;]+/).filter((one) => one !== ""))];
  const lineOf = (one: string) =>
    lines.find(({ leg }) => leg === one) ??
    lines.find(({ printed, port }) => printed === one || port === one);
  const unknown = named.find((one) => !lineOf(one));
  return unknown === undefined
    ? { ok: true as const, value: [...new Set(named.map((one) => lineOf(one)!.leg))] }
    : { ok: false as const, message: `The ${title.split(",")[0]} has no line ${unknown}` };
}

const CALLED: Readonly<Record<LineNames, string>> = {
  printed: "as printed on the board",
  ports: "as in the data sheet",
};

/** A line of a board by one of its names, for an example: the first that has both. */
function nameOf({ lines }: ControllerPart, names: LineNames | undefined): string {
  const line = lines.find((one) => one.port && one.printed && !one.awkward) ?? lines[0]!;
  return (names === "ports" ? line.port : names && line.printed) ?? line.leg;
}

/** The board and the line for each use. */
export function BoardSheet({ onLay }: Props) {
  const model = useModel();
  const { rig } = model;
  const controller = controllerById(rig.plan.controller);
  const uses = lineUses(rig.plan);
  const now = linesOfUses(model, uses);
  const chip = driverChipOf(rig.plan.scheme);
  const board = controllerUnit(rig);
  const called = lineNamesOf(controller);
  const lines = controller.lines.map(
    ({ leg, printed, port, awkward, unusable }) =>
      [
        leg,
        `${(board?.lineNames === "ports" ? port : board?.lineNames && printed) ?? leg}${unusable ? " (not usable)" : awkward ? ` (${awkward.replace(/^line \S+ (is |also )?/, "")})` : ""}`,
        unusable !== undefined,
      ] as const,
  );
  return (
    <section className="sheet">
      <div className="spread mb-2">
        <h2 className="sheet-title mb-0">Board</h2>
        <BoardSelect
          size="sm"
          labelled="heard"
          value={rig.plan.controller}
          onChoose={(id) => onLay(withController(rig.plan, id))}
        />
      </div>
      <div className={`line-fields${uses.length > 3 ? " are-many" : ""}`}>
        {uses.map((use) => (
          <SelectField
            key={use}
            label={titleOf(use, rig.plan)}
            size={uses.length > 3 ? "sm" : undefined}
            value={now[use] ?? ""}
            options={now[use] === undefined ? [["", "none"], ...lines] : lines}
            onChoose={(line) => editWires((before) => assignLine(before, now, use, line))}
          />
        ))}
      </div>
      {board && called.length > 0 && (
        <div className="mt-2">
          <SelectField<LineNames | "">
            label="Pin names"
            value={board.lineNames ?? ""}
            options={[
              ["", `as in a sketch: ${nameOf(controller, undefined)}`],
              ...called.map((names) => [names, `${CALLED[names]}: ${nameOf(controller, names)}`] as const),
            ]}
            onChoose={(names) => editRig((before) => nameLines(before, names === "" ? undefined : names))}
          />
        </div>
      )}
      <div className="mt-2">
        <CommitField<string[]>
          label="Lines to keep free"
          mono
          shown={(rig.plan.aside ?? []).join(", ")}
          hint="for buttons, sensors or a serial port: line names, separated by commas"
          maxLength={200}
          read={(text) => linesIn(text, controller)}
          onCommit={(aside) => onLay(withAside(rig.plan, aside))}
        />
      </div>
      {chip && chip.segmentLegs.length < 16 && !showsDots(rig.plan) && model.digits.length > 1 && (
        <div className="mt-2">
          <SelectField
            label={`${legName(legById(chip, chip.digitLegs[0]!), "letters")} drives`}
            title="Which way round the display hangs on the chip; which digit is called digit 1 is chosen at the display"
            value={drivesLast(rig.plan) ? "rightmost" : "leftmost"}
            options={[
              ["leftmost", "the leftmost digit"],
              ["rightmost", "the rightmost digit"],
            ]}
            onChoose={(which) => onLay({ ...rig.plan, digitOutputs: digitOrder(rig.plan, which) })}
          />
        </div>
      )}
      {chip?.address && (
        <div className="mt-2">
          <SelectField
            label="Bus address, by straps"
            value={rig.plan.busAddress ?? 0}
            options={Array.from({ length: 2 ** chip.address.straps.length }, (_, straps) => {
              const address = (chip.address!.base + straps).toString(16).toUpperCase();
              return [straps, `0x${address}${straps === 0 ? ", no strap" : ""}`] as const;
            })}
            onChoose={(busAddress) => onLay({ ...rig.plan, busAddress })}
          />
        </div>
      )}
      {model.encoding.chain && (
        <div className="mt-2">
          <Choices
            label="Bit order"
            value={rig.code.bitOrder}
            onChoose={(bitOrder) => editRig((before) => ({ ...before, code: { ...before.code, bitOrder } }))}
            options={[
              {
                value: "msb-first",
                name: "Most significant bit first",
                cost: "bit 7 ends at the last output",
              },
              {
                value: "lsb-first",
                name: "Least significant bit first",
                cost: "bit 0 ends at the last output",
              },
            ]}
          />
          {rig.code.kept && (
            <p className="small quiet mt-2 mb-0">
              The code was kept as it was, so this waits until the table follows the wires again.
            </p>
          )}
        </div>
      )}
    </section>
  );
}
