/** Over a drawing one looks closer at: shows all of it again. */
export function WholeAgain({ reset }: { reset: (() => void) | undefined }) {
  if (!reset) return null;
  return (
    <button type="button" className="btn btn-plain btn-sm whole-again" onClick={reset}>
      Show the whole drawing
    </button>
  );
}
