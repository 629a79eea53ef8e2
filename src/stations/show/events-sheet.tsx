import { actionWords, conditionWords } from "@/core/live";
import type { LiveProblem } from "@/core/program";
import { LIVE_LIMITS, type Live, type LiveEvent } from "@/core/rig";
import { editLive, useRig } from "@/store";
import { switchable } from "./table-parts";
import { ConditionFields } from "./condition-fields";
import { firstAction } from "./controls-sheet";
import { AddButton, Rows } from "./rows";
import { ActionFields } from "./opened";

interface Props {
  readonly live: Live;
  readonly problems: readonly LiveProblem[];
}

const setEvent = (at: number, event: LiveEvent) =>
  editLive((was) => ({ ...was, events: was.events.map((one, place) => (place === at ? event : one)) }));

/** What happens once when something begins to be so. */
export function EventsSheet({ live, problems }: Props) {
  const rig = useRig();
  const [load] = switchable(rig);
  return (
    <Rows
      title="Events"
      problems={problems.filter(({ at }) => at === "events")}
      empty="No events yet. An event switches a lamp, buzzer or relay when a value reaches a limit."
      add={
        <AddButton
          what="Event"
          disabled={live.values.length === 0 || live.events.length >= LIVE_LIMITS.events}
          onAdd={() =>
            editLive((was) => ({
              ...was,
              events: [
                ...was.events,
                {
                  when: { value: was.values[0]!.name, is: "equal", than: 0 },
                  does: load ? { switch: load.ref, how: "pulse", ms: 1000 } : firstAction(was),
                },
              ],
            }))
          }
        />
      }
      rows={live.events.map((event, at) => ({
        key: String(at),
        name: `event ${at + 1}`,
        title: `when ${conditionWords(event.when, live)}`,
        words: actionWords(event.does, live),
        onRemove: () =>
          editLive((was) => ({ ...was, events: was.events.filter((_, place) => place !== at) })),
        editor: (
          <>
            <ConditionFields
              condition={event.when}
              live={live}
              onChange={(when) => setEvent(at, { ...event, when })}
            />
            <ActionFields
              action={event.does}
              live={live}
              onChange={(does) => setEvent(at, { ...event, does })}
            />
          </>
        ),
      }))}
    />
  );
}
