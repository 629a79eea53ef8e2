import { useMemo } from "react";
import { keeper, setTheme, usePreferences, useKept } from "@/store";
import { GLOSSARY } from "@/ui";
import { LOOK_UPS } from "../look-ups";
import type { Item } from "./item";

const shelfNames = () => keeper().shelfNames();

/** What can be found from every page: rigs, what is looked up without one, words, and what is done at once. */
export function useEverywhere(): readonly Item[] {
  const rigs = useKept(shelfNames);
  const theme = usePreferences((state) => state.theme);
  return useMemo(() => {
    const other = theme === "light" ? "night" : "light";
    return [
      ...ADDRESSES,
      {
        id: "theme",
        icon: "bi-moon-stars",
        title: `Switch to the ${other} theme`,
        detail: "does it",
        also: "dark mode, light mode, colours",
        target: { to: "action", run: () => setTheme(other) },
      },
      ...(rigs ?? []).map(({ id, name, note }): Item => ({
        id: `rig-${id}`,
        icon: "bi-box",
        title: name,
        detail: "rig",
        also: note,
        target: { to: "address", href: `/rig/${id}/plan` },
      })),
      ...GLOSSARY.map(({ title, says, also }): Item => ({
        id: `word-${title}`,
        icon: "bi-book",
        title,
        detail: says,
        also,
        target: { to: "word", title },
      })),
    ];
  }, [rigs, theme]);
}

const ADDRESSES: readonly Item[] = [
  {
    id: "new",
    icon: "bi-plus-lg",
    title: "New rig",
    detail: "three questions",
    also: "start, create, project",
    target: { to: "address", href: "/new" },
  },
  {
    id: "shelf",
    icon: "bi-house",
    title: "Shelf",
    detail: "all your rigs",
    also: "home, projects, demo rigs, import, back up",
    target: { to: "address", href: "/" },
  },
  ...LOOK_UPS.map(({ name, title, says, also }): Item => ({
    id: `look-${name}`,
    icon: "bi-binoculars",
    title,
    detail: says,
    also: `${also}, without a rig`,
    target: { to: "address", href: `/look/${name}` },
  })),
];
