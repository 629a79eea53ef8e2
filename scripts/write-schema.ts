import { mkdirSync, writeFileSync } from "node:fs";
import { RIG_JSON_SCHEMA } from "../src/core/rig";

mkdirSync("public/schema", { recursive: true });
writeFileSync("public/schema/rig-2.json", `${JSON.stringify(RIG_JSON_SCHEMA, null, 2)}\n`);
console.log("public/schema/rig-2.json written");
