"use client";
import "./scan.css";
import Link from "next/link";
import Button from "react-bootstrap/Button";
import { isMultiplexed, turnWord } from "@/core/address";
import { LIMITS, controllerById, type Scan, type ScanSchool } from "@/core/rig";
import { DIM_STEPS, chipScans, chipTurn, dimTo, scanFigures, type ChipScan } from "@/core/scan";
import { editRig, useModel } from "@/store";
import { ChipSheet, Choices, QuantityField, StationFrame, type ChoiceOption } from "@/ui";
import { CameraSheet } from "./camera-sheet";
import { CountedSheet } from "./counted-sheet";
import { EyeSheet } from "./eye-sheet";
import { LightSheet } from "./light-sheet";
import { TimerSheet } from "./timer-sheet";
import { TurnPicture } from "./turn-picture";

const SCHOOLS: ReadonlyArray<ChoiceOption<ScanSchool>> = [
  { value: "loop", name: "Blocking loop", cost: "simple; the board does nothing else while it waits" },
  { value: "timer", name: "Timer interrupt", cost: "even and free-running; shared values need care" },
];
const DIVIDER: ChoiceOption<ScanSchool> = {
  value: "divider",
  name: "Hardware divider",
  cost: "counters in logic; exact, and no code runs",
};

const change = (values: Partial<Scan>) => editRig((rig) => ({ ...rig, scan: { ...rig.scan, ...values } }));

/** Scan: how digits that share their segments take turns, and what eyes, cameras and the board make of it. */
export function ScanStation() {
  const model = useModel();
  const word = turnWord(model);
  const { rig } = model;
  const chips = chipScans(model);
  if (chips[0] && !isMultiplexed(model)) return <ByChip scan={chips[0]} />;
  if (!isMultiplexed(model)) return <Steady />;
  const figures = scanFigures(model);
  const logic = controllerById(rig.plan.controller).flavour === "logic";
  const even = new Set(rig.scan.on).size === 1;
  const seconds = (range: readonly [number, number]): [number, number] => [range[0] / 1e6, range[1] / 1e6];
  return (
    <StationFrame title="Scan" lead={`How the ${word}s take turns. Drag an end to change a time.`}>
      <section className="sheet">
        <div className="scan-head">
          <Choices
            label="Who keeps time"
            value={figures.school}
            onChoose={(school) => change({ school })}
            options={logic ? [DIVIDER] : SCHOOLS}
          />
          <div className="field-row">
            <QuantityField
              label={even ? `Each ${word} on for` : "All on for (now uneven)"}
              unit="s"
              value={rig.scan.on[0]! / 1e6}
              range={seconds(LIMITS.onTime)}
              onCommit={(time) => change({ on: [Math.max(1, Math.round(time * 1e6))] })}
              width={120}
            />
            <QuantityField
              label="Blank between"
              unit="s"
              value={rig.scan.blank / 1e6}
              range={seconds(LIMITS.blankTime)}
              onCommit={(time) => change({ blank: Math.round(time * 1e6) })}
              width={110}
            />
            <div>
              <span className="field-label">Dim at the same rate</span>
              <span className="btn-group btn-group-sm" role="group" aria-label="Dim at the same rate">
                <Button variant="plain" onClick={() => change(dimTo(rig.scan, Infinity))}>
                  full
                </Button>
                {DIM_STEPS.map((share) => (
                  <Button key={share} variant="plain" onClick={() => change(dimTo(rig.scan, share))}>
                    ×{share === 0.125 ? "⅛" : share === 0.25 ? "¼" : "½"}
                  </Button>
                ))}
              </span>
            </div>
          </div>
        </div>
        <TurnPicture figures={figures} onChange={change} />
      </section>
      <div className="scan-grid">
        <div className="scan-column">
          <LightSheet figures={figures} />
          <CountedSheet figures={figures} />
        </div>
        <div className="scan-column">
          <TimerSheet figures={figures} />
        </div>
        <div className="scan-column">
          <EyeSheet figures={figures} />
        </div>
        <CameraSheet figures={figures} />
      </div>
    </StationFrame>
  );
}

/** The chip takes turns by itself: its rate and brightness steps, and what eyes and cameras make of them. */
function ByChip({ scan }: { scan: ChipScan }) {
  const model = useModel();
  const turn = chipTurn(model, scan);
  return (
    <StationFrame
      title="Scan"
      lead={`${scan.part.id} takes the turns by itself; the board only writes when something changes.`}
    >
      <div className="scan-grid">
        <ChipSheet />
        <EyeSheet figures={turn} />
        <CameraSheet figures={turn} />
      </div>
    </StationFrame>
  );
}

function Steady() {
  const { rig } = useModel();
  return (
    <StationFrame title="Scan" lead="How digits that share their segments take turns.">
      <section className="sheet scan-steady">
        <h2>Nothing takes turns here</h2>
        <p>
          Every digit of {rig.name} has outputs of its own and is lit all the time: no flicker, no ghosts, no
          bands on film, and no work for the board between two changes.
        </p>
        <p className="mb-3">
          Several digits on few lines share their segments and are lit one after the other. Choose such a
          display and way on the Plan station, and this page shows when each is lit, how bright it is, and
          what a camera sees.
        </p>
        <Link className="btn btn-primary" href={`/rig/${rig.id}/plan`}>
          Look at the ways to drive it
        </Link>
      </section>
    </StationFrame>
  );
}
