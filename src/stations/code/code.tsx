"use client";
import "./code.css";
import { useState } from "react";
import { StationFrame, ViewSwitch, fetched } from "@/ui";
import { ProgramActions, ProgramView, useProgram } from "./program/program";

const Compiled = fetched("The compiled program", () =>
  import("./compiled/compiled").then((module) => module.Compiled),
);

const VIEWS = [
  ["own", "The rig’s program"],
  ["compiled", "A compiled program"],
] as const;
type View = (typeof VIEWS)[number][0];

/** Code: the program that was seen working on the face, to take away; and a program one has already, to run here. */
export function CodeStation() {
  const [view, setView] = useState<View>("own");
  const program = useProgram();
  const switchTo = <ViewSwitch label="Code" value={view} views={VIEWS} onView={setView} />;
  if (view === "compiled")
    return (
      <StationFrame
        title="Code"
        lead="A program you have already, on these wires: run before anything is soldered."
        actions={switchTo}
      >
        <Compiled />
      </StationFrame>
    );
  return (
    <StationFrame
      title="Code"
      lead={program.written?.what ?? "The program that was seen working on the face."}
      actions={
        <>
          {switchTo}
          <ProgramActions program={program} />
        </>
      }
    >
      <ProgramView program={program} />
    </StationFrame>
  );
}
