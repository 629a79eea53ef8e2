import type { Action, Live, LiveFace } from "../rig";

/** The value an action is about, where it is about one. */
export function valueOf(action: Action): string | undefined {
  if ("step" in action || "set" in action || "push" in action) return action.value;
  if ("clear" in action) return action.clear;
  if ("accept" in action) return action.accept;
  if ("reset" in action) return action.reset;
  if ("start" in action) return action.start;
  if ("pause" in action) return action.pause;
  if ("toggle" in action) return action.toggle;
  if ("preset" in action) return action.preset;
  return "draw" in action ? action.draw : undefined;
}

function renamed(action: Action, from: string, to: string): Action {
  if (valueOf(action) !== from) return action;
  return Object.fromEntries(
    Object.entries(action).map(([key, value]) => [key, value === from && key !== "how" ? to : value]),
  ) as unknown as Action;
}

const inTemplate = (name: string): RegExp => new RegExp(`\\{${name}(?=[.:}])`, "g");

/** Gives a value another name, wherever it is spoken of. */
export function renameValue(live: Live, from: string, to: string): Live {
  const condition = <One extends { readonly value: string }>(one: One): One =>
    one.value === from ? { ...one, value: to } : one;
  return {
    ...live,
    values: live.values.map((value) => (value.name === from ? { ...value, name: to } : value)),
    faces: live.faces.map((face) => ({
      ...face,
      shows: face.shows.replace(inTemplate(from), `{${to}`),
      ...(face.while ? { while: condition(face.while) } : {}),
    })),
    controls: live.controls.map((control) => ({ ...control, does: renamed(control.does, from, to) })),
    events: live.events.map(({ when, does }) => ({ when: condition(when), does: renamed(does, from, to) })),
  };
}

/** Takes a value away, with what is done to it and what waits for it; faces no longer show it. */
export function removeValue(live: Live, name: string): Live {
  const faces = live.faces.flatMap(({ while: condition, ...face }): LiveFace[] => {
    const shows = face.shows.replace(new RegExp(`\\{${name}(?:[.:][^}]*)?\\}`, "g"), "").trim();
    if (shows === "") return [];
    return [{ ...face, shows, ...(condition && condition.value !== name ? { while: condition } : {}) }];
  });
  return {
    ...live,
    values: live.values.filter((value) => value.name !== name),
    faces: faces.length > 0 ? faces : [{ shows: "-" }],
    controls: live.controls.filter(({ does }) => valueOf(does) !== name),
    events: live.events.filter(({ when, does }) => when.value !== name && valueOf(does) !== name),
  };
}

/** A name no value has: `count`, then `count2`. */
export function freeName(live: Pick<Live, "values">, wanted: string): string {
  const taken = new Set(live.values.map(({ name }) => name));
  for (let number = 1; ; number += 1) {
    const name = number === 1 ? wanted : `${wanted}${number}`;
    if (!taken.has(name)) return name;
  }
}
