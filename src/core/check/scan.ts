import { isMultiplexed, pipTitle, scannedWord, type RigModel } from "../address";
import { buildProgram, timerKind } from "../program";
import { formatMilliamps, formatNanoseconds, formatQuantity } from "../quantity";
import { ghostsOf, scanFigures } from "../scan";
import { capital, finding, type Finding } from "./finding";

/** Digits that differ in brightness by more than this share are seen to differ. */
const EVEN = 0.85;
/** An interrupt that takes more than this share of the time leaves the loop too little. */
const MOST_IN_INTERRUPT = 0.7;

/**
 * What is wrong with the way the digits take turns.
 * @param wiring what was found against the wires: light astray is then no matter of the scan
 */
export function checkScan(model: RigModel, wiring: readonly Finding[] = []): Finding[] {
  if (!isMultiplexed(model)) return [];
  const scan = scanFigures(model);
  const found: Finding[] = [];
  const add = (id: string, severity: Finding["severity"], title: string, reason: string, remedy: string) =>
    found.push(finding({ id: `scan-${id}`, severity, topic: "scan", title, reason, remedy }));
  const rate = formatQuantity(scan.rate, "Hz");
  const { flicker } = scan;
  const word = scannedWord(model);
  const faster = `Shorten the on-times until every ${word} is lit at least 100 times a second.`;
  if (flicker.seizures) {
    add(
      "seizures",
      "fault",
      `The ${word}s flash at ${rate}`,
      "Flashing between 3 and 30 Hz can trigger seizures in photosensitive people.",
      faster,
    );
  } else if (flicker.straightAhead === "flickers") {
    add(
      "flickers",
      "fault",
      `Each ${word} is lit at ${rate}: it flickers`,
      "Below about 60 Hz an eye sees single flashes.",
      faster,
    );
  } else if (flicker.cornerOfEye === "flickers") {
    add(
      "corner",
      "caution",
      `Each ${word} is lit at ${rate}`,
      "Steady when looked at, but the corner of the eye sees it flicker below about 100 Hz.",
      "Shorten the on-times a little.",
    );
  }
  if (scan.evenness < EVEN && scan.evenness > 0) {
    const dim = scan.digits.reduce((least, digit) => (digit.average < least.average ? digit : least));
    const longest = Math.max(...scan.digits.map(({ duty }) => duty));
    // Where its time is not what it lacks, its current is, and that is said elsewhere.
    if (dim.duty < longest * EVEN && dim.duty > 0)
      add(
        "uneven",
        "caution",
        `${capital(word)} ${dim.position} is ${Math.round((1 - scan.evenness) * 100)} % dimmer than the brightest`,
        `Brightness follows the time a ${word} is lit in each scan cycle.`,
        `Give all ${word}s the same on-time, unless you want it so.`,
      );
  }
  const ghost = wiring.some(({ severity }) => severity === "fault") ? undefined : ghostsOf(model)[0];
  if (ghost?.visible && ghost.stays) {
    found.push(
      finding({
        id: "scan-stray",
        severity: "fault",
        topic: "wiring",
        title: `${capital(pipTitle(model, ghost.pip))} is lit where it should be dark`,
        reason: `${formatMilliamps(ghost.average)} on average in “${ghost.text}”, however long everything is dark between two ${word}s: no ghost of the scan, but a wire that leads to the wrong place or a switch that does not open.`,
        remedy: `Follow the trail of this LED, and look at what switches its ${word}.`,
        pips: [ghost.pip],
      }),
    );
  } else if (ghost?.visible) {
    found.push(
      finding({
        id: "scan-ghost",
        severity: "caution",
        topic: "scan",
        title: `${pipTitle(model, ghost.pip)} glows where it should be dark`,
        reason: `${formatMilliamps(ghost.average)} on average, ${Math.min(100, ghost.share * 100).toFixed(1)} % of a lit one: while ${word}s change, one still shows what belongs to the next.`,
        remedy: `Blank between two ${word}s for longer than the switch takes to turn off.`,
        pips: [ghost.pip],
      }),
    );
  }
  if (scan.interrupt) {
    if (scan.busy > MOST_IN_INTERRUPT) {
      add(
        "interrupt",
        scan.busy >= 1 ? "fault" : "caution",
        `The interrupt takes ${Math.round(scan.busy * 100)} % of the controller’s time`,
        `It runs ${formatQuantity(scan.interrupt.rate, "Hz")} and takes ${formatNanoseconds(scan.interrupt.length)} each time.`,
        "Lengthen the on-times, shorten the blanking, or send the bytes by faster means.",
      );
    }
    if (timerKind(model, buildProgram(model)) === "polled") {
      add(
        "polled",
        "note",
        "This board’s sketch asks the clock instead of using an interrupt",
        "The sketch flavour has no common call for its timers, so the loop has to run more often than once per slot.",
        "Keep every other part of the loop shorter than a slot.",
      );
    }
  }
  return found;
}
