import { gridOf, modelOf, type RigModel } from "@/core/address";
import { auditRig, levelMatches, supplyAdvice, type Audit } from "@/core/audit";
import { checkModel } from "@/core/check";
import { formatByte, glyphFit } from "@/core/glyph";
import { frameRows, glyphTable } from "@/core/sim";
import { cameraView, chipScans, ghostsOf, scanFigures } from "@/core/scan";
import { buildProgram, sketchMemory } from "@/core/program";
import { fitTimer } from "@/core/timing";
import { controllerById } from "@/core/rig";
import { dischargeOf, dropOf, fuseFor, regulatedBy } from "@/core/supply";
import { shoppingList } from "@/core/shopping";
import { json, type Answer, type Question } from "../question";
import { choiceIn, isAnswer, numberIn, rigIn } from "./rig";

/** What can be asked of a rig; what is asked unless something else is. */
const PARTS = [
  "findings",
  "encoding",
  "audit",
  "supply",
  "levels",
  "shopping",
  "memory",
  "scan",
  "texts",
  "table",
] as const;
/** Of a display of dots the pictures' texts and every dot's bit are told only if they are asked for. */
const USUAL_OF_DOTS = PARTS.filter((part) => part !== "texts" && part !== "encoding");
/** Rows of the audit that are answered at once: the nearest to their limits first. */
const USUAL_ROWS = 200;
const MOST_ROWS = 20_000;

/**
 * A rig document in; what was found, and the byte of every glyph, out. `parts` chooses what is answered; of a long audit
 * `from` and `rows` say which rows.
 */
export function answerCheck({ text, query }: Question): Answer {
  const read = rigIn(text);
  if (!read.ok) return read.answer;
  const model = modelOf(read.rig);
  const parts = choiceIn(query, PARTS, gridOf(model) ? USUAL_OF_DOTS : PARTS);
  if (isAnswer(parts)) return parts;
  const rows = numberIn(query, "rows", USUAL_ROWS, 1, MOST_ROWS);
  if (isAnswer(rows)) return rows;
  const from = numberIn(query, "from", 0, 0, MOST_ROWS);
  if (isAnswer(from)) return from;
  const part = <Value>(name: (typeof PARTS)[number], value: () => Value): Value | undefined =>
    parts.has(name) ? value() : undefined;
  const audited = ["findings", "audit", "shopping"] as const;
  const audit = audited.some((name) => parts.has(name)) ? auditRig(model) : undefined;
  return json({
    rig: { id: read.rig.id, name: read.rig.name },
    leftOut: PARTS.filter((name) => !parts.has(name)),
    findings: part("findings", () => checkModel(model, "letters", audit!)),
    encoding: part("encoding", () => ({ ...model.encoding, kept: read.rig.code.kept !== undefined })),
    audit: part("audit", () => auditOf(audit!, from, rows)),
    supply: part("supply", () => supplyOf(model)),
    levels: part("levels", () => levelMatches(model)),
    shopping: part("shopping", () => shoppingList(read.rig, audit!.rows, supplyAdvice(model).take)),
    memory: part("memory", () => ({
      ...sketchMemory(model, buildProgram(model)),
      has: controllerById(read.rig.plan.controller).memory,
    })),
    scan: part("scan", () => scanOf(model)),
    texts: part("texts", () =>
      frameRows(model).map(({ frame, text: reads, faithful, unknown }) => ({
        text: frame.text,
        reads: unknown ? null : reads,
        faithful,
      })),
    ),
    table: part("table", () => tableOf(model)),
  });
}

const tableOf = (model: RigModel) =>
  glyphTable(model).map(({ cell, wanted, bytes, levels, shown, unknown, faithful }) => {
    const fit = glyphFit(cell.glyph, model.rig.glyphs);
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
  });

/**
 * The current audit: measures at their worst, their mean, their limits, the nearest to its limit first. A in amperes, W
 * in watts.
 */
function auditOf({ rows, states, complete }: Audit, from: number, count: number) {
  const order = [...rows].sort((one, other) => (other.share ?? 0) - (one.share ?? 0));
  return {
    states,
    complete,
    rowsInAll: rows.length,
    from,
    rows: order
      .slice(from, from + count)
      .map(({ id, kind, title, unit, keep, maximum, worst, astray, average, share, limits }) => ({
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

/**
 * What the rig takes at the most and what its supply should give, mA, the capacitor that carries its steps, F, the fuse for
 * its plus, mA; a battery over its discharge, and what is left along strung modules.
 */
function supplyOf(model: RigModel) {
  const { most, full, take, limit, bulk } = supplyAdvice(model);
  return {
    most,
    full,
    take,
    limit: limit ?? null,
    bulk,
    fuse: fuseFor(most) ?? null,
    regulator: regulatedBy(model.rig.plan, most) ?? null,
    discharge: dischargeOf(model.rig) ?? null,
    drop: dropOf(model) ?? null,
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
