import { fetched } from "@/ui";

/** The fields behind a line are fetched when one is opened: a visit that only looks needs none. */
export const ActionFields = fetched("The fields of an action", () =>
  import("./action-fields").then((module) => module.ActionFields),
);
export const ValueEditor = fetched("The fields of a value", () =>
  import("./value-editor").then((module) => module.ValueEditor),
);
