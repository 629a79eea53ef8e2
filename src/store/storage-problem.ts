/** Why the browser did not store something, in words. */
export function storageProblem(error: unknown): string {
  const { name, message } = (error ?? {}) as { name?: string; message?: string };
  switch (name) {
    case "QuotaExceededError":
      return "the browser’s storage is full. Free some room on this computer, or delete rigs and empty the bin";
    case "DatabaseClosedError":
    case "InvalidStateError":
      return "the browser has closed its storage. Reload the page";
    case "TimeoutError":
      return "the browser’s storage does not answer";
  }
  return `the browser’s storage refused it (${String(message ?? error).slice(0, 120)})`;
}
