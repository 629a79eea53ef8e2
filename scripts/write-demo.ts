/** Writes the demo rigs as rig files, for what asks the server from outside. */
import { mkdirSync, writeFileSync } from "node:fs";
import { writeRig } from "@/core/rig";
import { DEMO_RIGS } from "@/demo";

mkdirSync(".answers/demo", { recursive: true });
for (const rig of DEMO_RIGS) writeFileSync(`.answers/demo/${rig.id}.json`, writeRig(rig));
