import type { KeyboardEvent } from "react";

/** What Enter and the space bar do on something drawn that can be pressed; the page's own keys hear nothing of it. */
export const pressed = (run: () => void) => (event: KeyboardEvent) => {
  if (event.key !== "Enter" && event.key !== " ") return;
  event.preventDefault();
  event.stopPropagation();
  run();
};
