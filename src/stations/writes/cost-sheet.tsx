import { chipOn } from "@/core/address";
import { formatNanoseconds, formatQuantity } from "@/core/quantity";
import { controllerById, type EncodedBus } from "@/core/rig";
import { useAtDesk, useModel } from "@/store";

const CHAINS = [1, 2, 4, 8, 16, 32, 64] as const;
/** Chips that may hang on the same lines. */
const MOST = { alone: 1, addresses: 8, chain: 64 } as const;

const share = (value: number): string =>
  value > 1 ? "more than all" : value < 0.0001 ? "< 0.01 %" : `${(value * 100).toPrecision(2)} %`;

/** What bringing all digits up to date costs: by calls and by direct port writes, for one chip and for many. */
export function CostSheet({ bus }: { bus: EncodedBus }) {
  const model = useModel();
  const chip = chipOn(model, bus);
  const board = controllerById(model.rig.plan.controller);
  const counts = CHAINS.filter((count) => count <= MOST[chip.transport.together]);
  const on = (model.encoding.buses ?? []).indexOf(bus);
  const costs = useAtDesk((desk) => desk.updateCosts(Math.max(0, on), counts), [on, counts]) ?? [];
  const interval = model.rig.show.interval * 1e6;
  return (
    <section className="sheet">
      <h2>Cost of an update</h2>
      <div
        className="table-scroll"
        tabIndex={0}
        role="region"
        aria-label="Cost of an update, scrolls sideways"
      >
        <table className="cost-table">
          <thead>
            <tr>
              <th>chips</th>
              <th>bits</th>
              <th>by calls</th>
              <th>per second</th>
              <th>processor time</th>
              <th>direct</th>
              <th>per second</th>
            </tr>
          </thead>
          <tbody>
            {costs.map(({ calls, direct }) => (
              <tr key={calls.chips} className={calls.chips === bus.units.length ? "is-now" : undefined}>
                <td>{calls.chips}</td>
                <td>{calls.bits}</td>
                <td>{formatNanoseconds(calls.time, 3)}</td>
                <td>{formatQuantity(calls.most, "Hz", 3)}</td>
                <td>{share(calls.time / interval)}</td>
                <td>{formatNanoseconds(direct.time, 3)}</td>
                <td>{formatQuantity(direct.most, "Hz", 3)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <p className="tiny quiet mb-0 mt-1">
        Share of processor time at one update every {formatQuantity(interval / 1e9, "s")}. Direct: two clock
        cycles per port write, at most the chip’s {formatQuantity(chip.sheet.clockMaximum, "Hz")}.
        {!board.cost.measured && " The call times of this board are estimates."}
      </p>
    </section>
  );
}
