"use client";
import Button from "react-bootstrap/Button";
import { setTheme, usePreferences } from "@/store";

export function ThemeSwitch() {
  const theme = usePreferences((state) => state.theme);
  const other = theme === "light" ? "night" : "light";
  return (
    <Button
      variant="quiet"
      size="sm"
      aria-label={`Switch to the ${other} theme`}
      title={`${other} theme`}
      onClick={() => setTheme(other)}
    >
      <i className={`bi ${theme === "light" ? "bi-moon-stars" : "bi-sun"}`} aria-hidden />
    </Button>
  );
}
