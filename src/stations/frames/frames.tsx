"use client";
import "./frames.css";
import { useEffect, useState } from "react";
import { gridOf } from "@/core/address";
import type { Scene } from "@/core/dots";
import { reactingOf } from "@/core/rig";
import { useModel, useRig, useWaitingKind } from "@/store";
import { SeverityMark, StationFrame, ViewSwitch, fetched, useChosen, StationLink } from "@/ui";
import { blankPictures, insertScene } from "./new-scene";
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
  const waiting = useWaitingKind();
  const taking = waiting === "font" ? "fonts" : waiting === "picture" ? "texts" : undefined;
  if (taking && view !== taking) setView(taking);
  if (!gridOf(model)) return <NoDots />;
  return (
    <StationFrame
      title="Frames"
      lead="Scrolling texts and moving pictures on your modules."
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
  const model = useModel();
  const { rig } = model;
  const { sign } = rig;
  const scenes = sign?.scenes ?? NO_SCENES;
  const [at, setChosen] = useChosen(scenes);
  const waiting = useWaitingKind();
  useEffect(() => {
    if (waiting !== "picture" || scenes[at]?.kind === "pictures") return;
    const there = scenes.findIndex(({ kind }) => kind === "pictures");
    if (there < 0) insertScene(scenes.length - 1, blankPictures(gridOf(model)!));
    setChosen(there < 0 ? scenes.length : there);
  }, [waiting, model, scenes, at, setChosen]);
  return (
    <div className="frames-grid">
      {reactingOf(rig) && (
        <p className="small mb-0 frames-wide">
          <SeverityMark
            severity="note"
            text="This sign reacts to inputs: what it shows is set on Show. These scenes are kept for when you go back to them."
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
    <StationFrame title="Frames" lead="What a dot-matrix display shows.">
      <section className="sheet">
        <p className="mb-2">
          {rig.name} shows digits. Frames are for displays of dots: 8 × 8, 5 × 7 or 16 × 8 modules, one or
          many of them.
        </p>
        <StationLink className="btn btn-plain" href={`/rig/${rig.id}/plan`}>
          Choose such a display on Plan
        </StationLink>
      </section>
    </StationFrame>
  );
}
