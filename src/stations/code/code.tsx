"use client";
import "./code.css";
import { useState } from "react";
import { useWaitingKind } from "@/store";
import { StationFrame, ViewSwitch, fetched } from "@/ui";
import { ProgramActions, ProgramView, useProgram } from "./program/program";

const Compiled = fetched("The compiled program", () =>
  import("./compiled/compiled").then((module) => module.Compiled),
);

const TableReader = fetched("The reader of tables", () =>
  import("./table/table").then((module) => module.TableReader),
);

const VIEWS = [
  ["own", "This rig’s program"],
  ["compiled", "Run a compiled program"],
  ["table", "Read a byte table"],
] as const;
type View = (typeof VIEWS)[number][0];

/** Code: the program that was seen working on the face, to take away; and a program one has already, to run here. */
export function CodeStation() {
  const [view, setView] = useState<View>("own");
  const [table, setTable] = useState("");
  const waiting = useWaitingKind();
  const taking = waiting === "firmware" ? "compiled" : waiting === "table" ? "table" : undefined;
  if (taking && view !== taking) setView(taking);
  const program = useProgram();
  const switchTo = <ViewSwitch label="Code" value={view} views={VIEWS} onView={setView} />;
  if (view === "compiled")
    return (
      <StationFrame title="Code" lead="A program you have already, run on these wires." actions={switchTo}>
        <Compiled />
      </StationFrame>
    );
  if (view === "table")
    return (
      <StationFrame
        title="Code"
        lead="Paste a table from anywhere and find out what it was made for."
        actions={switchTo}
      >
        <TableReader text={table} onText={setTable} />
      </StationFrame>
    );
  return (
    <StationFrame
      title="Code"
      lead={program.form?.dialect.says ?? "The program that was seen working on the face."}
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
