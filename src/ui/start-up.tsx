"use client";
import { useEffect, useState, type ReactNode } from "react";
import { loadPreferences, prepareShelf } from "@/store";
import { Messages } from "./messages";

/** Opens the browser's store before anything is shown from it. */
export function StartUp({ children }: { children: ReactNode }) {
  const [state, setState] = useState<"opening" | "open" | "closed">("opening");
  useEffect(() => {
    Promise.all([loadPreferences(), prepareShelf()]).then(
      () => setState("open"),
      () => setState("closed"),
    );
  }, []);
  if (state === "closed") {
    return (
      <main className="container py-5">
        <h1 className="h4">The browser’s storage cannot be opened</h1>
        <p>
          Bold Pip keeps your rigs in this browser. Private windows and some settings forbid that: allow site
          data for this page, or open it in an ordinary window, then reload.
        </p>
      </main>
    );
  }
  return (
    <>
      {state === "open" ? children : null}
      <Messages />
    </>
  );
}
