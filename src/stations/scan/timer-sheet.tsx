import { scannedWord } from "@/core/address";
import { fitDivider, dividerBits, type TimerSetting } from "@/core/timing";
import { formatNanoseconds, formatPpm, formatQuantity } from "@/core/quantity";
import { controllerById, reactingOf } from "@/core/rig";
import type { ScanFigures } from "@/core/scan";
import { useModel } from "@/store";
import { SeverityMark, TimerTable } from "@/ui";

interface Props {
  readonly figures: ScanFigures;
  /** What the sketch sets, where it sets a timer. */
  readonly used: TimerSetting | undefined;
}

/** What logic that reacts counts in, in µs. */
const MILLISECOND = 1000;

/** What keeps time, and what it takes of the board: timer settings ranked, the divider's width, the interrupt's cost. */
export function TimerSheet({ figures, used }: Props) {
  const model = useModel();
  const { rig } = model;
  const word = scannedWord(model);
  const controller = controllerById(rig.plan.controller);
  const slot = rig.scan.on[0]! + rig.scan.blank;
  const logic = controller.flavour === "logic";
  return (
    <section className="sheet">
      <h2>
        {logic ? "Divider" : "Timer"} for {formatNanoseconds(slot * 1000)} a {word}
      </h2>
      {logic ? <Divider slot={slot} /> : <TimerTable period={slot} controller={controller} used={used} />}
      <ul className="plain-list small mt-2 mb-0">
        <li>
          Refresh rate <strong>{formatQuantity(figures.rate, "Hz", 4)}</strong>: each {word} is lit once every{" "}
          {formatNanoseconds(figures.period)}
          {Number.isFinite(figures.ceiling) &&
            `; without waiting it could be ${formatQuantity(figures.ceiling, "Hz", 3)}`}
          .
        </li>
        {logic ? (
          <li>
            {reactingOf(rig)
              ? "Counters do the scan; the reacting part runs beside them, one step per clock."
              : "Counters do it all: no code runs and nothing waits."}
          </li>
        ) : figures.interrupt ? (
          <>
            <li>
              The interrupt takes {formatNanoseconds(figures.interrupt.length)} and runs{" "}
              {Number(figures.interrupt.rate.toPrecision(3))} times a second:{" "}
              <strong>{Math.round(figures.busy * 100)} %</strong> of the processor’s time
              {!controller.cost.measured && ", estimated"}.
            </li>
            <SharedValue />
          </>
        ) : (
          <li>
            The loop takes all of the processor’s time: {Math.round(figures.work * 100)} % is work, the rest
            is waiting. Anything else it does makes the digits flicker.
          </li>
        )}
      </ul>
    </section>
  );
}

/** What the loop and the interrupt share, and the safe way to hand it over. */
function SharedValue() {
  const { encoding, slots, rig } = useModel();
  const bytes = slots.length * Math.max(1, encoding.byteCount);
  if (reactingOf(rig))
    return (
      <li>
        <SeverityMark severity="note" text="Shared values." /> A face is drawn in one array and copied to the
        one the interrupt reads while the interrupt is held off: a half-updated face is never shown.
      </li>
    );
  return (
    <li>
      <SeverityMark severity="note" text="Shared values." /> A face is {bytes} bytes. Written byte by byte
      while the interrupt reads it, a half-updated face is shown. The sketch keeps all faces in a table and
      hands over one byte, its number; a value of several bytes needs the interrupt held off while it is
      written: <code>noInterrupts(); value = next; interrupts();</code>
    </li>
  );
}

/** In logic a counter of any width is as good as another: it hits a period within half a clock, where timers have steps. */
function Divider({ slot }: { slot: number }) {
  const model = useModel();
  const { rig, slots } = model;
  const word = scannedWord(model);
  const { clock } = controllerById(rig.plan.controller);
  const { count, bits, period, errorPpm } = fitDivider(slot, clock);
  const reacts = reactingOf(rig) !== undefined;
  const second = fitDivider(reacts ? MILLISECOND : rig.show.interval * 1000, clock);
  return (
    <table className="rule-table small" aria-label="Counters">
      <thead>
        <tr>
          <th>Counter</th>
          <th className="number">Counts</th>
          <th className="number">Bits</th>
          <th className="number">Actual</th>
          <th className="number">Error</th>
        </tr>
      </thead>
      <tbody>
        <tr>
          <td>a {word}’s turn</td>
          <td className="number">{count.toLocaleString("en")}</td>
          <td className="number">{bits}</td>
          <td className="number">{formatNanoseconds(period * 1000, 6)}</td>
          <td className="number">{formatPpm(errorPpm)}</td>
        </tr>
        <tr>
          <td>which {word}</td>
          <td className="number">{slots.length}</td>
          <td className="number">{dividerBits(slots.length)}</td>
          <td className="number">{formatNanoseconds(period * 1000 * slots.length, 6)}</td>
          <td className="number">–</td>
        </tr>
        <tr>
          <td>{reacts ? "a millisecond" : "the show’s step"}</td>
          <td className="number">{second.count.toLocaleString("en")}</td>
          <td className="number">{second.bits}</td>
          <td className="number">{formatQuantity(second.period / 1e6, "s", 6)}</td>
          <td className="number">{formatPpm(second.errorPpm)}</td>
        </tr>
      </tbody>
    </table>
  );
}
