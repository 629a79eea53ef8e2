import type { RigModel } from "../address";
import { isChip } from "../parts";
import { legRef, splitLegRef, type UnitRef, type LegRef, asLeg, asUnit } from "../rig";
import { listing, type Finding } from "./finding";

/** One rule of what follows from what: findings that go because others say their cause. */
type Rule = (model: RigModel, findings: readonly Finding[]) => readonly Finding[];

const idOf = (prefix: string) => (finding: Finding) => finding.id.startsWith(prefix);

/** A chip without power: its tied inputs and whatever hangs on its outputs are no causes of their own. */
const withoutPower: Rule = (model, findings) => {
  const dead = new Set(
    findings.flatMap(({ id }) => {
      const [, ref] = /^(?:power|turned|over-volts|under-volts)-(U\d+)$/.exec(id) ?? [];
      return ref === undefined ? [] : [asUnit(ref)];
    }),
  );
  if (dead.size === 0) return findings;
  const onDeadRail = (leg: LegRef): boolean => {
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
    return ref === undefined || !drivenByDead(asUnit(ref));
  });
};

/** Whether a leg is joined to an output of a unit, directly or through one resistor. */
function reaches(model: RigModel, leg: LegRef, unit: UnitRef): boolean {
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
  const bare = findings.find(idOf("no-resistor"));
  if (bare && loose.length > 0)
    return findings
      .filter((finding) => !loose.includes(finding))
      .map((finding) =>
        finding === bare
          ? {
              ...bare,
              reason: `${bare.reason} ${loose.map(({ title }) => title).join("; ")}: a wire runs past it.`,
            }
          : finding,
      );
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
  const { unit: ref, leg } = splitLegRef(end.legs[0] ?? asLeg("."));
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

/** LEDs that two outputs drive: the outputs that are tied together are the cause. A turned supply is a short as well. */
const withFight: Rule = (_, findings) => {
  const tied = findings.filter(({ id }) => /^(tied|line-tied|short)-/.test(id));
  const turned = findings.some(({ id }) => id.startsWith("turned-PS"));
  if (tied.length === 0) return findings;
  return findings.filter(({ id }) => {
    if (id.startsWith("led-is driven twice")) return false;
    return !(turned && id.startsWith("short-"));
  });
};

/** Kinds of findings of which several say the same of several parts. */
const ALIKE = ["never-off-", "over-line-", "gate-volts-", "gate-pull-"];

/** Findings that say the same of several parts, as one that names them all. */
const alikeTogether: Rule = (_, findings) => {
  const kindOf = ({ id }: Finding) => ALIKE.find((kind) => id.startsWith(kind));
  return findings.flatMap((finding): Finding[] => {
    const kind = kindOf(finding);
    const alike = kind === undefined ? [finding] : findings.filter((one) => kindOf(one) === kind);
    if (alike.length < 2) return [finding];
    if (alike[0] !== finding) return [];
    const others = alike.slice(1).map(({ id }) => id.slice(kind!.length));
    return [
      {
        ...finding,
        title: `${finding.title}; the same at ${listing(others)}`,
        legs: alike.flatMap(({ legs }) => legs),
        pips: alike.flatMap(({ pips }) => pips),
      },
    ];
  });
};

/** A line that gets more than its supply through a transistor: that this one never turns off is the same cause. */
const withHigherRail: Rule = (_, findings) =>
  findings.some(({ id, reason }) => id.startsWith("over-line-") && reason.includes("its base leads here"))
    ? findings.filter(({ id }) => !id.startsWith("never-off-"))
    : findings;

const RULES: readonly Rule[] = [
  withFight,
  withHigherRail,
  alikeTogether,
  onOneNet,
  withoutPower,
  withoutData,
  withoutSwitch,
  withLooseEnd,
];

/**
 * Outputs that fight each other are over their limits for that reason: the finding that says they are tied together
 * tells how much flows, and speaks for those rows.
 */
export function foldFights(wiring: readonly Finding[], limits: readonly Finding[]): Finding[] {
  const fights = wiring.filter(({ id }) => /^(tied|line-tied)-/.test(id));
  if (fights.length === 0) return [...wiring, ...limits];
  const units = new Set(fights.flatMap(({ legs }) => legs.map((leg) => splitLegRef(leg).unit)));
  const about = (row: string) => [...units].some((unit) => new RegExp(`-${unit}(\\.|$)`).test(row));
  const folded = limits.filter(({ rows = [] }) => rows.length > 0 && rows.every(about));
  const [worst] = folded;
  const [first] = fights;
  return [
    ...wiring.map((finding) =>
      finding === first && worst
        ? {
            ...finding,
            reason: `${finding.reason} ${worst.title}, at the worst. ${worst.reason}`,
            rows: folded.flatMap(({ rows = [] }) => rows),
          }
        : finding,
    ),
    ...limits.filter((finding) => !folded.includes(finding)),
  ];
}

/** One finding for each cause: what only follows from another is left to that one. */
export const oneForEachCause = (model: RigModel, findings: readonly Finding[]): Finding[] => [
  ...RULES.reduce((left, rule) => rule(model, left), findings),
];
