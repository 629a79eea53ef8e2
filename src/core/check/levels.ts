import type { RigModel } from "../address";
import { levelMatches, type LevelMatch } from "../audit";
import { busFacts } from "../chips";
import { supplyOf } from "../circuit";
import { groupBy } from "../collect";
import { isBusChip, isChip, partById, type ChipPart } from "../parts";
import { formatQuantity, type Volts } from "../quantity";
import { splitLegRef, type LegRef, type UnitRef } from "../rig";
import { isPowered } from "../sim";
import { capital, finding, listing, type Finding } from "./finding";

/** From which level on buffers with TTL inputs read high on a supply; undefined where their sheet does not allow it. */
function buffersReadFrom(supply: Volts): Volts | undefined {
  const part = partById("74HCT125");
  const [least, most] = isChip(part) ? part.supplyRange : [Infinity, 0];
  return isChip(part) && supply >= least && supply <= most ? part.highVolts : undefined;
}

const volts = (value: Volts): string => formatQuantity(value, "V", 3);

/** Chips of one kind on one supply that get the same too low a high. */
interface Short {
  readonly refs: readonly UnitRef[];
  readonly part: ChipPart;
  readonly supply: Volts;
  readonly worst: LevelMatch;
  readonly inputs: readonly LegRef[];
}

/**
 * Highs that do not reach what a chip's sheet wants. Beyond where such inputs usually turn they are read all the same: a
 * caution, with how much there is to spare. Below that nobody can tell: a fault. Chips alike have one finding together;
 * of chips without power that is said.
 */
export function checkLevels(model: RigModel): Finding[] {
  // Lines that nothing pulls up have a finding of their own.
  const short = levelMatches(model).filter(({ taken, gets }) => taken !== "sure" && gets > 0);
  const chips = [...groupBy(short, ({ input }) => splitLegRef(input).unit)].flatMap(
    ([ref, matches]): Short[] => {
      const part = model.part(ref);
      if (!isChip(part) || !isPowered(model, ref, part)) return [];
      const worst = matches.reduce((low, one) => (one.gets < low.gets ? one : low));
      const inputs = matches.map(({ input }) => input);
      return [{ refs: [ref], part, supply: supplyOf(model, ref), worst, inputs }];
    },
  );
  const alike = groupBy(chips, ({ part, supply, worst }) => `${part.id} ${supply} ${worst.gets}`);
  return [...alike.values()].map((all) =>
    shortLevel({
      ...all[0]!,
      refs: all.flatMap(({ refs }) => refs),
      inputs: all.flatMap(({ inputs }) => inputs),
    }),
  );
}

function shortLevel({ refs, part, supply, worst: { gets, sure, usual, taken }, inputs }: Short): Finding {
  const one = refs.length === 1;
  const promised = `${one ? "Its" : "Their"} data sheet promises that ${volts(sure)} reads as high; ${volts(gets)} is ${volts(sure - gets)} short of that.`;
  const reason =
    taken === "usual"
      ? `${promised} Such inputs usually switch at about ${volts(usual)}, so it usually works, with ${volts(gets - usual)} to spare: cold, a long wire or another chip of the same kind can use that up.`
      : `${promised} Such inputs usually switch at about ${volts(usual)}: how they are read cannot be predicted.`;
  return finding({
    id: `level-${refs[0]}`,
    severity: taken === "usual" ? "caution" : "fault",
    topic: "current",
    title: `${listing(refs)} ${one ? "runs" : "run"} on ${volts(supply)} and ${one ? "gets" : "get"} highs of ${volts(gets)}`,
    reason,
    remedy: `${capital(remediesOf(part, supply, gets).join(", or "))}.`,
    legs: inputs,
  });
}

/** What mends it for this very chip, the least first. */
function remediesOf(part: ChipPart, supply: Volts, gets: Volts): string[] {
  const answers = isBusChip(part) && busFacts(part).transport.answers;
  const [least] = part.supplyRange;
  const readsFrom = buffersReadFrom(supply);
  const between = answers
    ? `put a small N-channel MOSFET with a pull-up on either side into each line: the chip answers on its data line, so it has to work both ways`
    : readsFrom !== undefined
      ? `put a 74HCT125 or 74AHCT125 on ${volts(supply)} into its input lines: it reads high from ${volts(readsFrom)} on`
      : `put a transistor with a resistor to ${volts(supply)} into each line: it inverts the level`;
  return [...(least <= gets ? [`run it on ${volts(gets)}, which the sheet allows`] : []), between];
}
