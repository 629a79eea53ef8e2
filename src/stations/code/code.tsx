"use client";
import "./code.css";
import { useState } from "react";
import { StationFrame, ViewSwitch, fetched } from "@/ui";
import { ProgramActions, ProgramView, useProgram } from "./program/program";

const Compiled = fetched("The compiled program", () =>
  import("./compiled/compiled").then((module) => module.Compiled),
);

const TableReader = fetched("The reader of tables", () =>
  import("./table/table").then((module) => module.TableReader),
);

const VIEWS = [
  ["own", "The rig’s own"],
  ["compiled", "Run a compiled one"],
  ["table", "Read a table"],
] as const;
type View = (typeof VIEWS)[number][0];

/** Code: the program that was seen working on the face, to take away; and a program one has already, to run here. */
export function CodeStation() {
  const [view, setView] = useState<View>("own");
  const [table, setTable] = useState("");
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
      <StationFrame title="Code" lead="A table from anywhere: what it was made for." actions={switchTo}>
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
