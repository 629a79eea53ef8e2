const SHOWN_CHARACTERS = 40;

/** A text cut to what a message has room for: files from strangers may be long. */
export const cut = (text: string): string =>
  text.length > SHOWN_CHARACTERS ? `${text.slice(0, SHOWN_CHARACTERS - 3)}…` : text;

/** A value from a document as a message shows it: cut, however large it is. */
export function shown(value: unknown): string {
  if (typeof value === "string") return cut(JSON.stringify(value.slice(0, SHOWN_CHARACTERS * 2)));
  if (Array.isArray(value)) return `a list of ${value.length}`;
  if (typeof value === "object" && value !== null) return "an object";
  return cut(String(value));
}
