import type { Spent } from "@/core/program";
import { formatNanoseconds } from "@/core/quantity";
import { useRunning } from "@/ui";

const SHARES: ReadonlyArray<readonly [keyof Spent, title: string, says: string]> = [
  ["out", "Scan and writes", "putting out digits, faces and bytes"],
  ["reading", "Reading", "the converter, or a chip that is asked for its keys"],
  ["waiting", "Waiting", "blocked: nothing else is done meanwhile"],
  ["working", "Working", "running the loop with something to do"],
  ["idle", "Polling", "running the loop, polling lines, with nothing to do"],
];

/** Lines of what happened that are shown. */
const SHOWN = 8;

/** The program at work: where its time goes just now, and what takes place. */
export function WorkSheet() {
  const live = useRunning()?.face?.live;
  // A compiled program says nothing of what it is at.
  if (!live?.spent || !live.happened) return null;
  const { spent, happened } = live;
  const whole = SHARES.reduce((sum, [key]) => sum + spent[key], 0);
  return (
    <section className="sheet" aria-label="The program at work">
      <h2>The program at work</h2>
      {whole > 0 && (
        <>
          <div className="work-bar" aria-hidden>
            {SHARES.map(([key]) => (
              <span key={key} className={`work-${key}`} style={{ flexGrow: spent[key] }} />
            ))}
          </div>
          <table className="rule-table small work-shares">
            <tbody>
              {SHARES.filter(([key]) => spent[key] > 0).map(([key, title, says]) => (
                <tr key={key}>
                  <th scope="row">
                    <span className={`work-key work-${key}`} aria-hidden /> {title}
                  </th>
                  <td className="quiet">{says}</td>
                  <td className="number">{share(spent[key] / whole)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </>
      )}
      <h3 className="sheet-title mt-2">What happened</h3>
      {happened.length === 0 ? (
        <p className="small quiet mb-0">Nothing yet. Press something under the face.</p>
      ) : (
        <ol className="plain-list small work-events">
          {happened.slice(0, SHOWN).map(({ at, says }, nth) => (
            <li key={`${at} ${says} ${happened.length - nth}`}>
              <span className="tape-time">{formatNanoseconds(at, 4)}</span> {says}
            </li>
          ))}
        </ol>
      )}
    </section>
  );
}

/** A share of the time in per cent; a little is not nothing. */
const share = (part: number): string => (part < 0.001 ? "under 0.1 %" : `${(part * 100).toFixed(1)} %`);
