import { useState } from "react";
import { formatNanoseconds } from "@/core/quantity";
import type { DebounceWay, Live } from "@/core/rig";
import type { ContactView } from "@/core/sim";
import { useAtDesk } from "@/store";
import { SelectField, TimeTicks, timeScale } from "@/ui";

const NAMES: Readonly<Record<DebounceWay, string>> = {
  none: "no debouncing",
  wait: "blocking wait",
  samples: "majority of samples",
  states: "wait until it settles",
  interrupt: "interrupt",
};

/** Drawing units: where lanes begin and end, how high one is, how far its level goes. */
const [LEFT, RIGHT, LANE, HIGH] = [0, 520, 34, 16];

/** A press of a contact edge by edge, and what each way of taking it makes of that. */
export function ContactSheet({ live }: { live: Live }) {
  const contacts = [
    ...new Map(live.controls.map((one) => [`${one.unit} ${one.key ?? ""}`.trim(), one])).entries(),
  ];
  const [chosen, setChosen] = useState<string>();
  const [name, control] = contacts.find(([one]) => one === chosen) ?? contacts[0] ?? [];
  const [unit, key] = [control?.unit, control?.key];
  const view = useAtDesk(
    (desk) => (unit ? desk.contact(unit, key) : Promise.resolve(undefined)),
    [unit, key],
  );
  if (!name || !view) return null;
  return (
    <section className="sheet" aria-label="A press, edge by edge">
      <div className="spread">
        <h2 className="sheet-title mb-0">A press, edge by edge</h2>
        {contacts.length > 1 && (
          <SelectField
            label="Of"
            value={name}
            options={contacts.map(([one]) => [one, one] as const)}
            onChoose={setChosen}
          />
        )}
      </div>
      <ContactLanes view={view} chosen={live.debounce.way} />
    </section>
  );
}

function ContactLanes({ view, chosen }: { view: ContactView; chosen: DebounceWay }) {
  const scale = timeScale([0, view.length], LEFT, RIGHT);
  const lanes = [
    {
      key: "contact",
      name: `${view.unit}${view.key ? ` key ${view.key}` : ""}`,
      says: bounces(view),
      edges: view.contact,
    },
    ...view.taken.map(({ way, presses, late, edges }) => ({
      key: way as string,
      name: NAMES[way],
      says: `${presses} ${presses === 1 ? "press" : "presses"}${late === undefined ? "" : `, ${formatNanoseconds(late, 3)} late`}`,
      edges,
    })),
  ];
  return (
    <ul className="plain-list contact-lanes">
      {lanes.map((lane) => (
        <li key={lane.key} className={lane.key === chosen ? "is-chosen" : undefined}>
          <span className="contact-lane-words">
            <strong>{lane.name}</strong> <span className="quiet">{lane.says}</span>
          </span>
          <svg viewBox={`${LEFT} 0 ${RIGHT - LEFT} ${LANE - 10}`} aria-hidden preserveAspectRatio="none">
            <path d={pathOf(lane.edges, scale)} />
          </svg>
        </li>
      ))}
      <li aria-hidden>
        <svg className="contact-ticks" viewBox={`${LEFT} 0 ${RIGHT - LEFT} 24`}>
          <TimeTicks scale={scale} y={20} />
        </svg>
      </li>
    </ul>
  );
}

/** How often the contact closes for one press. */
function bounces({ contact }: ContactView): string {
  const closed = contact.filter(({ down }) => down).length;
  return closed === 1 ? "closes once" : `closes ${closed} times`;
}

const pathOf = (edges: ContactView["contact"], scale: ReturnType<typeof timeScale>): string =>
  `M${LEFT},${HIGH + 2} ${edges
    .map(({ at, down }) => `H${scale(at).toFixed(2)} V${down ? 2 : HIGH + 2}`)
    .join(" ")} H${RIGHT}`;
