import * as keep from "@/keep";

/** What the browser keeps, as pages ask for it. */
export type Keeper = typeof keep;

interface Reason {
  readonly name?: string;
  readonly message?: string;
  /** The database wraps what the browser said. */
  readonly inner?: Reason;
}

/** An error as it survives the way to the page, where only its name and its words arrive: named by its first reason. */
function plain(error: unknown): Error {
  const { message } = (error ?? {}) as Reason;
  let first = (error ?? {}) as Reason;
  while (first.inner?.name && first.inner.name !== "Error") first = first.inner;
  return Object.assign(new Error(message ?? String(error)), { name: first.name ?? "Error" });
}

const withPlainErrors = <Given extends unknown[], Found>(ask: (...given: Given) => Found) =>
  async function (...given: Given) {
    try {
      return await ask(...given);
    } catch (error) {
      throw plain(error);
    }
  };

export const keeper = Object.fromEntries(
  Object.entries(keep).map(([name, ask]) => [name, withPlainErrors(ask as (...given: unknown[]) => unknown)]),
) as unknown as Keeper;
