import type { RigModel } from "../address";
import { isChip } from "../parts";
import { legRef, splitLegRef, type UnitRef } from "../rig";
import { listing, type Finding } from "./finding";

/** One rule of what follows from what: findings that go because others say their cause. */
type Rule = (model: RigModel, findings: readonly Finding[]) => readonly Finding[];

const idOf = (prefix: string) => (finding: Finding) => finding.id.startsWith(prefix);

/** A chip without power: its tied inputs and whatever hangs on its outputs are no causes of their own. */
const withoutPower: Rule = (model, findings) => {
  const dead = new Set(
    findings.flatMap(({ id }) => {
      const [, ref] = /^(?:power|turned|over-volts|under-volts)-(U\d+)$/.exec(id) ?? [];
      return ref === undefined ? [] : [ref];
    }),
  );
  if (dead.size === 0) return findings;
  const onDeadRail = (leg: string): boolean => {
    const { unit, leg: id } = splitLegRef(leg);
    const part = model.part(unit);
    if (!dead.has(unit) || !isChip(part)) return false;
    return part.ties.some((tie) => tie.leg === id);
  };
  const drivenByDead = (ref: UnitRef): boolean => {
    const part = model.part(ref);
    if (part.kind !== "transistor") return false;
    const start = legRef(ref, part.pins.control);
    return [...dead].some((chip) => reaches(model, start, chip));
  };
  return findings.filter(({ id, legs }) => {
    if (id.startsWith("input-")) return !legs.every(onDeadRail);
    const [, ref] = /^never-off-(Q\d+)$/.exec(id) ?? [];
    return ref === undefined || !drivenByDead(ref);
  });
};

/** Whether a leg is joined to an output of a unit, directly or through one resistor. */
function reaches(model: RigModel, leg: `${string}.${string}`, unit: UnitRef): boolean {
  const here = model.nets.of(leg).legs;
  if (here.some((one) => splitLegRef(one).unit === unit)) return true;
  return here.some((one) => {
    const { unit: between, leg: end } = splitLegRef(one);
    if (model.part(between).kind !== "resistor") return false;
    const far = model.nets.of(legRef(between, end === "1" ? "2" : "1"));
    return far.legs.some((other) => splitLegRef(other).unit === unit);
  });
}

/** A register that no data reaches: its LEDs are not under control for that very reason. */
const withoutData: Rule = (model, findings) => {
  const { outside } = model.chain;
  if (outside.length === 0) return findings;
  const serialOpen = outside.filter((ref) => {
    const part = model.part(ref);
    return (
      part.kind === "shift-register" && findings.some(({ id }) => id === `input-${ref}-${part.pins.serialIn}`)
    );
  });
  const isOutput = (ref: UnitRef, id: string): boolean => {
    const part = model.part(ref);
    return part.kind === "shift-register" && id === `input-${ref}-${part.pins.serialOut}`;
  };
  return findings.filter((finding) => {
    if (serialOpen.some((ref) => isOutput(ref, finding.id))) return false;
    if (!finding.id.startsWith("led-is not under")) return true;
    return !outside.some((ref) => finding.reason.includes(`${ref} `));
  });
};

/** A digit whose switch does nothing: its LEDs can never light for that reason. */
const withoutSwitch: Rule = (model, findings) => {
  const broken = new Map(
    findings
      .filter(({ id }) => /^(switch-rail|switch-drive|turned|wrong-kind|array-ground)-[QU]\d+$/.test(id))
      .map(({ id }) => [id.slice(id.lastIndexOf("-") + 1), id]),
  );
  if (broken.size === 0) return findings;
  return findings.filter((finding) => {
    if (!finding.id.startsWith("led-") || finding.pips.length === 0) return true;
    const units = finding.pips.map((pip) => {
      const { sharedLeg } = model.address(pip)!;
      return model.nets.of(sharedLeg).legs.map((leg) => splitLegRef(leg).unit);
    });
    return !units.every((here) => here.some((unit) => broken.has(unit)));
  });
};

/** A resistor with a loose end, beside something that is open: one wire is missing between them. */
const withLooseEnd: Rule = (_, findings) => {
  const loose = findings.filter(idOf("loose-"));
  const open = findings.filter(
    ({ id, reason }) =>
      id.startsWith("switch-drive-") ||
      id.startsWith("pull-") ||
      id.startsWith("set-") ||
      (id.startsWith("led-") && /nothing drives/i.test(reason)),
  );
  const [end] = loose;
  if (!end || open.length === 0) return findings;
  if (loose.length > 1) return findings.filter((finding) => !loose.includes(finding));
  const [ref = "", leg = ""] = (end.legs[0] ?? ".").split(".");
  return findings
    .filter((finding) => finding !== end)
    .map((finding) =>
      finding === open[0]
        ? {
            ...finding,
            reason: `${finding.reason} ${ref} end ${leg} hangs loose: the wire between them is missing.`,
            remedy: `Wire ${ref} end ${leg} to where it belongs: ${finding.remedy.charAt(0).toLowerCase()}${finding.remedy.slice(1)}`,
            legs: [...finding.legs, ...end.legs],
          }
        : finding,
    );
};

/** Inputs that are joined to each other and to nothing else: one wire is missing for all of them. */
const onOneNet: Rule = (model, findings) => {
  const netOf = ({ id, title, legs }: Finding): number | undefined =>
    id.startsWith("input-") && title.endsWith(" is open") && legs[0] ? model.nets.of(legs[0]).id : undefined;
  return findings.flatMap((finding): Finding[] => {
    const net = netOf(finding);
    const alike = net === undefined ? [finding] : findings.filter((one) => netOf(one) === net);
    if (alike.length < 2) return [finding];
    if (alike[0] !== finding) return [];
    const names = alike.map(({ title }) => title.replace(/ is open$/, ""));
    return [
      {
        ...finding,
        title: `${listing(names)} are joined, and open`,
        remedy: finding.remedy.replace("Wire it", "Wire one of them"),
        legs: alike.flatMap(({ legs }) => legs),
      },
    ];
  });
};

const RULES: readonly Rule[] = [onOneNet, withoutPower, withoutData, withoutSwitch, withLooseEnd];

/** One finding for each cause: what only follows from another is left to that one. */
export const oneForEachCause = (model: RigModel, findings: readonly Finding[]): Finding[] => [
  ...RULES.reduce((left, rule) => rule(model, left), findings),
];
