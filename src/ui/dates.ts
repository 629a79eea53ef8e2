const DAY = new Intl.DateTimeFormat("en-GB", { day: "numeric", month: "short", year: "numeric" });
const MINUTE = new Intl.DateTimeFormat("en-GB", {
  day: "numeric",
  month: "short",
  year: "numeric",
  hour: "2-digit",
  minute: "2-digit",
});

/** A moment as "28 Nov 2026", or to the minute as "28 Nov 2026, 14:32". @param at ms since 1970 */
export const formatDate = (at: number, to: "day" | "minute" = "minute"): string =>
  (to === "day" ? DAY : MINUTE).format(at);
