import { positionOf, scannedWord, type RigModel } from "@/core/address";
import type { Bit } from "@/core/level";
import { legById, legName, type ShiftRegisterPart } from "@/core/parts";
import { splitPipId, type PipId, digitOf } from "@/core/rig";
import type { SendStep } from "@/core/sim";
import { pickPip, usePreferences } from "@/store";

const shown = (bit: Bit | undefined): string => (bit === 0 || bit === 1 ? String(bit) : "?");

interface Props {
  readonly model: RigModel;
  readonly chips: SendStep["chips"];
  readonly pick: PipId | undefined;
  readonly step: SendStep | undefined;
}

/** The stages of each register and its outputs, side by side; what the last edge moved stands out. */
export function ChipStages({ model, chips, pick, step }: Props) {
  const legNames = usePreferences((state) => state.legNames);
  const shifted = step?.use === "clock" && step.level === 1;
  const latched = step?.use === "latch" && step.level === 1;
  const takes = ({ latch }: ShiftRegisterPart) => (latch === "none" ? shifted : latched);
  return (
    <div className="chips">
      {chips.map(({ ref, stages, latched: outputs }) => {
        const part = model.part(ref);
        if (part.kind !== "shift-register") return null;
        if (stages.length === 0) return <p key={ref}>{ref} has no power, so it holds nothing.</p>;
        return (
          <table key={ref} className="stages" aria-label={`Stages and outputs of ${ref}`}>
            <thead>
              <tr>
                <th>{ref}</th>
                {part.outputLegs.map((leg) => (
                  <th key={leg}>{legName(legById(part, leg), legNames)}</th>
                ))}
              </tr>
            </thead>
            <tbody>
              <tr className={shifted ? "is-moved" : undefined}>
                <th>stages {shifted ? "→" : ""}</th>
                {stages.map((bit, at) => (
                  <td key={at} className={`stage${bit === 1 ? " is-one" : ""}`}>
                    {shown(bit)}
                  </td>
                ))}
              </tr>
              <tr className={takes(part) ? "is-moved" : undefined}>
                <th>outputs {takes(part) ? "↓" : ""}</th>
                {outputs.map((bit, at) => (
                  <td key={at} className={`stage${bit === 1 ? " is-one" : ""}`}>
                    {shown(bit)}
                  </td>
                ))}
              </tr>
              <tr>
                <th>segment</th>
                {part.outputLegs.map((leg, stage) => {
                  const all = model.addresses
                    .filter(
                      ({ verdict }) =>
                        verdict.kind === "driven" &&
                        verdict.conditions.some(
                          ({ driver }) =>
                            driver.kind === "register" && driver.unit === ref && driver.stage === stage,
                        ),
                    )
                    .map(({ pip }) => pip);
                  const several = new Set(all.map((pip) => splitPipId(pip).segment)).size > 1;
                  // One of each digit for a bit that switches digits, the picked digit's own for a segment.
                  const pips = several
                    ? [...new Map(all.map((pip) => [digitOf(pip), pip])).values()]
                    : all.filter((pip) => pick === undefined || digitOf(pip) === digitOf(pick)).slice(0, 1);
                  return (
                    <td key={leg}>
                      {pips.length === 0
                        ? "–"
                        : pips.map((pip) => (
                            <button
                              key={pip}
                              type="button"
                              className={`plain-button stage-segment${pip === pick ? " is-picked" : ""}`}
                              aria-pressed={pip === pick}
                              onClick={() => pickPip(pip)}
                            >
                              {several
                                ? `${scannedWord(model)[0]}${positionOf(model, splitPipId(pip).unit, splitPipId(pip).digit)}`
                                : splitPipId(pip).segment}
                            </button>
                          ))}
                    </td>
                  );
                })}
              </tr>
            </tbody>
          </table>
        );
      })}
    </div>
  );
}
