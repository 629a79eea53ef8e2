import { useEffect, useState } from "react";
import Button from "react-bootstrap/Button";
import { randomFrom } from "@/core/chance";
import {
  DRILLS,
  DRILL_TITLES,
  NO_SCORE,
  byteDrill,
  legDrill,
  nextKind,
  resistorDrill,
  scored,
  scoresIn,
  type Drill,
  type DrillKind,
  type DrillScores,
} from "@/core/drills";
import { formatByte } from "@/core/glyph";
import { showsDots, type Rig } from "@/core/rig";
import { faultDeskOfPage, keeper, useModel, usePreferences, useRig } from "@/store";
import { SelectField, SeverityMark } from "@/ui";
import { DrillAnswer } from "./drill-answer";

/** Where what was practised is kept: with the settings, for it is about whoever practises. */
const KEY = "drills";
const ANY = "any";

/** Kinds that suit a rig: faults are named on digits. */
const kindsFor = (rig: Rig): DrillKind[] => DRILLS.filter((kind) => kind !== "fault" || !showsDots(rig.plan));

/** Short practice from the rig: a question, an answer, and at once why. */
export function Drills() {
  const rig = useRig();
  const model = useModel();
  const legNames = usePreferences((state) => state.legNames);
  const [scores, setScores] = useState<DrillScores>();
  const [kind, setKind] = useState<DrillKind | typeof ANY>(ANY);
  const [nth, setNth] = useState(0);
  const [seed] = useState(() => crypto.randomUUID());
  const [drill, setDrill] = useState<Drill>();
  const [right, setRight] = useState<boolean>();
  const isReady = scores !== undefined;
  useEffect(() => {
    void keeper()
      .readSetting(KEY)
      .then((kept) => setScores(scoresIn(kept)));
  }, []);
  useEffect(() => {
    if (!isReady) return;
    let current = true;
    const random = randomFrom(`${seed} ${nth}`);
    const chosen = kind === ANY ? nextKind(kindsFor(rig), scores, random) : kind;
    const { level } = scores[chosen] ?? NO_SCORE;
    const made = async (): Promise<Drill | undefined> => {
      switch (chosen) {
        case "leg":
          return legDrill(model, level, legNames, random);
        case "resistor":
          return resistorDrill(level, random);
        case "fault":
          return faultDeskOfPage().drill(rig, legNames, `${seed} ${nth}`);
        default:
          return byteDrill(model, chosen, level, random);
      }
    };
    void made().then((next) => {
      if (!current) return;
      setDrill(next ?? resistorDrill(level, random));
      setRight(undefined);
    });
    return () => void (current = false);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- a question stays until the next is asked for
  }, [isReady, nth, kind]);
  if (!scores || !drill) return <p className="quiet">Preparing a question…</p>;
  const answer = (isRight: boolean) => {
    if (right !== undefined) return;
    setRight(isRight);
    const now = { ...scores, [drill.kind]: scored(scores[drill.kind] ?? NO_SCORE, isRight) };
    setScores(now);
    void keeper().writeSetting(KEY, now);
  };
  return (
    <div className="bench-columns is-fault">
      <section className="sheet" aria-label="Question">
        <div className="spread mb-1">
          <h2 className="sheet-title mb-0">{DRILL_TITLES[drill.kind]}</h2>
          <span className="small quiet">level {(scores[drill.kind] ?? NO_SCORE).level}</span>
        </div>
        <p className="mb-2">{drill.says}</p>
        <DrillAnswer
          key={`${seed} ${nth} ${drill.says}`}
          drill={drill}
          done={right !== undefined}
          onAnswer={answer}
        />
        {right !== undefined && (
          <div role="status" className="mt-2">
            <p className="mb-1">
              {right ? (
                <SeverityMark severity="good" text="Right." />
              ) : (
                <SeverityMark
                  severity="fault"
                  text={`Not quite${"answer" in drill && drill.kind === "shape-to-byte" ? `: ${formatByte(drill.answer)}` : ""}.`}
                />
              )}{" "}
              {drill.why}
            </p>
            <Button variant="primary" onClick={() => setNth(nth + 1)}>
              Next
            </Button>
          </div>
        )}
      </section>
      <section className="sheet" aria-label="Score">
        <SelectField
          label="Practise"
          value={kind}
          options={[
            [ANY, "weakest topics most often"] as const,
            ...kindsFor(rig).map((one) => [one, DRILL_TITLES[one]] as const),
          ]}
          onChoose={(chosen) => setKind(chosen)}
        />
        <table className="rule-table small mt-2" aria-label="Scores">
          <thead>
            <tr>
              <th scope="col">What</th>
              <th scope="col" className="number">
                Right
              </th>
              <th scope="col" className="number">
                Wrong
              </th>
              <th scope="col" className="number">
                Level
              </th>
            </tr>
          </thead>
          <tbody>
            {kindsFor(rig).map((one) => {
              const { right: good, wrong, level } = scores[one] ?? NO_SCORE;
              return (
                <tr key={one}>
                  <td>{DRILL_TITLES[one]}</td>
                  <td className="number">{good}</td>
                  <td className="number">{wrong}</td>
                  <td className="number">{level}</td>
                </tr>
              );
            })}
          </tbody>
        </table>
        <p className="tiny quiet mb-0 mt-1">
          Kept in this browser with its settings. Three right answers in a row make a topic harder, two wrong
          ones make it easier.
        </p>
      </section>
    </div>
  );
}
