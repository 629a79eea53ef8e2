"use client";
import { useEffect, useState, type ReactNode } from "react";
import Button from "react-bootstrap/Button";
import { keeper, loadPreferences, refuse, storageProblem } from "@/store";
import { workersAnswer } from "@/workers";
import { NewVersion } from "./new-version";
import { Messages } from "./messages";

type State = "opening" | "open" | "silent" | "closed" | "no workers";

/** How long the database may take to open, in ms, before the page says that it does not answer. */
const OPENING_MS = 10_000;

/** Opens the browser's store before anything is shown from it, and sees that workers run. */
export function StartUp({ children }: { children: ReactNode }) {
  const [state, setState] = useState<State>("opening");
  const [problem, setProblem] = useState("");
  useEffect(() => {
    let silent: ReturnType<typeof setTimeout> | undefined;
    const open = async () => {
      // The database is a worker's: whether there are any comes first.
      if (!(await workersAnswer())) return setState("no workers");
      silent = setTimeout(() => setState((now) => (now === "opening" ? "silent" : now)), OPENING_MS);
      await loadPreferences();
      clearTimeout(silent);
      await keeper().prepareShelf();
      setState("open");
    };
    open().catch((error: unknown) => {
      clearTimeout(silent);
      setProblem(storageProblem(error));
      setState("closed");
    });
    return () => clearTimeout(silent);
  }, []);
  useNoSilentFailures();
  if (state === "closed" || state === "silent" || state === "no workers")
    return <CannotStart state={state} problem={problem} />;
  return (
    <>
      {state === "open" ? children : null}
      <NewVersion />
      <Messages />
    </>
  );
}

/** What nobody caught is said, and not only written to the console. */
function useNoSilentFailures(): void {
  useEffect(() => {
    const rejected = ({ reason }: PromiseRejectionEvent) => {
      const { name, message } = (reason ?? {}) as { name?: string; message?: string };
      if (name === "AbortError") return;
      const isStorage = /Quota|Database|InvalidState|IndexedDB/i.test(`${name} ${message}`);
      refuse(
        "That was not done",
        isStorage
          ? `Nothing was stored: ${storageProblem(reason)}.`
          : `Something failed that should not: ${message ?? String(reason)}. What is on the shelf is as it was.`,
      );
    };
    window.addEventListener("unhandledrejection", rejected);
    return () => window.removeEventListener("unhandledrejection", rejected);
  }, []);
}

/** Said with the browser's own reason: without it nobody could help. */
function CannotStart({ state, problem }: { state: State; problem: string }) {
  return (
    <main className="container py-5" role="alert">
      {state === "closed" && (
        <>
          <h1 className="h4">The browser’s storage cannot be opened</h1>
          <p>
            Bold Pip keeps your rigs in this browser, and {problem}. Private windows and some settings forbid
            it: allow site data for this page, or open it in an ordinary window, then reload.
          </p>
        </>
      )}
      {state === "silent" && (
        <>
          <h1 className="h4">The browser’s storage does not answer</h1>
          <p>
            Your rigs are kept there. Close other tabs of Bold Pip, one of which may hold it, then reload. If
            that does not help, restart the browser: nothing is lost by it.
          </p>
        </>
      )}
      {state === "no workers" && (
        <>
          <h1 className="h4">This browser does not let the page work in the background</h1>
          <p>
            Bold Pip simulates rigs in background workers, and none could be started here. Allow scripts and
            workers for this page, or use a current browser, then reload. Your rigs are safe in this browser.
          </p>
        </>
      )}
      <Button variant="primary" onClick={() => location.reload()}>
        Reload
      </Button>
    </main>
  );
}
