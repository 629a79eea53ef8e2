import type { RigModel } from "../address";
import { buildProgram, sketchMemory } from "../program";
import { formatBytes } from "../quantity";
import { controllerById } from "../rig";
import { finding, type Finding } from "./finding";

/** From this share of the memory on the stack has too little left for certain. */
const CROWDED = 0.75;

/** Whether the sketch fits its board: code and tables in flash, what changes in memory. */
export function checkMemory(model: RigModel): Finding[] {
  const { memory, title, flavour } = controllerById(model.rig.plan.controller);
  if (flavour === "logic") return [];
  const { flash, ram, tables } = sketchMemory(model, buildProgram(model));
  const found: Finding[] = [];
  const add = (id: string, severity: Finding["severity"], what: string, reason: string, remedy: string) =>
    found.push(finding({ id: `memory-${id}`, severity, topic: "program", title: what, reason, remedy }));
  if (flash > memory.flash)
    add(
      "flash",
      "fault",
      `The sketch takes about ${formatBytes(flash)} of flash, and there are ${formatBytes(memory.flash)}`,
      `${formatBytes(tables)} of it are tables of what is shown. ${title} has no room for them.`,
      "Show fewer texts or pictures, or take a board with more flash.",
    );
  if (ram > memory.ram)
    add(
      "ram",
      "fault",
      `The sketch takes ${formatBytes(ram)} of memory, and there are ${formatBytes(memory.ram)}`,
      "It is what the sketch keeps while it runs: for a display of dots a whole face before it is sent.",
      "Take fewer modules, or a board with more memory.",
    );
  else if (ram > memory.ram * CROWDED)
    add(
      "ram",
      "caution",
      `The sketch takes ${formatBytes(ram)} of ${formatBytes(memory.ram)} of memory`,
      "The stack needs room beside it; where they meet, the program crashes without warning.",
      "Take fewer modules, or a board with more memory.",
    );
  return found;
}
