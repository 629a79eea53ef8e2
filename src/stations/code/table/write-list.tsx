import type { PlayedList } from "@/core/tables";
import { bareByte } from "@/core/glyph";
import { useAtDesk } from "@/store";
import { SeverityMark, useMost } from "@/ui";

/** Writes that are listed at first. */
const FIRST = 40;

/** A list of writes, played into the rig's chips over its wires, from power-up. */
export function WriteList({ text }: { text: string }) {
  const played = useAtDesk<PlayedList>((desk) => desk.writeList(text), [text]);
  const writes = played?.ok ? played.writes : [];
  const { shown, left, more } = useMost(writes, FIRST, () => false);
  if (!played) return null;
  if (!played.ok)
    return (
      <section className="sheet">
        <SeverityMark severity="caution" text="Not sent." /> {played.message}
      </section>
    );
  const last = writes[writes.length - 1];
  return (
    <section className="sheet">
      <h2>Sent to {played.chip}</h2>
      <p className="small mb-2">
        {writes.length} write{writes.length === 1 ? "" : "s"}; at the end the face reads{" "}
        <span className="mono">{last?.reads.trim() || "nothing"}</span>
      </p>
      <table className="rule-table small">
        <thead>
          <tr>
            <th scope="col" className="number">
              Line
            </th>
            <th scope="col">Bytes</th>
            <th scope="col">Says</th>
            <th scope="col">Reads then</th>
          </tr>
        </thead>
        <tbody>
          {shown.map(({ line, bytes, says, odd, reads }, nth) => (
            <tr key={nth}>
              <td className="number">{line}</td>
              <td className="mono">{bytes.map(bareByte).join(" ")}</td>
              <td>
                {says.join("; ")}
                {odd.map((one) => (
                  <span key={one} className="d-block">
                    <SeverityMark severity="caution" text={one} />
                  </span>
                ))}
              </td>
              <td className="mono">{reads.trim() === "" ? <span className="quiet">blank</span> : reads}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {left > 0 && (
        <button type="button" className="btn btn-plain btn-sm mt-2" onClick={more}>
          {left} more
        </button>
      )}
    </section>
  );
}
