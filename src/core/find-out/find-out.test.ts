import fc from "fast-check";
import { modelOf, type RigModel } from "../address";
import { SEGMENTS, type SegmentName } from "../glyph";
import {
  DEFAULT_PLAN,
  MODULES,
  checkRig,
  ledValues,
  matrixSize,
  moduleByKind,
  newRig,
  relay,
  splitPipId,
  withLines,
  withModule,
  type Plan,
  type Rig,
} from "../rig";
import { signRun } from "../show";
import { frameRows } from "../sim";
import { probeRig, probesOf, titleOf, workOut, type Probe, type Seen } from ".";

const rigOf = (plan: Plan): Rig =>
  newRig({ id: "r", name: "R" }, withLines(plan), { ohms: 470, led: ledValues("red") });
const planOf = (kind: string): Plan =>
  withLines(withModule({ ...DEFAULT_PLAN, lines: {} }, moduleByKind(kind)));

/** What reaches each LED: bits of a chip's memory, or outputs of registers. */
const reachedBy = (model: RigModel) =>
  new Map(
    model.addresses.map(({ pip, verdict }) => [
      pip,
      verdict.kind !== "driven"
        ? pip
        : verdict.conditions
            .map((one) => ("cell" in one ? `${one.cell.address}.${one.cell.bit}` : `${one.driver.leg}`))
            .sort()
            .join(" "),
    ]),
  );

/** Where an LED is seen: its digit on the whole face. */
const placeOf = (model: RigModel, pip: Parameters<RigModel["address"]>[0]): Probe => {
  const { unit, digit, segment } = splitPipId(pip);
  return {
    digit: model.digits.findIndex((id) => id.unit === unit && id.digit === digit) + 1,
    segment,
  };
};

/** What somebody sees who believes in one plan and has a module of another one on the table. */
function seeing(believed: Plan, real: Plan): Seen[] {
  const [thinks, table] = [modelOf(probeRig(rigOf(believed), 1000)), modelOf(rigOf(real))];
  const isThought = reachedBy(thinks);
  const is = reachedBy(table);
  return probesOf(believed).map((probe): Seen => {
    const meant = thinks.addresses.find(({ pip }) => {
      const place = placeOf(thinks, pip);
      return place.digit === probe.digit && place.segment === probe.segment;
    });
    const lit = table.addresses.filter(({ pip }) => meant && is.get(pip) === isThought.get(meant.pip));
    return lit.length === 0 ? "nothing" : placeOf(table, lit[0]!.pip);
  });
}

const shuffled = <Value>(values: readonly Value[]) =>
  fc.shuffledSubarray([...values], { minLength: values.length });

const KINDS = MODULES.map(({ bought: { kind } }) => kind!);

describe("an unknown order is found out", () => {
  test.each(KINDS)("%s: as it was taken for, nothing is different", (kind) => {
    const plan = planOf(kind);
    const found = workOut(plan, seeing(plan, plan));
    expect(found).toMatchObject({ ok: true, says: [] });
    expect(found.ok && found.plan.bought).toEqual(plan.bought);
  });

  test.each(KINDS.filter((kind) => !kind.includes("exchanged")))("%s: scrambled in any way", (kind) => {
    const believed = planOf(kind);
    const used = believed.bought!.digits / believed.bought!.chips;
    const most = matrixSize(believed) ? 8 : believed.bought!.segmentsFirst ? believed.bought!.digits : used;
    fc.assert(
      fc.property(
        shuffled(SEGMENTS.filter((segment) => matrixSize(believed) || segment !== "dp")),
        shuffled(believed.digitOutputs.filter((digit) => digit <= most)),
        (segments, digits) => {
          const nextSegment = [...segments];
          const nextDigit = [...digits];
          const real: Plan = {
            ...believed,
            outputs: believed.outputs.map((name) =>
              !matrixSize(believed) && name === "dp" ? name : nextSegment.shift()!,
            ),
            digitOutputs: believed.digitOutputs.map((digit) => (digit <= most ? nextDigit.shift()! : digit)),
          };
          const found = workOut(believed, seeing(believed, real));
          expect(found.ok && [found.plan.outputs, found.plan.digitOutputs]).toEqual([
            real.outputs,
            real.digitOutputs,
          ]);
          if (found.ok && found.says.length > 0) expect(found.plan.bought?.kind).toBeUndefined();
          // What was found lays the very wires that are on the table.
          if (found.ok)
            expect(new Set(rigOf(found.plan).wires.map(({ from, to }) => `${from} ${to}`))).toEqual(
              new Set(rigOf(real).wires.map(({ from, to }) => `${from} ${to}`)),
            );
        },
      ),
      { numRuns: 4 },
    );
  });

  test("digits on the legs for segments, taken for a board with lamps", () => {
    const believed = planOf("digits-8-lamps-keys-tm1638");
    const real = planOf("digits-8-keys-16-tm1638");
    const found = workOut(believed, seeing(believed, real));
    expect(found).toMatchObject({ ok: true });
    if (!found.ok) return;
    expect(found.says[0]).toBe("digits are on the legs for segments");
    expect(found.plan).toMatchObject({ polarity: "common-anode", bought: { exchanged: true } });
    expect(rigOf(found.plan).wires).toEqual(rigOf(real).wires);
  });

  test("and the other way round", () => {
    const believed = planOf("digits-8-keys-16-tm1638");
    const found = workOut(believed, seeing(believed, planOf("digits-8-lamps-keys-tm1638")));
    expect(found.ok && found.plan).toMatchObject({
      polarity: "common-cathode",
      bought: { exchanged: false },
    });
  });

  test.each<[string, string, object]>([
    ["digits-4-tm1637", "digits-4-colon-tm1637", { display: "own", own: { pointIs: { 2: "colon" } } }],
    ["digits-4-colon-tm1637", "digits-4-tm1637", { display: "plain" }],
  ])("%s that turns out %s: colon and points", (believed, real, display) => {
    const found = workOut(planOf(believed), seeing(planOf(believed), planOf(real)));
    expect(found.ok && found.plan).toMatchObject(display);
  });

  test("rows and columns of dots exchanged: the block stands transposed", () => {
    const plan = planOf("dots-max7219");
    const seen = probesOf(plan).map(({ digit, segment }): Seen => ({
      digit: Number(segment.slice(1)),
      segment: `c${digit}` as Probe["segment"],
    }));
    const found = workOut(plan, seen);
    expect(found.ok && found.plan.bought?.stands).toEqual({ turn: 90, mirrored: true, from: "left" });
    const laid = found.ok ? relay(rigOf(plan), found.plan) : undefined;
    expect(laid?.sign?.modules[0]).toMatchObject({ turn: 90, mirrored: true });
  });

  test.each<[string, (probe: Probe, at: number) => Seen, RegExp]>([
    ["nothing at all", () => "nothing", /other polarity, or the module has no power/],
    ["all but one", () => "several", /all but one means the other polarity/],
    [
      "one that shows nothing",
      (probe, at) => (at === 2 ? "nothing" : probe),
      /^What is taken for digit 1, segment c must light/,
    ],
    [
      "one LED twice",
      (probe, at) => (at === 2 ? { digit: 1, segment: "a" } : probe),
      /same LED was seen for two/,
    ],
    ["no order", (probe, at) => (at === 2 ? { digit: 3, segment: "f" } : probe), /in no order/],
  ])("%s is said", (_, see, message) => {
    const plan = planOf("digits-4-tm1637");
    expect(workOut(plan, probesOf(plan).map(see))).toMatchObject({
      ok: false,
      message: expect.stringMatching(message) as string,
    });
  });

  test("what is not yet seen is asked for", () => {
    const plan = planOf("digits-4-tm1637");
    expect(workOut(plan, [])).toEqual({ ok: false, message: "14 are still to be seen." });
    expect(titleOf(planOf("dots-max7219"), { digit: 2, segment: "c3" })).toBe(
      "What is taken for row 2, column 3",
    );
  });
});

describe("the program that lights one output at a time", () => {
  test.each(KINDS.filter((kind) => !kind.startsWith("dots")))("%s: one segment after the other", (kind) => {
    const rig = probeRig(rigOf(planOf(kind)), 3000);
    expect(checkRig(JSON.parse(JSON.stringify(rig)))).toMatchObject({ ok: true });
    const model = modelOf(rig);
    const rows = frameRows(model);
    const lit = rows.map(({ shown }) =>
      shown.flatMap((segments, at) => segments.map((segment) => `${at + 1}${segment}`)),
    );
    expect(lit).toEqual(
      probesOf(rig.plan).map(({ digit, segment }) => [`${digit}${segment as SegmentName}`]),
    );
  });

  test.each(KINDS.filter((kind) => kind.startsWith("dots")))("%s: one dot after the other", (kind) => {
    const rig = probeRig(rigOf(planOf(kind)), 3000);
    expect(checkRig(JSON.parse(JSON.stringify(rig)))).toMatchObject({ ok: true });
    const { columns } = matrixSize(rig.plan)!;
    const { frames } = signRun(rig, columns, 8);
    const dots = frames.map(({ bitmap }) => [...bitmap().dots].flatMap((dot, at) => (dot ? [at] : [])));
    expect(dots).toEqual(
      probesOf(rig.plan).map(({ digit, segment }) => [(digit - 1) * columns + Number(segment.slice(1)) - 1]),
    );
  });
});
