"use client";
import "./show.css";
import { STARTS } from "@/core/live";
import { showsDots } from "@/core/rig";
import { editRig, useAtDesk, useRig } from "@/store";
import { MoreMenu, StationFrame, fetched } from "@/ui";
import { ControlsSheet } from "./controls-sheet";
import { CostSheet } from "./cost-sheet";
import { EventsSheet } from "./events-sheet";
import { FacesSheet } from "./faces-sheet";
import { HandsSheet } from "./hands-sheet";
import { MemorySheet } from "./memory-sheet";
import { SchoolsSheet } from "./schools-sheet";
import { SignSheet } from "./sign-sheet";
import { StartsSheet, begin } from "./starts-sheet";
import { TapesSheet } from "./tapes-sheet";
import { ValuesSheet } from "./values-sheet";

const ContactSheet = fetched("The press", () =>
  import("./contact-sheet").then((module) => module.ContactSheet),
);

const WorkSheet = fetched("What the program does", () =>
  import("./work-sheet").then((module) => module.WorkSheet),
);

/** The parts stay on the table: only what the rig does is what it was. */
const backToList = () => editRig(({ live: _, ...rig }) => rig);

/** Show: what the rig does, its values, faces, controls and events, each in words and each to be changed. */
export function ShowStation() {
  const { live, plan } = useRig();
  const dots = showsDots(plan);
  const look = useAtDesk((desk) => desk.live());
  if (!live)
    return (
      <StationFrame
        title="Show"
        lead="What should it do? Start with one of these; everything can be changed."
      >
        <StartsSheet />
      </StationFrame>
    );
  const problems = look?.problems ?? [];
  return (
    <StationFrame
      title="Show"
      lead="What it does, in words. Try it with the controls under the face."
      actions={
        <MoreMenu
          label="Start over"
          icon="bi-arrow-repeat"
          text="Start over"
          entries={[
            ...STARTS.map(({ id, title }) => ({ title, run: () => begin(id) })),
            null,
            { title: dots ? "Back to its scenes" : "Back to the list of texts", run: backToList },
          ]}
        />
      }
    >
      <div className="show-grid">
        <div className="show-column">
          <ValuesSheet live={live} problems={problems} />
          <FacesSheet live={live} problems={problems} />
          <ControlsSheet live={live} problems={problems} />
          <EventsSheet live={live} problems={problems} />
          {dots && <SignSheet />}
          <SchoolsSheet live={live} />
        </div>
        <div className="show-column">
          <TapesSheet live={live} />
          <WorkSheet />
          <ContactSheet live={live} />
          <HandsSheet />
          <MemorySheet live={live} look={look} />
          <CostSheet look={look} />
        </div>
      </div>
    </StationFrame>
  );
}
