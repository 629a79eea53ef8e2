import { useState } from "react";
import { DEFAULT_PLAN, controllerById } from "@/core/rig";
import { fitDivider } from "@/core/timing";
import { formatNanoseconds, formatPpm, formatQuantity } from "@/core/quantity";
import { BoardSelect, QuantityField, TimerTable } from "@/ui";

/** Settings of a board's timers for a period, or the divider of its clock where it is logic. */
export function TimerLook() {
  const [board, setBoard] = useState<string>(DEFAULT_PLAN.controller);
  const [period, setPeriod] = useState(2000);
  const controller = controllerById(board);
  const logic = controller.flavour === "logic" ? fitDivider(period, controller.clock) : undefined;
  return (
    <section className="sheet">
      <div className="field-row mb-2">
        <BoardSelect value={board} onChoose={setBoard} />
        <QuantityField
          label="Period"
          unit="s"
          value={period / 1e6}
          range={[1e-6, 100]}
          onCommit={(seconds) => setPeriod(seconds * 1e6)}
          width={120}
        />
        <QuantityField
          label="Frequency"
          unit="Hz"
          value={1e6 / period}
          range={[0.01, 1e6]}
          onCommit={(rate) => setPeriod(1e6 / rate)}
          width={120}
        />
      </div>
      {logic ? (
        <p className="mb-0" role="status">
          Divide the {formatQuantity(controller.clock, "Hz")} clock by{" "}
          <strong>{logic.count.toLocaleString("en")}</strong>, with a counter of {logic.bits} bits: the period
          is {formatNanoseconds(logic.period * 1000, 6)}, error {formatPpm(logic.errorPpm)}.
        </p>
      ) : (
        <TimerTable period={period} controller={controller} />
      )}
      <p className="quiet small mt-2 mb-0">
        Period = (compare + 1) × prescaler ÷ clock. Best setting first; a timer used by the board’s own calls
        says so.
      </p>
    </section>
  );
}
