import { cleanup, render, waitFor } from "@testing-library/react";
import { modelOf } from "@/core/address";
import { DEMO_RIGS } from "@/demo";
import { setParams } from "@/ui/fixtures/navigation";
import { RunningProvider, type SimulationView } from "@/ui";
import { openInPlace } from "../fixtures/open";
import { findStation } from "../registry";
import { focusOn } from "./focus-on";
import { placesOf } from "./places";

const STILL = { running: false, speed: 1 } as unknown as SimulationView;

/** Every place the finder names is there on every demo rig it is offered for, and gets the focus. */
describe.each(DEMO_RIGS.map((rig) => [rig.id, rig] as const))("%s", (_, rig) => {
  const stations = [...new Set(placesOf(modelOf(rig)).map(({ station }) => station))];

  test.each(stations)("every place on %s is found there", async (name) => {
    openInPlace(rig);
    const missing: string[] = [];
    const Screen = await findStation(name)!.load();
    for (const place of placesOf(modelOf(rig)).filter(({ station }) => station === name)) {
      setParams({ id: rig.id, station: name });
      render(
        <RunningProvider value={STILL}>
          <Screen />
        </RunningProvider>,
      );
      let found: boolean | undefined;
      void focusOn(place).then((is) => (found = is));
      await waitFor(() => expect(found).toBeDefined(), { timeout: 10_000 });
      if (!found || document.activeElement === document.body) missing.push(place.title);
      cleanup();
    }
    expect(missing).toEqual([]);
  });
});
