import { useState } from "react";
import { formatNanoseconds, formatQuantity } from "@/core/quantity";
import { correctedConstant, countedTick, type ScanFigures } from "@/core/scan";
import { useModel } from "@/store";
import { QuantityField, WholeField } from "@/ui";

/** What can be counted in a run. */
const COUNTS = [1, 10_000_000] as const;

const drift = (seconds: number): string => {
  const size = Math.abs(seconds);
  if (size < 0.05) return "keeps time";
  const amount =
    size >= 120 ? `${Number((size / 60).toPrecision(3))} min` : `${Number(size.toPrecision(3))} s`;
  return `${seconds > 0 ? "loses" : "gains"} ${amount} a day`;
};

/** A tick counted in refreshes: how many, how far it drifts, and the constant a measured run corrects it to. */
export function CountedSheet({ figures }: { figures: ScanFigures }) {
  const { show } = useModel().rig;
  const counted = figures.counted ?? countedTick(figures.period, show.interval);
  const [used, setUsed] = useState<number>();
  const [counts, setCounts] = useState(60);
  const [took, setTook] = useState<number>();
  const constant = used ?? counted.refreshes;
  const seconds = took ?? (counts * counted.tick) / 1000;
  const corrected = correctedConstant(constant, counts, seconds, show.interval);
  return (
    <section className="sheet">
      <h2>Counting time in scan cycles</h2>
      <p className="small mb-2">
        A tick of {formatQuantity(show.interval / 1000, "s")} is{" "}
        <strong>{counted.refreshes.toLocaleString("en")}</strong> scan cycles, which take{" "}
        {formatQuantity(counted.tick / 1000, "s", 6)}: it <strong>{drift(counted.drift)}</strong>.
        {figures.school !== "loop" &&
          " Here the timer keeps the show’s time; this is for a loop that counts."}
      </p>
      <h3 className="scan-sub">Correct it from a timed run</h3>
      <div className="field-row">
        <WholeField label="Cycles per tick" value={constant} range={COUNTS} onCommit={setUsed} width={92} />
        <WholeField label="Ticks counted" value={counts} range={COUNTS} onCommit={setCounts} width={78} />
        <QuantityField
          label="Time by your watch"
          unit="s"
          value={seconds}
          range={[0.001, 10_000_000]}
          onCommit={setTook}
          width={120}
        />
      </div>
      <p className="small mt-2 mb-0" role="status">
        One scan cycle took {formatNanoseconds(corrected.period, 5)} and it {drift(corrected.driftBefore)}.{" "}
        {corrected.refreshes === constant ? (
          <>
            {constant.toLocaleString("en")} cycles per tick is the best whole number; for less drift use a
            timer or the clock.
          </>
        ) : (
          <>
            Count <strong>{corrected.refreshes.toLocaleString("en")}</strong> scan cycles a tick instead: it{" "}
            {drift(corrected.driftAfter)}.
          </>
        )}
      </p>
    </section>
  );
}
