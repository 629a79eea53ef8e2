import type { RigModel } from "../address";
import { isDot, outputName } from "../glyph";
import { legRef, movedWires, splitLegRef, splitPipId, type LegRef, type Plan } from "../rig";

/**
 * The plan that the wires as they are would come from: which output serves which segment and digit, read back from
 * them. For taking up what was moved by hand.
 * @returns undefined where no choice of outputs and lines makes these wires
 */
export function planFromWires(model: RigModel): Plan | undefined {
  const { rig } = model;
  const { chips } = model.chain;
  const outputs = [...rig.plan.outputs];
  const digitOutputs = [...rig.plan.digitOutputs];
  const [segmentChip, digitChip] = chips;
  for (const { pip, ownReach, sharedReach } of model.addresses) {
    const { unit, digit, segment } = splitPipId(pip);
    const own = ownReach[0]?.driver;
    const output =
      own?.kind === "port"
        ? own.at
        : own?.kind === "register" && (own.unit === segmentChip || chips.length > 2)
          ? own.stage
          : undefined;
    if (output !== undefined) {
      const name = isDot(segment) ? outputName(segment) : segment;
      const planned = rig.plan.outputs.find((one) => one === name);
      if (planned) outputs[output] = planned;
    }
    const shared = sharedReach[0]?.driver;
    const place = model.digits.findIndex((id) => id.unit === unit && id.digit === digit);
    const drive = shared?.kind === "switch" ? driveOf(model, shared.control) : shared;
    if (drive?.kind === "register" && drive.unit === digitChip && place >= 0)
      digitOutputs[drive.stage] = place + 1;
  }
  const lines = { ...rig.plan.lines };
  for (const use of ["data", "clock", "latch"] as const) {
    const found = model.chain.lines[use];
    if (found !== undefined && lines[use] !== undefined) lines[use] = found;
  }
  const plan: Plan = { ...rig.plan, outputs, digitOutputs, lines };
  const whole =
    new Set(outputs).size === outputs.length && new Set(digitOutputs).size === digitOutputs.length;
  return whole && movedWires({ ...rig, plan }).length === 0 ? plan : undefined;
}

const driveOf = (model: RigModel, control: LegRef) => {
  const net = model.nets.of(control);
  for (const leg of net.legs) {
    const { unit, leg: end } = splitLegRef(leg);
    if (model.part(unit).kind !== "resistor") continue;
    const far = model.nets.of(legRef(unit, end === "1" ? "2" : "1"));
    const driver = model.drivers.get(far.id)?.find(({ kind }) => kind === "register");
    if (driver) return driver;
  }
  return model.drivers.get(net.id)?.find(({ kind }) => kind === "register");
};
