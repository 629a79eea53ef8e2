"use client";
import "./scan.css";
import Button from "react-bootstrap/Button";
import { isMultiplexed, scanningChip, scannedWord } from "@/core/address";
import { LIMITS, controllerById, type ScanSchool } from "@/core/rig";
import { DIM_STEPS, dimTo } from "@/core/scan";
import { editScan, useAtDesk, useModel } from "@/store";
import { ChipSheet, Choices, QuantityField, StationFrame, type ChoiceOption, StationLink } from "@/ui";
import type { ScanSeen } from "@/workers";
import { CameraSheet } from "./camera-sheet";
import { CountedSheet } from "./counted-sheet";
import { EyeSheet } from "./eye-sheet";
import { LightSheet } from "./light-sheet";
import { TimerSheet } from "./timer-sheet";
import { ScanPicture } from "./scan-picture";

const SCHOOLS: ReadonlyArray<ChoiceOption<ScanSchool>> = [
  { value: "loop", name: "Blocking loop", cost: "simple; the board can do nothing else while it waits" },
  {
    value: "timer",
    name: "Timer interrupt",
    cost: "even, and leaves the loop free; shared values need care",
  },
];
const DIVIDER: ChoiceOption<ScanSchool> = {
  value: "divider",
  name: "Hardware divider",
  cost: "counters in logic; exact, no code involved",
};

/** Scan: how digits that share their segments take turns, and what eyes, cameras and the board make of it. */
export function ScanStation() {
  const model = useModel();
  const seen = useAtDesk((desk) => desk.scan());
  if (isMultiplexed(model)) return <ByProgram seen={seen} />;
  const chip = scanningChip(model);
  return chip ? <ByChip chip={chip.id} seen={seen} /> : <Steady />;
}

interface Seen {
  /** Undefined until the desk has looked. */
  readonly seen: ScanSeen | undefined;
}

/** The program takes the turns: when each digit is lit, what keeps time, and what comes of it. */
function ByProgram({ seen }: Seen) {
  const model = useModel();
  const word = scannedWord(model);
  const { rig } = model;
  // Of the moment before an edit it may be of other digits.
  const figures = seen?.figures?.digits.length === model.digits.length ? seen.figures : undefined;
  const logic = controllerById(rig.plan.controller).flavour === "logic";
  const even = new Set(rig.scan.on).size === 1;
  const seconds = (range: readonly [number, number]): [number, number] => [range[0] / 1e6, range[1] / 1e6];
  return (
    <StationFrame title="Scan" lead={`How the ${word}s share the time. Drag an end to change it.`}>
      <section className="sheet">
        <div className="scan-head">
          <Choices
            label="Timing method"
            value={figures?.school ?? (logic ? "divider" : (rig.scan.school ?? "loop"))}
            onChoose={(school) => editScan({ school })}
            options={logic ? [DIVIDER] : SCHOOLS}
          />
          <div className="field-row">
            <QuantityField
              label={even ? `On-time per ${word}` : "On-time for all (now uneven)"}
              unit="s"
              value={rig.scan.on[0]! / 1e6}
              range={seconds(LIMITS.onTime)}
              onCommit={(time) => editScan({ on: [Math.max(1, Math.round(time * 1e6))] })}
              width={120}
            />
            <QuantityField
              label="Blanking time"
              unit="s"
              value={rig.scan.blank / 1e6}
              range={seconds(LIMITS.blankTime)}
              onCommit={(time) => editScan({ blank: Math.round(time * 1e6) })}
              width={110}
            />
            <div>
              <span className="field-label">Brightness, same refresh rate</span>
              <span
                className="btn-group btn-group-sm"
                role="group"
                aria-label="Brightness, same refresh rate"
              >
                <Button variant="plain" onClick={() => editScan(dimTo(rig.scan, Infinity))}>
                  full
                </Button>
                {DIM_STEPS.map((share) => (
                  <Button key={share} variant="plain" onClick={() => editScan(dimTo(rig.scan, share))}>
                    ×{share === 0.125 ? "⅛" : share === 0.25 ? "¼" : "½"}
                  </Button>
                ))}
              </span>
            </div>
          </div>
        </div>
        {figures && <ScanPicture figures={figures} onChange={editScan} />}
      </section>
      {figures && (
        <div className="scan-grid">
          <div className="scan-column">
            <LightSheet figures={figures} />
            <CountedSheet figures={figures} />
          </div>
          <div className="scan-column">
            <TimerSheet figures={figures} used={seen?.used} />
          </div>
          <div className="scan-column">
            <EyeSheet figures={figures} ghosts={seen?.ghosts ?? []} />
          </div>
          <CameraSheet figures={figures} />
        </div>
      )}
    </StationFrame>
  );
}

/** The chip takes turns by itself: its rate and brightness steps, and what eyes and cameras make of them. */
function ByChip({ chip, seen }: Seen & { readonly chip: string }) {
  const { digits } = useModel();
  const chips = seen?.chipFigures;
  const own = chips && chips.digits.length <= digits.length ? chips : undefined;
  return (
    <StationFrame
      title="Scan"
      lead={`${chip} scans the display by itself; the board only writes when something changes.`}
    >
      <div className="scan-grid">
        <ChipSheet />
        {own && <EyeSheet figures={own} ghosts={seen?.ghosts ?? []} />}
        {own && <CameraSheet figures={own} />}
      </div>
    </StationFrame>
  );
}

/** Digits that share nothing are lit at once: there is no scan to look at, and the way to one is offered. */
function Steady() {
  const { rig } = useModel();
  return (
    <StationFrame title="Scan" lead="How digits that share their segment lines are multiplexed.">
      <section className="sheet scan-steady">
        <h2>Nothing is multiplexed here</h2>
        <p>
          Every digit of {rig.name} has its own outputs and is lit all the time: no flicker, no ghosting, no
          bands on video, and nothing for the board to do between changes.
        </p>
        <p className="mb-3">
          When several digits share their segment lines, they are lit one after another. Choose such a display
          and way of driving it on Plan, and this page shows when each is lit, how bright it is and what a
          camera sees.
        </p>
        <StationLink className="btn btn-primary" href={`/rig/${rig.id}/plan`}>
          Look at the ways to drive it
        </StationLink>
      </section>
    </StationFrame>
  );
}
