import { fetched } from "./fetched";

/** The form for a display that came with no paper. */
export const OwnDisplay = fetched("The form", () =>
  import("./own-display").then((module) => module.OwnDisplay),
);
/** The form for what is on which output. */
export const OrderDialog = fetched("The form", () =>
  import("./order-dialog").then((module) => module.OrderDialog),
);
/** The form for a module of one's own. */
export const OwnModule = fetched("The form", () => import("./own-module").then((module) => module.OwnModule));
