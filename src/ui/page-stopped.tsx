import Button from "react-bootstrap/Button";

interface Props {
  readonly error: Error;
  readonly onRetry: () => void;
}

/** Stands where a page failed while it was drawn: what is safe, what to do, and what failed, for whoever looks into it. */
export function PageStopped({ error, onRetry }: Props) {
  const what = error.message || error.name;
  return (
    <main className="container py-5" role="alert">
      <h1 className="h4">This page stopped working</h1>
      <p>
        Your rigs are safe in this browser, with everything you changed up to now. Show the page again; if it
        stops again, go to the shelf and export the rig from its menu.
      </p>
      <p className="row-line flex-wrap">
        <Button variant="primary" onClick={onRetry}>
          Show it again
        </Button>
        {/* The whole page anew: what failed may hold on to what made it fail. */}
        <Button variant="plain" href="/">
          To the shelf
        </Button>
      </p>
      <details className="small">
        <summary>What failed: {what}</summary>
        <pre className="small quiet mt-2">{error.stack}</pre>
      </details>
    </main>
  );
}
