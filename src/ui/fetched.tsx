"use client";
import { createElement, useEffect, useState, type ComponentType } from "react";
import { refuse } from "@/store";

/**
 * A part of the page that is fetched when it is first shown: dialogs and menus few visits open. It does not suspend, for
 * what is taken up again after that waits for every frame of a face.
 * @param what it is, for saying that it could not be fetched
 */
export function fetched<Props extends object>(
  what: string,
  load: () => Promise<ComponentType<Props>>,
): ComponentType<Props> {
  let found: ComponentType<Props> | undefined;
  return function Fetched(props: Props) {
    const [part, setPart] = useState(() => found);
    useEffect(() => {
      if (part) return;
      let current = true;
      load().then(
        (loaded) => {
          found = loaded;
          if (current) setPart(() => loaded);
        },
        () =>
          current &&
          refuse(
            `${what} could not be fetched`,
            "The page came from a place that does not answer now. What you changed is stored in this browser: load the page again.",
          ),
      );
      return () => {
        current = false;
      };
    }, [part]);
    return part ? createElement(part, props) : null;
  };
}
