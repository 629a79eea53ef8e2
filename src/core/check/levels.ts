import type { RigModel } from "../address";
import { levelMatches, type LevelMatch } from "../audit";
import { busChip } from "../chips";
import { supplyOf } from "../circuit";
import { groupBy } from "../collect";
import { isBusChip, isChip, type ChipPart } from "../parts";
import { formatQuantity, type Volts } from "../quantity";
import { splitLegRef, type UnitRef } from "../rig";
import { capital, finding, type Finding } from "./finding";

/** Supply of the buffers with TTL inputs, in V (74HCT125, 74AHCT125: recommended operating conditions). */
const HCT_SUPPLY = [4.5, 5.5] as const;
const HCT_READS_FROM: Volts = 2;

const volts = (value: Volts): string => formatQuantity(value, "V", 3);

/**
 * Highs that do not reach what a chip's sheet wants. Beyond where such inputs usually turn they are read all the same: a
 * caution, with how much there is to spare. Below that nobody can tell: a fault.
 * @param fed chips with power; of others their power is said
 */
export function checkLevels(model: RigModel, fed: ReadonlySet<UnitRef>): Finding[] {
  // Lines that nothing pulls up have a finding of their own.
  const short = levelMatches(model).filter(({ taken, gets }) => taken !== "sure" && gets > 0);
  const byChip = groupBy(short, ({ input }) => splitLegRef(input).unit);
  return [...byChip].flatMap(([ref, matches]): Finding[] => {
    const part = model.part(ref);
    if (!fed.has(ref) || !isChip(part)) return [];
    const worst = matches.reduce((low, one) => (one.gets < low.gets ? one : low));
    return [shortLevel(model, ref, part, worst, matches)];
  });
}

function shortLevel(
  model: RigModel,
  ref: UnitRef,
  part: ChipPart,
  { gets, sure, usual, taken }: LevelMatch,
  matches: readonly LevelMatch[],
): Finding {
  const supply = supplyOf(model, ref);
  const promised = `Its sheet promises that ${volts(sure)} read high; ${volts(gets)} are ${volts(sure - gets)} short of that.`;
  const reason =
    taken === "usual"
      ? `${promised} Such inputs usually turn near ${volts(usual)}, so it works on most tables with ${volts(gets - usual)} to spare: cold, a long wire or the next chip of the kind can take that away.`
      : `${promised} Such inputs usually turn near ${volts(usual)}: nobody can tell what it makes of them.`;
  return finding({
    id: `level-${ref}`,
    severity: taken === "usual" ? "caution" : "fault",
    topic: "current",
    title: `${ref} runs on ${volts(supply)} and gets highs of ${volts(gets)}`,
    reason,
    remedy: `${capital(remediesOf(part, supply, gets).join(", or "))}.`,
    legs: matches.map(({ input }) => input),
  });
}

/** What mends it for this very chip, the least first. */
function remediesOf(part: ChipPart, supply: Volts, gets: Volts): string[] {
  const answers = isBusChip(part) && busChip(part).transport.answers;
  const [least] = part.supplyRange;
  const between = answers
    ? `put a small N-channel MOSFET with a pull-up on either side into each line: the chip answers on its data line, so it has to work both ways`
    : supply >= HCT_SUPPLY[0] && supply <= HCT_SUPPLY[1]
      ? `put a 74HCT125 or 74AHCT125 on ${volts(supply)} into its input lines: it reads high from ${volts(HCT_READS_FROM)} on`
      : `put a transistor with a resistor to ${volts(supply)} into each line: it turns the level round`;
  return [...(least <= gets ? [`run the chip on ${volts(gets)}, which its sheet allows`] : []), between];
}
