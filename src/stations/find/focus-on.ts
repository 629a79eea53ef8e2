import { computeAccessibleName } from "dom-accessibility-api";
import type { Place } from "./item";

/** So long a field is waited for: its station, and what stands there, are fetched first. */
const PATIENCE_MS = 8000;

const FIELDS =
  "input, select, textarea, button:not(.term), a[href], summary, [role], [aria-label], h2, h3, .field-label, label";

const seen = (element: Element): boolean =>
  element.getClientRects().length > 0 || !("checkVisibility" in element);

/** @returns the first element in sight whose name is, or begins like, the one asked for */
function named(within: Element, selector: string, name: string): HTMLElement | undefined {
  const wanted = name.toLowerCase();
  const all = [...within.querySelectorAll<HTMLElement>(selector)]
    .filter(seen)
    .map((element) => ({ element, says: nameOf(element) }));
  return (
    all.find(({ says }) => says === wanted) ??
    all.find(({ says }) => says.startsWith(wanted) && !/\p{L}/u.test(says.charAt(wanted.length)))
  )?.element;
}

function nameOf(element: HTMLElement): string {
  const name = /^(H2|H3|LABEL|SPAN)$/.test(element.tagName)
    ? element.textContent
    : computeAccessibleName(element);
  return name.replace(/\s+/g, " ").trim().toLowerCase();
}

const CONTROLS = "input, select, textarea, button:not(.term), a[href], summary, [tabindex='0']";

/** What gets the focus for it: itself, its control, or the part of the page it heads. */
function focusable(element: HTMLElement): HTMLElement {
  if (element instanceof HTMLLabelElement && element.control) return element.control;
  if (element.matches(CONTROLS)) return element;
  const within = element.matches("[role=radiogroup], [role=group]")
    ? (element.querySelector<HTMLElement>("input:checked") ?? element.querySelector<HTMLElement>(CONTROLS))
    : undefined;
  if (within) return within;
  const isHead = element.matches("h2, h3, .field-label, label");
  const part = (isHead ? element.closest<HTMLElement>("section:not(.station)") : undefined) ?? element;
  part.setAttribute("tabindex", "-1");
  return part;
}

/** Waits for something to be on the page. @returns undefined when it does not come */
function come<Found>(look: () => Found | undefined, signal: AbortSignal): Promise<Found | undefined> {
  return new Promise((resolve) => {
    const at = look();
    if (at !== undefined) return resolve(at);
    const end = (found?: Found) => {
      watcher.disconnect();
      clearTimeout(timer);
      resolve(found);
    };
    const watcher = new MutationObserver(() => {
      const found = look();
      if (found !== undefined) end(found);
    });
    watcher.observe(document.body, { childList: true, subtree: true, attributes: true });
    const timer = setTimeout(() => end(), PATIENCE_MS);
    signal.addEventListener("abort", () => end());
  });
}

let last: AbortController | undefined;

/**
 * Takes the focus to a field of the station that is shown, or is about to be: what leads there is pressed first.
 * Another call ends the one before. @returns whether it was found
 */
export async function focusOn({ station, press = [], field }: Place): Promise<boolean> {
  last?.abort();
  const { signal } = (last = new AbortController());
  const main = () => document.querySelector(`.station[data-station="${station}"]`) ?? undefined;
  for (const name of press) {
    const button = await come(() => {
      const within = main();
      return within && named(within, "button, a[href]", name);
    }, signal);
    if (!button || signal.aborted) return false;
    if (button.getAttribute("aria-pressed") !== "true") button.click();
  }
  const found = await come(() => {
    const within = main();
    return within && named(within, FIELDS, field);
  }, signal);
  if (!found || signal.aborted) return false;
  const target = focusable(found);
  target.focus({ preventScroll: true });
  target.scrollIntoView?.({ block: "center" });
  target.classList.add("is-found");
  target.addEventListener("blur", () => target.classList.remove("is-found"), { once: true });
  return true;
}
