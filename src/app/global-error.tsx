"use client";
import "bootstrap/dist/css/bootstrap.min.css";
import "@/ui/tokens.css";
import "@/ui/pieces.css";
import "@/ui/tables.css";
import { PageStopped } from "@/ui";

/** Stands for the whole page, where even what is around every page failed. */
export default function RootError({ error, reset }: { error: Error; reset: () => void }) {
  return (
    <html lang="en" data-bs-theme="light">
      <body>
        <PageStopped error={error} onRetry={reset} />
      </body>
    </html>
  );
}
