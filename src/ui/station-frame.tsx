import { createContext, Fragment, useContext, type ReactNode } from "react";
import { useOpenRig } from "@/store";
import { Term } from "./glossary";

interface Props {
  readonly title: string;
  readonly lead: string;
  readonly actions?: ReactNode;
  readonly children: ReactNode;
}

/** Words one meets first on the station that is shown: each is a tip beside the station's lead. */
export const StationTerms = createContext<readonly string[]>([]);

/** Every station's frame: its name, what it is for, what can be done, and the work. */
export function StationFrame({ title, lead, actions, children }: Props) {
  const terms = useContext(StationTerms);
  // What is looked up stands on a page that has a head of its own.
  const loose = useOpenRig((state) => state.loose);
  if (loose)
    return (
      <>
        {actions && <div className="row-line flex-wrap justify-content-end mb-2">{actions}</div>}
        {children}
      </>
    );
  return (
    <section className="station" aria-labelledby="station-title" data-station={title.toLowerCase()}>
      <header className="station-head">
        <h1 id="station-title">{title}</h1>
        <span className="quiet">
          {lead}
          {terms.length > 0 && (
            <span className="station-terms small">
              {" "}
              Terms:{" "}
              {terms.map((term, at) => (
                <Fragment key={term}>
                  {at > 0 && ", "}
                  <Term title={term} />
                </Fragment>
              ))}
            </span>
          )}
        </span>
        {actions && <span className="station-actions">{actions}</span>}
      </header>
      {children}
    </section>
  );
}
