/** Reads a whole number within bounds. */
export const wholeNumber =
  ([least, most]: readonly [number, number]) =>
  (text: string): { ok: true; value: number } | { ok: false; message: string } => {
    const value = Number(text);
    return text.trim() !== "" && Number.isInteger(value) && value >= least && value <= most
      ? { ok: true, value }
      : { ok: false, message: `whole, ${least} to ${most}` };
  };
