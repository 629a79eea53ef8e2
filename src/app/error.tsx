"use client";
import { PageStopped } from "@/ui";

export default function PageError({ error, reset }: { error: Error; reset: () => void }) {
  return <PageStopped error={error} onRetry={reset} />;
}
