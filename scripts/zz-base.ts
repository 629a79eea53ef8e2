import { DEMO_RIGS } from "@/demo";
import { modelOf } from "@/core/address";
import { auditRig } from "@/core/audit";
import { checkModel } from "@/core/check";
for (const rig of DEMO_RIGS) {
  const t = Date.now();
  const m = modelOf(rig);
  const a = auditRig(m);
  const t2 = Date.now();
  const f = checkModel(m, "letters", a);
  const t3 = Date.now();
  console.log(
    `== ${rig.id} ${rig.plan.scheme} ${rig.plan.controller} audit ${t2 - t}ms check ${t3 - t2}ms states ${a.states} rows ${a.rows.length}`,
  );
  for (const r of a.rows) {
    const l = r.maximum ?? Infinity;
    if (
      r.worst.value > l ||
      (r.astray?.value ?? 0) > l ||
      (r.averageMaximum !== undefined && r.average > r.averageMaximum) ||
      (r.keep !== undefined && r.worst.value > r.keep)
    )
      console.log(
        "  row",
        r.id,
        r.worst.value.toPrecision(3),
        "keep",
        r.keep,
        "max",
        r.maximum,
        "astray",
        r.astray?.value,
        "avg",
        r.average.toPrecision(3),
      );
  }
  for (const x of f) console.log("  ", x.severity, x.id, "|", x.title);
}
