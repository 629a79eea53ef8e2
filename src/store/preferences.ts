import { create } from "zustand";
import type { LegNames } from "@/core/parts";
import { keeper } from "@/workers";

export type Theme = "light" | "night";

interface Preferences {
  readonly theme: Theme;
  /** Which of the two leg-name sets of the data sheets is shown. */
  readonly legNames: LegNames;
  /** Whether the shelf offers its ways to begin. */
  readonly waysIn: boolean;
}

export const usePreferences = create<Preferences>()(() => ({
  theme: "light",
  legNames: "letters",
  waysIn: true,
}));

const show = (theme: Theme): void => {
  document.documentElement.dataset.bsTheme = theme === "night" ? "dark" : "light";
};

/** The theme is also kept where the page's first script can read it, so that the night never flashes white. */
export const THEME_KEY = "bold-pip-theme";

/** Light or night, at once and for the next visit. */
export function setTheme(theme: Theme): void {
  usePreferences.setState({ theme });
  show(theme);
  localStorage.setItem(THEME_KEY, theme);
  void keeper().writeSetting("theme", theme);
}

/** Leg names by letters or by numbers, as the reader's data sheets have them. */
export function setLegNames(legNames: LegNames): void {
  usePreferences.setState({ legNames: legNames });
  void keeper().writeSetting("school", legNames);
}

/** Shows or hides the ways to begin on the shelf. */
export function setWaysIn(waysIn: boolean): void {
  usePreferences.setState({ waysIn });
  void keeper().writeSetting("waysIn", waysIn);
}

/** Takes up what was chosen on an earlier visit. */
export async function loadPreferences(): Promise<void> {
  const theme =
    ((await keeper().readSetting("theme")) as Theme | undefined) ??
    (localStorage.getItem(THEME_KEY) as Theme | null);
  const legNames = (await keeper().readSetting("school")) as LegNames | undefined;
  const night = theme ?? (matchMedia("(prefers-color-scheme: dark)").matches ? "night" : "light");
  const waysIn = (await keeper().readSetting("waysIn")) as boolean | undefined;
  usePreferences.setState({ waysIn: waysIn ?? true });
  usePreferences.setState({ theme: night, ...(legNames ? { legNames: legNames } : {}) });
  show(night);
}
