import { cleanup, render, waitFor } from "@testing-library/react";
import { modelOf } from "@/core/address";
import { demoRig } from "@/demo";
import { setParams } from "@/ui/fixtures/navigation";
import { RunningProvider, type SimulationView } from "@/ui";
import { openInPlace } from "../fixtures/open";
import { findStation } from "../registry";
import { focusOn } from "./focus-on";
import { placesOf } from "./places";

const STILL = { running: false, speed: 1 } as unknown as SimulationView;

/** One of every kind: bare and bought, digits and dots, scanned by program, chip and logic, listed and reacting. */
const RIGS = [
  "slip-gate",
  "river-level",
  "boats-out",
  "water-warmth",
  "crew-tally",
  "tide-notice",
  "wind-arrow",
];

const stationsOf = (id: string) => [...new Set(placesOf(modelOf(demoRig(id))).map(({ station }) => station))];

describe.each(RIGS)("every place the finder offers on %s gets the focus", (id) => {
  test.each(stationsOf(id))(
    "on %s",
    async (name) => {
      const rig = demoRig(id);
      openInPlace(rig);
      setParams({ id, station: name });
      const Screen = await findStation(name)!.load();
      render(
        <RunningProvider value={STILL}>
          <Screen />
        </RunningProvider>,
      );
      const here = placesOf(modelOf(rig)).filter(({ station }) => station === name);
      const missing: string[] = [];
      // Those of the view that is there first: what is pressed leads to another one.
      for (const place of [...here.filter(({ press }) => !press), ...here.filter(({ press }) => press)]) {
        let found: boolean | undefined;
        void focusOn(place).then((is) => (found = is));
        await waitFor(() => expect(found).toBeDefined(), { timeout: 20_000 });
        if (!found || document.activeElement === document.body) missing.push(place.title);
      }
      expect(missing).toEqual([]);
      cleanup();
    },
    90_000,
  );
});
