"use client";
import "./bench.css";
import { useState } from "react";
import { showsDots } from "@/core/rig";
import { usePreferences, useAtDesk, useRig } from "@/store";
import { StationFrame, ViewSwitch, fetched } from "@/ui";

const BringUp = fetched("Bring-up", () => import("./bring-up").then((module) => module.BringUp));
const FindFault = fetched("The search for a fault", () =>
  import("./find-fault").then((module) => module.FindFault),
);
const HandSheet = fetched("The board control", () =>
  import("./hand/hand-sheet").then((module) => module.HandSheet),
);
const PinOut = fetched("The pin finder", () => import("./pins/pin-out").then((module) => module.PinOut));
const Drills = fetched("The drills", () => import("./drills").then((module) => module.Drills));
const Log = fetched("The log", () => import("./log").then((module) => module.Log));

const VIEWS = [
  ["bring-up", "Bring-up"],
  ["fault", "Find the fault"],
  ["pins", "Find the pinout"],
  ["log", "Log"],
  ["drills", "Drills"],
] as const;
type View = (typeof VIEWS)[number][0];

const LEADS: Readonly<Record<View, string>> = {
  "bring-up":
    "One small step at a time, each with its own sketch, what you should see and what a meter should read.",
  fault: "Say what you see and measure. Every possible single fault is simulated and compared.",
  pins: "A display with no data sheet: probe two legs, say what lights, and its pinout is found in the fewest probes.",
  log: "What you measured, beside what is predicted.",
  drills: "Short exercises from this rig: bytes, legs, resistors, faults. They get harder as you improve.",
};

/** Bench: bring the rig up, find its fault, pin out its display, keep the record. */
export function BenchStation() {
  const [view, setView] = useState<View>("bring-up");
  const legNames = usePreferences((state) => state.legNames);
  const look = useAtDesk((desk) => desk.bench(legNames), [legNames]);
  const dots = showsDots(useRig().plan);
  return (
    <StationFrame
      title="Bench"
      lead={LEADS[view]}
      actions={<ViewSwitch label="At the bench" value={view} views={VIEWS} onView={setView} />}
    >
      {(view === "bring-up" || view === "fault") && <HandSheet />}
      {view === "bring-up" && look && (
        <BringUp look={look} onFault={dots ? undefined : () => setView("fault")} />
      )}
      {view === "fault" && look && <FindFault look={look} />}
      {view === "pins" && <PinOut />}
      {view === "log" && <Log />}
      {view === "drills" && <Drills />}
    </StationFrame>
  );
}
