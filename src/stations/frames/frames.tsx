"use client";
import "./frames.css";
import Link from "next/link";
import { useState } from "react";
import { gridOf } from "@/core/address";
import type { Scene } from "@/core/dots";
import { reactingOf } from "@/core/rig";
import { useModel, useRig } from "@/store";
import { SeverityMark, StationFrame, ViewSwitch, fetched, useChosen } from "@/ui";
import { SceneEditor } from "./scene-editor";
import { SceneQueue } from "./scene-queue";
import { RunView } from "./run-view";

const ModulesView = fetched("The modules", () => import("./modules").then((module) => module.ModulesView));
const FontsView = fetched("The fonts", () => import("./fonts").then((module) => module.FontsView));
const BytesView = fetched("The costs", () => import("./bytes").then((module) => module.BytesView));

const VIEWS = [
  ["texts", "Texts and pictures"],
  ["modules", "Modules"],
  ["fonts", "Fonts"],
  ["bytes", "Cost and bytes"],
] as const;
type View = (typeof VIEWS)[number][0];

/** Frames: what a display of dots shows, how its modules stand, the letters it has, and what that costs. */
export function FramesStation() {
  const model = useModel();
  const [view, setView] = useState<View>("texts");
  if (!gridOf(model)) return <NoDots />;
  return (
    <StationFrame
      title="Frames"
      lead="Texts that run, pictures that move, on the modules as they stand."
      actions={<ViewSwitch label="View" value={view} views={VIEWS} onView={setView} />}
    >
      {view === "texts" && <Texts />}
      {view === "modules" && <ModulesView />}
      {view === "fonts" && <FontsView />}
      {view === "bytes" && <BytesView />}
    </StationFrame>
  );
}

const NO_SCENES: readonly Scene[] = [];

function Texts() {
  const rig = useRig();
  const { sign } = rig;
  const [at, setChosen] = useChosen(sign?.scenes ?? NO_SCENES);
  return (
    <div className="frames-grid">
      {reactingOf(rig) && (
        <p className="small mb-0 frames-wide">
          <SeverityMark
            severity="note"
            text="This sign reacts: what it shows is on Show. These scenes wait until it goes back to them."
          />
        </p>
      )}
      <RunView chosen={at} onScene={setChosen} />
      <SceneQueue chosen={at} onChoose={setChosen} />
      {sign?.scenes[at] && <SceneEditor key={at} at={at} />}
    </div>
  );
}

function NoDots() {
  const rig = useRig();
  return (
    <StationFrame title="Frames" lead="What runs across a display of dots.">
      <section className="sheet">
        <p className="mb-2">
          {rig.name} shows digits. Frames are for displays of dots: 8 × 8, 5 × 7 or 16 × 8 modules, one or
          many of them.
        </p>
        <Link className="btn btn-plain" href={`/rig/${rig.id}/plan`}>
          Choose such a display on Plan
        </Link>
      </section>
    </StationFrame>
  );
}
