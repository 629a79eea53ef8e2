import { cellBytes, type RigModel } from "../address";
import { showCells } from "../show";
import type { Program, Statement } from "./types";

/** The program that plays the rig's show over its shift registers. */
export function buildProgram(model: RigModel): Program {
  const { rig, encoding } = model;
  const { show } = rig;
  const patterns = showCells(show).map((cell) => ({ cell, bytes: cellBytes(model, cell) }));
  const run: Statement = {
    do: "for-each-pattern",
    body: [
      { do: "send", pattern: "each" },
      { do: "wait", time: show.interval },
    ],
  };
  const setUp: Statement[] = [
    { do: "line-mode", line: "data" },
    { do: "line-mode", line: "clock" },
    { do: "line-mode", line: "latch" },
    { do: "send", pattern: "blank" },
  ];
  const ends = show.mode === "hold" || show.rounds > 0;
  if (show.mode === "hold") setUp.push({ do: "send", pattern: "first" });
  else if (ends) {
    setUp.push({ do: "repeat", times: show.rounds, body: [run] });
    if (show.end === "blank") setUp.push({ do: "send", pattern: "blank" });
  }
  return {
    lines: encoding.lines,
    patterns,
    blank: cellBytes(model, { glyph: " ", point: false }),
    send: [
      { do: "line-write", line: "latch", level: 0 },
      { do: "shift-pattern", order: encoding.bitOrder },
      { do: "line-write", line: "latch", level: 1 },
    ],
    setup: setUp,
    loop: ends ? [] : [run],
  };
}
