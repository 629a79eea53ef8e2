import Button from "react-bootstrap/Button";
import { STARTS, startWith, type Start } from "@/core/live";
import { showsDots } from "@/core/rig";
import { editWires, refuse, useRig } from "@/store";

/** Takes a ready start for what the rig does; parts it needs are added. */
export const begin = (id: Start["id"]) =>
  editWires((rig) => {
    const started = startWith(rig, id);
    if (started.ok) return started.rig;
    refuse("That start does not fit this rig", started.message);
    return rig;
  });

/** What a rig could do: ready starts, and the list of texts it shows as it is. */
export function StartsSheet() {
  const { show, plan, sign } = useRig();
  const shown = showsDots(plan)
    ? `Now it runs through ${sign?.scenes.length ?? 0} scenes: they are changed on Frames.`
    : `Now it ${show.mode === "hold" ? `holds “${show.hold}”` : `runs through ${show.texts.length} texts`}: that is changed on Plan.`;
  return (
    <section className="sheet">
      <h2>Ready-made starts</h2>
      <ul className="start-cards">
        {STARTS.map(({ id, title, says, parts }) => (
          <li key={id} className="start-card">
            <strong>{title}</strong>
            <span className="small">{says}</span>
            <span className="tiny quiet">
              {parts.startsWith("nothing") ? `Adds ${parts}.` : `Adds ${parts}, wired to free lines.`}
            </span>
            <Button size="sm" variant="plain" onClick={() => begin(id)}>
              Start with this
            </Button>
          </li>
        ))}
      </ul>
      <p className="small quiet mb-0">{shown} Undo reverses a start, with its parts and wires.</p>
    </section>
  );
}
