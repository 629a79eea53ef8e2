import { useState } from "react";
import Button from "react-bootstrap/Button";
import type { Place } from "@/core/bench";
import { BENCH_LIMITS, EMPTY_BENCH, LOGGED, type Logged } from "@/core/rig";
import { logValue, useOpenRig, useRig } from "@/store";
import { CommitField, SelectField, asTyped } from "@/ui";
import { readLogged } from "./expected-table";

/** The place one names oneself. */
const OWN = "own";

const QUANTITIES: Readonly<Record<Logged, string>> = {
  V: "Voltage, V",
  mA: "Current, mA",
  Hz: "Rate, Hz",
  s: "Time, s",
  "°C": "Temperature, °C",
  lx: "Light, lx",
};

/** A value read off a meter, and where: at a place of which the rig foretells something, or anywhere else in words. */
export function LogFields({ places }: { places: readonly Place[] }) {
  const { bench = EMPTY_BENCH } = useRig();
  const pick = useOpenRig((state) => state.pick);
  const [unit, setUnit] = useState<Logged>("V");
  const [chosen, setChosen] = useState<string>();
  const [words, setWords] = useState("");
  const [value, setValue] = useState<number>();
  const [typed, setTyped] = useState("");
  const here = places.filter((one) => one.unit === unit);
  const keyOf = ({ place, held = "" }: Place) => `${place}|${held}`;
  const picked = here.find(({ place }) => place === pick);
  const place = chosen === OWN ? undefined : (here.find((one) => keyOf(one) === chosen) ?? picked ?? here[0]);
  const where = place?.place ?? words.trim();
  const full = bench.log.length >= BENCH_LIMITS.log;
  const take = () => {
    if (value === undefined || where === "") return;
    logValue({ unit, place: where, ...(place?.held ? { held: place.held } : {}), value });
    setValue(undefined);
    setTyped("");
  };
  return (
    <div className="bench-log-fields">
      <SelectField
        label="What"
        value={unit}
        options={LOGGED.map((one) => [one, QUANTITIES[one]] as const)}
        onChoose={(one) => {
          setUnit(one);
          setChosen(undefined);
        }}
      />
      <SelectField
        label="Where"
        value={place ? keyOf(place) : OWN}
        options={[...here.map((one) => [keyOf(one), one.says] as const), [OWN, "somewhere else, in words"]]}
        onChoose={setChosen}
      />
      {!place && (
        <CommitField
          label="In words"
          shown={words}
          maxLength={BENCH_LIMITS.place}
          read={asTyped}
          onCommit={setWords}
          live
        />
      )}
      <CommitField
        key={`${unit} ${bench.log.length}`}
        label="Reading"
        shown={typed}
        read={(text) => readLogged(text, unit)}
        onCommit={(now) => {
          setValue(now);
          setTyped(String(now));
        }}
        live
        width={110}
      />
      <Button variant="primary" onClick={take} disabled={value === undefined || where === "" || full}>
        Add to the log
      </Button>
      {full && (
        <span className="small severity-fault">
          The log holds {BENCH_LIMITS.log} values: write it out and take some off.
        </span>
      )}
    </div>
  );
}
