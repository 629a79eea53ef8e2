import { demoRig } from "@/demo";
import { modelOf } from "@/core/address";
import { checkModel } from "@/core/check";
import { auditRig } from "@/core/audit";
import { frameRows } from "@/core/sim";
import { relay, removeWire, moveWireEnd, swapWires, splitLegRef, legRef, type Rig } from "@/core/rig";
const moor = demoRig("moorings-free"),
  river = demoRig("river-level"),
  slip = demoRig("slip-gate");
const rigs: Record<string, Rig> = {
  slip,
  river,
  moor,
  sel: relay(moor, { ...moor.plan, scheme: "selector" }),
  ring: relay(moor, { ...moor.plan, scheme: "ring" }),
  bcd: relay(moor, { ...moor.plan, scheme: "bcd-decoder" }),
  darl: relay(moor, { ...moor.plan, digitSwitch: "darlington" }),
  mos: relay(moor, { ...moor.plan, digitSwitch: "mosfet" }),
  warmth: demoRig("water-warmth"),
  crew: demoRig("crew-tally"),
  tide8: relay(demoRig("oar-rack"), { ...demoRig("oar-rack").plan, scheme: "max7219", lines: {} }),
  power: relay(river, { ...river.plan, scheme: "power-register", digits: 2 }),
};
const only = process.argv[2]?.split(",");
const mode = process.argv[3] ?? "all";
let n = 0,
  silent = 0;
for (const [name, rig] of Object.entries(rigs)) {
  if (only && only[0] && !only.includes(name)) continue;
  const base = new Set(checkModel(modelOf(rig)).map((f) => f.id + f.title));
  const faults: Array<[string, Rig]> = [];
  if (mode === "all" || mode === "rm")
    for (const w of rig.wires) faults.push(["rm " + w.id + " " + w.from + "-" + w.to, removeWire(rig, w.id)]);
  if (mode === "all" || mode === "mv")
    for (const w of rig.wires)
      for (const end of ["from", "to"] as const) {
        const { unit, leg } = splitLegRef(w[end]);
        const num = Number(leg);
        if (!num) continue;
        const r = moveWireEnd(rig, w.id, end, legRef(unit, String(num + 1)) as never);
        if (r.ok) faults.push([`mv ${w.id} ${w[end]}→${num + 1}`, r.rig]);
      }
  if (mode === "all" || mode === "sw")
    for (let i = 0; i + 1 < rig.wires.length; i++) {
      const r = swapWires(rig, rig.wires[i]!.id, rig.wires[i + 1]!.id);
      if (r.ok) faults.push([`swap ${rig.wires[i]!.id},${rig.wires[i + 1]!.id}`, r.rig]);
    }
  if (mode === "all" || mode === "part") {
    for (const u of rig.units) {
      if (u.ohms) {
        faults.push([
          `${u.ref} x10`,
          { ...rig, units: rig.units.map((x) => (x === u ? { ...u, ohms: u.ohms! * 10 } : x)) },
        ]);
        faults.push([
          `${u.ref} /10`,
          { ...rig, units: rig.units.map((x) => (x === u ? { ...u, ohms: u.ohms! / 10 } : x)) },
        ]);
      }
      if (u.part.endsWith("-switch")) {
        const ex = (l: string) => {
          const s = splitLegRef(l);
          if (s.unit !== u.ref) return l;
          const m: Record<string, string> = { C: "E", E: "C", D: "S", S: "D" };
          return legRef(u.ref, m[s.leg] ?? s.leg);
        };
        faults.push([
          `${u.ref} C/E`,
          {
            ...rig,
            wires: rig.wires.map((w) => ({ ...w, from: ex(w.from) as never, to: ex(w.to) as never })),
          },
        ]);
        const o: Record<string, string> = {
          "npn-switch": "pnp-switch",
          "pnp-switch": "npn-switch",
          "n-channel-switch": "p-channel-switch",
          "p-channel-switch": "n-channel-switch",
        };
        faults.push([
          `${u.ref} other type`,
          { ...rig, units: rig.units.map((x) => (x === u ? { ...u, part: o[u.part]! } : x)) },
        ]);
      }
    }
  }
  for (const [what, bad] of faults) {
    n++;
    const m = modelOf(bad);
    let out;
    try {
      const a = auditRig(m);
      out = checkModel(m, "letters", a).filter((f) => !base.has(f.id + f.title) && f.severity !== "note");
      const wrong = frameRows(m).some((r) => !r.faithful);
      const s = out.some((f) => f.severity === "fault");
      if ((wrong && !s) || out.length === 0) {
        silent++;
        console.log(
          `SILENT ${name} ${what} wrong=${wrong}`,
          out.map((f) => f.severity[0] + ":" + f.title).join(" | "),
        );
      } else if (process.argv[4])
        console.log(
          `${name} ${what}`,
          out
            .map((f) => f.severity[0] + ":" + f.title)
            .slice(0, 6)
            .join(" | "),
          out.length > 3 ? `(${out.length})` : "",
        );
    } catch (e) {
      console.log("CRASH", name, what, String(e));
    }
  }
}
console.log(n, "faults", silent, "silent");
