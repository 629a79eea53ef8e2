import type { LegNames } from "@/core/parts";
import { formatMilliamps, formatQuantity } from "@/core/quantity";
import {
  LIMITS,
  SUPPLIES,
  SUPPLY_KINDS,
  controllerById,
  schemeOf,
  suppliedVolts,
  type Plan,
  type Supply,
  type SupplyKind,
} from "@/core/rig";
import { setLegNames, useAtDesk, useModel, usePreferences } from "@/store";
import { QuantityField, SelectField, SeverityMark, WholeField } from "@/ui";

interface Props {
  readonly onLay: (plan: Plan) => void;
}

/** What one may choose: a kind of supply, the board's 5 V leg, or any regulated supply. */
type Chosen = SupplyKind | "board" | "separate";

const chosenOf = ({ power, supply }: Plan): Chosen =>
  supply && SUPPLIES[supply.kind].power === power ? supply.kind : power;

/** The plan fed from something else. */
function fedFrom({ supply: before, ...plan }: Plan, chosen: Chosen): Plan {
  if (chosen === "board" || chosen === "separate") return { ...plan, power: chosen };
  const kept = before?.kind === chosen ? before : { kind: chosen };
  return { ...plan, power: SUPPLIES[chosen].power, supply: kept };
}

/** What feeds the rig, and what follows from that. */
export function PowerSheet({ onLay }: Props) {
  const { rig, chain } = useModel();
  const { plan } = rig;
  const controller = controllerById(plan.controller);
  const bare = controller.bare ? controller.title.split(",")[0] : undefined;
  const legNames = usePreferences((state) => state.legNames);
  const chosen = chosenOf(plan);
  const has3v3 = controller.logic > 3.3 && Object.values(controller.supplies).includes(3.3);
  const options: ReadonlyArray<readonly [Chosen, string]> = [
    ...(bare
      ? []
      : ([
          ["board", `the board’s ${controller.logic < 5 && !needsFive(plan) ? "3.3 V" : "5 V"} leg`],
        ] as const)),
    ...SUPPLY_KINDS.filter((kind) => (SUPPLIES[kind].power === "board" ? has3v3 && !bare : true)).map(
      (kind) => [kind, SUPPLIES[kind].title] as const,
    ),
    ["separate", "any other regulated supply"],
  ];
  return (
    <section className="sheet">
      <h2>Power</h2>
      {bare && (
        <p className="small">
          The {bare} is a bare chip: it and everything else run from a supply you add. Put 100 nF close to it.
          {controller.around &&
            ` ${formatQuantity(controller.around.reset.ohms, "Ω")} holds its reset high. Its programmer takes ${controller.around.programmer.join(", ")}, VCC and GND; ${controller.around.clockSaid}.`}
        </p>
      )}
      <div className="field-row">
        <SelectField<Chosen>
          label="Powered from"
          value={bare && chosen === "board" ? "separate" : chosen}
          options={options}
          onChoose={(next) => onLay(fedFrom(plan, next))}
        />
        <SupplyFields plan={plan} chosen={chosen} onLay={onLay} />
      </div>
      <Cautions plan={plan} chosen={chosen} />
      <SupplyFigures />
      {chain.chips.length > 0 && (
        <div className="mt-2">
          <SelectField<LegNames>
            label="Leg names used in your data sheet"
            value={legNames}
            options={[
              ["letters", "QA to QH, SER, SRCLK, RCLK"],
              ["numbers", "Q0 to Q7, DS, SHCP, STCP"],
            ]}
            onChoose={setLegNames}
          />
        </div>
      )}
    </section>
  );
}

/** Whether a plan's chips ask for more than a 3.3 V board's own level. */
const needsFive = (plan: Plan): boolean => (schemeOf(plan.scheme).chip?.supplyRange[0] ?? 0) > 3.3;

/** The volts of an adapter, what a battery holds. */
function SupplyFields({ plan, chosen, onLay }: Props & { readonly plan: Plan; readonly chosen: Chosen }) {
  const { supply } = plan;
  if (!supply || supply.kind !== chosen) return null;
  const { battery, regulator } = SUPPLIES[supply.kind];
  const put = (values: Partial<Supply>) => onLay({ ...plan, supply: { ...supply, ...values } });
  return (
    <>
      {supply.kind === "adapter" && (
        <QuantityField
          label="Voltage"
          unit="V"
          value={suppliedVolts(supply)}
          range={LIMITS.volts}
          onCommit={(volts) => put({ volts })}
          width={92}
        />
      )}
      {regulator && (
        <QuantityField
          label="Input voltage"
          unit="V"
          value={supply.volts ?? regulator.from}
          range={LIMITS.volts}
          onCommit={(volts) => put({ volts })}
          width={92}
        />
      )}
      {battery && (
        <WholeField
          label="Capacity, mAh"
          value={supply.milliampHours ?? battery.milliampHours}
          range={[1, 100_000]}
          onCommit={(milliampHours) => put({ milliampHours })}
          width={100}
        />
      )}
    </>
  );
}

/** What to mind with the chosen supply. */
function Cautions({ plan, chosen }: { readonly plan: Plan; readonly chosen: Chosen }) {
  const said =
    chosen === "board"
      ? ["All the current comes through the USB lead."]
      : chosen === "separate"
        ? ["Never let it feed back into the board’s USB port: unplug one before you plug in the other."]
        : SUPPLIES[chosen].cautions;
  const shared = plan.power === "separate" ? ["Its minus terminal is joined to a GND pin of the board."] : [];
  return (
    <ul className="small quiet power-cautions">
      {[...shared, ...said].map((one) => (
        <li key={one}>{one}</li>
      ))}
    </ul>
  );
}

/** A battery over its discharge, the fuse and the capacitor for a supply, and what is left along strung modules. */
function SupplyFigures() {
  const { rig } = useModel();
  const figures = useFigures();
  if (!figures) return null;
  const { discharge, drop, fuse, most, bulk, regulator } = figures;
  return (
    <>
      {rig.plan.power === "separate" && most > 0 && (
        <dl className="facts mb-2">
          <div>
            <dt>Everything lit</dt>
            <dd>{formatMilliamps(most, 3)}</dd>
          </div>
          <div>
            <dt>Fuse in the plus lead</dt>
            <dd>
              {fuse === undefined
                ? "more than one fuse: split the feed"
                : `${formatMilliamps(fuse, 2)}, or resettable`}
            </dd>
          </div>
          <div>
            <dt>Capacitor across the supply</dt>
            <dd>{formatQuantity(bulk, "F", 2)} or more</dd>
          </div>
        </dl>
      )}
      {regulator && <RegulatorLine regulator={regulator} />}
      {discharge && <DischargeTable discharge={discharge} />}
      {drop && <DropTable drop={drop} />}
    </>
  );
}

/** What a regulator turns into heat with everything lit. */
function RegulatorLine({ regulator }: { readonly regulator: NonNullable<Figures["regulator"]> }) {
  const { from, heat, bare, takes, least } = regulator;
  return (
    <p className="small mb-1">
      {from < least ? (
        <SeverityMark
          severity="fault"
          text={`${formatQuantity(from, "V")} are too little: it needs ${formatQuantity(least, "V")} to hold its output.`}
        />
      ) : heat > bare ? (
        <SeverityMark
          severity="caution"
          text={`${formatQuantity(heat, "W", 2)} of heat with everything lit, and it can take ${formatQuantity(bare, "W")} without a heat sink: give it a heat sink, or a lower input voltage.`}
        />
      ) : (
        `It gets ${formatQuantity(heat, "W", 2)} warm with everything lit; the limit is ${formatQuantity(bare, "W")} without a heat sink.`
      )}{" "}
      It takes {formatMilliamps(takes, 2)} from what feeds it.
    </p>
  );
}

type Figures = NonNullable<ReturnType<typeof useFigures>>;
const useFigures = () => useAtDesk((desk) => desk.supply());

/** How long a battery lasts, and how the light fades meanwhile. */
function DischargeTable({ discharge }: { readonly discharge: NonNullable<Figures["discharge"]> }) {
  const { points, hours, stops, milliampHours } = discharge;
  return (
    <>
      <p className="small mb-1">
        Lasts about <strong>{hoursText(hours)}</strong> on {milliampHours.toLocaleString("en")} mAh at the
        mean of this show
        {stops ? `; then ${stops.ref} has less than the ${formatQuantity(stops.at, "V")} it works from` : ""}.
        What the board takes for itself comes on top.
      </p>
      <table className="rule-table small" aria-label="Over a discharge">
        <thead>
          <tr>
            <th>Charge used</th>
            <th className="number">Supply</th>
            <th className="number">Mean</th>
            <th className="number">Light</th>
            <th className="number">After</th>
          </tr>
        </thead>
        <tbody>
          {points.map((point) => (
            <tr key={point.used}>
              <td>{Math.round(point.used * 100)} %</td>
              <td className="number">{formatQuantity(point.volts, "V", 3)}</td>
              <td className="number">{formatMilliamps(point.mean, 3)}</td>
              <td className="number">{Math.round(point.light * 100)} %</td>
              <td className="number">{hoursText(point.hours)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="tiny quiet mt-1 mb-0">{discharge.source}.</p>
    </>
  );
}

const hoursText = (hours: number): string => {
  if (hours >= 8760) return "more than a year";
  if (hours >= 72) return `${Math.round(hours / 24)} days`;
  return hours >= 10 ? `${Math.round(hours)} h` : `${hours.toFixed(1)} h`;
};

/** What is left of the supply at each of several modules, and where to feed again. */
function DropTable({ drop }: { readonly drop: NonNullable<Figures["drop"]> }) {
  const { boards, from, least, each } = drop;
  const feed = boards.filter((board) => board.feed).map(({ ref }) => ref);
  const last = boards.reduce((lowest, board) => (board.volts < lowest.volts ? board : lowest));
  return (
    <p className="small mt-2 mb-0">
      Strung together, each module takes {formatMilliamps(each, 2)} with everything lit: of{" "}
      {formatQuantity(from, "V", 2)} <strong>{formatQuantity(last.volts, "V", 3)}</strong> are left at{" "}
      {last.ref}, over leads of 20 cm.{" "}
      {feed.length > 0
        ? `Feed ${feed.join(", ")} again by plus and minus leads of ${feed.length === 1 ? "its" : "their"} own, so that ${formatQuantity(least, "V", 2)} stay everywhere.`
        : "That is enough for all of them."}
    </p>
  );
}
