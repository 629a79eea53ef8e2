import { formatBytes, formatNanoseconds } from "@/core/quantity";
import { controllerById } from "@/core/rig";
import { useRig } from "@/store";
import type { LiveLook } from "@/workers";

/** What it takes of the board: lines, memory, time. */
export function CostSheet({ look }: { look: LiveLook | undefined }) {
  const { plan } = useRig();
  if (!look) return null;
  const { memory, flavour } = controllerById(plan.controller);
  return (
    <section className="sheet">
      <h2>Board resources</h2>
      <table className="rule-table small">
        <tbody>
          <tr>
            <th scope="row">Lines</th>
            <td className="number">
              {look.lines.used} of {look.lines.of}
            </td>
          </tr>
          {flavour === "logic" ? (
            <>
              <tr>
                <th scope="row">Registers</th>
                <td className="number">{look.registers} bits</td>
              </tr>
              <tr>
                <th scope="row">One pass through all steps</th>
                <td className="number">{formatNanoseconds(look.pass)} at most</td>
              </tr>
            </>
          ) : (
            <>
              <tr>
                <th scope="row">Flash</th>
                <td className="number">
                  about {formatBytes(look.memory.flash)} of {formatBytes(memory.flash)}
                </td>
              </tr>
              <tr>
                <th scope="row">Memory</th>
                <td className="number">
                  {formatBytes(look.memory.ram)} of {formatBytes(memory.ram)}
                </td>
              </tr>
              <tr>
                <th scope="row">One pass through the loop</th>
                <td className="number">{formatNanoseconds(look.pass)}</td>
              </tr>
            </>
          )}
        </tbody>
      </table>
    </section>
  );
}
