import { setTheme, usePreferences } from "@/store";
import { IconButton } from "./icon-button";

/** Light or night, on every page at the same place. */
export function ThemeSwitch() {
  const theme = usePreferences((state) => state.theme);
  const other = theme === "light" ? "night" : "light";
  return (
    <IconButton
      icon={theme === "light" ? "bi-moon-stars" : "bi-sun"}
      label={`Switch to the ${other} theme`}
      title={`${other} theme`}
      onClick={() => setTheme(other)}
    />
  );
}
