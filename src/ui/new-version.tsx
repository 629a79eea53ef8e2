import { useEffect, useState } from "react";
import Button from "react-bootstrap/Button";
import type { Serwist } from "@serwist/window";

/**
 * Has the service worker keep the application for when there is no server; when a newer version has been fetched, it says
 * so, and takes it over only when it is asked to.
 */
export function NewVersion() {
  const [waiting, setWaiting] = useState<Serwist>();
  useEffect(() => {
    if (process.env.NODE_ENV !== "production" || !("serviceWorker" in navigator)) return;
    let current = true;
    void import("@serwist/window").then(async ({ Serwist }) => {
      if (!current) return;
      const worker = new Serwist("/sw.js", { scope: "/" });
      worker.addEventListener("waiting", () => current && setWaiting(worker));
      try {
        await worker.register();
      } catch {
        // Without it everything works as long as the server does.
      }
    });
    return () => {
      current = false;
    };
  }, []);
  if (!waiting) return null;
  // What knows of open rigs comes when it is needed: this stands on every page.
  const take = async () => (await import("./take-over")).takeOver(waiting);
  return (
    <div className="new-version" role="status">
      <span>A new version of Bold Pip is ready. What you changed is stored first.</span>
      <Button size="sm" onClick={() => void take()}>
        Use it now
      </Button>
      <Button size="sm" variant="plain" onClick={() => setWaiting(undefined)}>
        Later
      </Button>
    </div>
  );
}
