import { HIGH } from "@/core/level";
import { transportOf } from "@/core/bus";
import { formatNanoseconds } from "@/core/quantity";
import type { EncodedBus } from "@/core/rig";
import type { BusTrace } from "@/core/sim";

/** What happens at a tick of a trace: the line and its level, and at a clock's rise how long the data has stood. */
export function tickText(trace: BusTrace, count: number, bus: EncodedBus): string {
  const tick = trace.ticks[count - 1];
  if (!tick) return "";
  const letGo = tick.given !== 0 && tick.given !== 1;
  const level = letGo ? "let go" : tick.given ? "high" : "low";
  const answered = letGo && tick.level === 0 ? ", and the chip holds it low" : "";
  const what = `${formatNanoseconds(tick.at, 5)}: line ${tick.line} ${level}${answered}`;
  if (tick.line !== bus.clock || tick.level !== HIGH) return what;
  const { setup, hold } = transportOf(bus.protocol).times;
  const before = [...trace.ticks.slice(0, count)].reverse().find(({ line }) => line === bus.data);
  const after = trace.ticks.slice(count).find(({ line }) => line === bus.data);
  const stood = before
    ? `${formatNanoseconds(tick.at - before.at, 3)} (${setup} ns needed)`
    : "from the start";
  const stays = after ? `, stays ${formatNanoseconds(after.at - tick.at, 3)} (${hold} ns needed)` : "";
  return `${what}; data has stood ${stood}${stays}`;
}
