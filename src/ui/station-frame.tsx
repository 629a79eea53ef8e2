import type { ReactNode } from "react";

interface Props {
  readonly title: string;
  readonly lead: string;
  readonly actions?: ReactNode;
  readonly children: ReactNode;
}

/** Every station's frame: its name, what it is for, what can be done, and the work. */
export function StationFrame({ title, lead, actions, children }: Props) {
  return (
    <section className="station" aria-labelledby="station-title">
      <header className="station-head">
        <h1 id="station-title">{title}</h1>
        <span className="quiet">{lead}</span>
        {actions && <span className="station-actions">{actions}</span>}
      </header>
      {children}
    </section>
  );
}
