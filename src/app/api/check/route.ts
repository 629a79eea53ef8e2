import { modelOf, type RigModel } from "@/core/address";
import { auditRig, type Audit } from "@/core/audit";
import { checkModel } from "@/core/check";
import { formatByte, glyphFit } from "@/core/glyph";
import { frameRows, glyphTable } from "@/core/sim";
import { cameraView, chipScans, ghostsOf, scanFigures } from "@/core/scan";
import { buildProgram, sketchMemory } from "@/core/program";
import { fitTimer } from "@/core/timing";
import { controllerById } from "@/core/rig";
import { rigFrom } from "../rig-request";

/** A rig document in; what was found, and the byte of every glyph, out. */
export async function POST(request: Request): Promise<Response> {
  const read = await rigFrom(request);
  if (!read.ok) return read.response;
  const model = modelOf(read.rig);
  const audit = auditRig(model);
  const kept = read.rig.code.kept !== undefined;
  return Response.json({
    rig: { id: read.rig.id, name: read.rig.name },
    findings: checkModel(model, "letters", audit),
    encoding: { ...model.encoding, kept },
    audit: auditOf(audit),
    memory: {
      ...sketchMemory(model, buildProgram(model)),
      has: controllerById(read.rig.plan.controller).memory,
    },
    scan: scanOf(model),
    texts: frameRows(model).map(({ frame, text, faithful, unknown }) => ({
      text: frame.text,
      reads: unknown ? null : text,
      faithful,
    })),
    table: glyphTable(model).map(({ cell, wanted, bytes, levels, shown, unknown, faithful }) => {
      const fit = glyphFit(cell.glyph, read.rig.glyphs);
      return {
        glyph: cell.glyph,
        segments: wanted,
        bytes,
        levels,
        hex: bytes.map((byte) => formatByte(byte)),
        shown,
        unknown,
        faithful,
        fit: fit.fit,
        ...(fit.note ? { note: fit.note } : {}),
      };
    }),
  });
}

/** The current audit: every measure at its worst, its mean, its limits. A in amperes, W in watts. */
function auditOf({ rows, states, complete }: Audit) {
  return {
    states,
    complete,
    rows: rows.map(({ id, kind, title, unit, keep, maximum, worst, astray, average, share, limits }) => ({
      id,
      kind,
      title,
      unit,
      worst: worst.value,
      worstState: worst.state,
      anyState: astray?.value ?? worst.value,
      average,
      keep,
      maximum,
      share,
      limits,
    })),
  };
}

/** A shutter most cameras know: 1/100 s, rows read in 20 ms. */
const SHUTTER = { exposure: 10, readout: 20 };

/** The figures of the scan. Times in ns, currents in mA, rates in Hz. */
function scanOf(model: RigModel) {
  const { multiplexed, ...scan } = scanFigures(model);
  const chips = chipScans(model).map(
    ({ unit, part, digits, rate, level, duty, peak, together, setOhms, supply }) => ({
      unit,
      chip: part.id,
      digits,
      rate,
      level,
      duty,
      peak,
      together,
      setOhms: setOhms ?? null,
      supply,
    }),
  );
  if (!multiplexed) return { multiplexed, chips };
  const controller = controllerById(model.rig.plan.controller);
  const { on, blank } = model.rig.scan;
  return {
    multiplexed,
    chips,
    ...scan,
    ceiling: Number.isFinite(scan.ceiling) ? scan.ceiling : null,
    ghosts: ghostsOf(model),
    camera: { ...SHUTTER, ...cameraView(scan.digits[0]?.spans ?? [], scan.period, SHUTTER) },
    timers: fitTimer(on[0]! + blank, controller)
      .slice(0, 12)
      .map(({ timer, ...setting }) => ({ timer: timer.name, taken: timer.taken ?? null, ...setting })),
  };
}
