import { Fragment } from "react";
import type { ControllerPart } from "@/core/parts";
import { formatNanoseconds, formatPpm, type Microseconds } from "@/core/quantity";
import { fitTimer, type TimerSetting } from "@/core/timing";

const MOST_ROWS = 5;

interface Props {
  readonly period: Microseconds;
  readonly controller: ControllerPart;
  /** What the sketch sets, where it sets a timer: marked. */
  readonly used?: TimerSetting;
}

/** What a timer is set to, in the words of its kind: a compare value, or the value it is loaded with. */
const holds = ({ timer, compare }: TimerSetting): string =>
  timer.reloads
    ? `load ${(2 ** timer.bits - compare - 1).toLocaleString("en")}`
    : compare.toLocaleString("en");

/** The settings of the board's timers, best first; the one the sketch uses is among them, and marked. */
export function TimerTable({ period, controller, used }: Props) {
  const all = fitTimer(period, controller);
  const isUsed = (one: TimerSetting) =>
    used !== undefined && one.timer.name === used.timer.name && one.prescaler === used.prescaler;
  const best = all.slice(0, MOST_ROWS);
  const settings = best.some(isUsed) ? best : [...best, ...all.filter(isUsed)];
  if (settings.length === 0)
    return <p className="small severity-caution mb-0">No timer of this board can do that period.</p>;
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
          const { timer, prescaler, postscaler, errorPpm } = setting;
          return (
            <Fragment key={`${timer.name}-${prescaler}-${postscaler}`}>
              <tr className={timer.taken || isUsed(setting) ? "is-joined" : undefined}>
                <td>
                  {timer.name.replace("with reload", "")} ÷ {prescaler}
                  {postscaler > 1 && ` × ${postscaler}`}
                </td>
                <td className="number">{holds(setting)}</td>
                <td className="number">{formatNanoseconds(setting.period * 1000, 6)}</td>
                <td className="number">{formatPpm(errorPpm)}</td>
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
