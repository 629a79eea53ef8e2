import { Fragment } from "react";
import { scannedWord } from "@/core/address";
import { fitDivider, fitTimer, dividerBits, type TimerSetting } from "@/core/timing";
import { formatNanoseconds, formatQuantity } from "@/core/quantity";
import { controllerById, reactingOf } from "@/core/rig";
import type { ScanFigures } from "@/core/scan";
import { useModel } from "@/store";
import { SeverityMark } from "@/ui";

const MOST_ROWS = 5;

const ppm = (error: number): string =>
  Math.abs(error) < 0.5
    ? "exact"
    : `${error > 0 ? "+" : "−"}${Math.abs(Math.round(error)).toLocaleString("en")} ppm`;

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
      {logic ? <Divider slot={slot} /> : <Settings slot={slot} used={used} />}
      <ul className="plain-list small mt-2 mb-0">
        <li>
          Each {word} comes round <strong>{formatQuantity(figures.rate, "Hz", 4)}</strong>, one turn in{" "}
          {formatNanoseconds(figures.period)}
          {Number.isFinite(figures.ceiling) &&
            `; without waiting it could be ${formatQuantity(figures.ceiling, "Hz", 3)}`}
          .
        </li>
        {logic ? (
          <li>
            {reactingOf(rig)
              ? "Counters do the scan by themselves; what reacts goes on beside it, a step each clock."
              : "Counters do it all: no code runs and nothing waits."}
          </li>
        ) : figures.interrupt ? (
          <>
            <li>
              The interrupt takes {formatNanoseconds(figures.interrupt.length)}{" "}
              {formatQuantity(figures.interrupt.rate, "Hz", 3)}:{" "}
              <strong>{Math.round(figures.busy * 100)} %</strong> of the board’s time
              {!controller.cost.measured && ", by estimate"}.
            </li>
            <SharedValue />
          </>
        ) : (
          <li>
            The loop takes all of the board’s time: {Math.round(figures.work * 100)} % is work, the rest is
            waiting. Anything else it does makes the digits flicker.
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
        one the interrupt reads while the interrupt is held off: it is never shown half new.
      </li>
    );
  return (
    <li>
      <SeverityMark severity="note" text="Shared values." /> A face is {bytes} bytes. Written byte by byte
      while the interrupt reads it, it is shown half new. The sketch keeps all faces in a table and hands over
      one byte, its number; a value of several bytes needs the interrupt held off while it is written:{" "}
      <code>noInterrupts(); value = next; interrupts();</code>
    </li>
  );
}

/** What a timer is set to, in the words of its kind: a compare value, or the value it is loaded with. */
const holds = ({ timer, compare }: TimerSetting): string =>
  timer.reloads
    ? `load ${(2 ** timer.bits - compare - 1).toLocaleString("en")}`
    : compare.toLocaleString("en");

/** The settings of the board's timers, best first; the one the sketch uses is among them, and marked. */
function Settings({ slot, used }: Pick<Props, "used"> & { readonly slot: number }) {
  const model = useModel();
  const { rig } = model;
  const all = fitTimer(slot, controllerById(rig.plan.controller));
  const isUsed = (one: TimerSetting) =>
    used !== undefined && one.timer.name === used.timer.name && one.prescaler === used.prescaler;
  const best = all.slice(0, MOST_ROWS);
  const settings = best.some(isUsed) ? best : [...best, ...all.filter(isUsed)];
  if (settings.length === 0)
    return <p className="small severity-caution mb-0">No timer of this board reaches that period.</p>;
  return (
    <table className="rule-table small" aria-label="Timer settings, best first">
      <thead>
        <tr>
          <th>Timer</th>
          <th className="number">Compare</th>
          <th className="number">Period</th>
          <th className="number">Error</th>
        </tr>
      </thead>
      <tbody>
        {settings.map((setting) => {
          const { timer, prescaler, postscaler, period, errorPpm } = setting;
          return (
            <Fragment key={`${timer.name}-${prescaler}-${postscaler}`}>
              <tr className={timer.taken || isUsed(setting) ? "is-joined" : undefined}>
                <td>
                  {timer.name.replace("with reload", "")} ÷ {prescaler}
                  {postscaler > 1 && ` × ${postscaler}`}
                </td>
                <td className="number">{holds(setting)}</td>
                <td className="number">{formatNanoseconds(period * 1000, 6)}</td>
                <td className="number">{ppm(errorPpm)}</td>
              </tr>
              {(timer.taken || isUsed(setting)) && (
                <tr>
                  <td colSpan={4} className="tiny quiet text-wrap pt-0">
                    {isUsed(setting) ? <span className="way-mark ms-0">in the sketch</span> : timer.taken}
                  </td>
                </tr>
              )}
            </Fragment>
          );
        })}
      </tbody>
    </table>
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
          <th className="number">Really</th>
          <th className="number">Error</th>
        </tr>
      </thead>
      <tbody>
        <tr>
          <td>a {word}’s turn</td>
          <td className="number">{count.toLocaleString("en")}</td>
          <td className="number">{bits}</td>
          <td className="number">{formatNanoseconds(period * 1000, 6)}</td>
          <td className="number">{ppm(errorPpm)}</td>
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
          <td className="number">{ppm(second.errorPpm)}</td>
        </tr>
      </tbody>
    </table>
  );
}
