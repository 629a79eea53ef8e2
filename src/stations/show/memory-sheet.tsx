import { formatQuantity } from "@/core/quantity";
import { USUAL_KEEP } from "@/core/program";
import { LIVE_LIMITS, type Live } from "@/core/rig";
import { editLive } from "@/store";
import { Choices, SeverityMark, type ChoiceOption } from "@/ui";
import { MsField } from "./ms-field";
import type { LiveLook } from "@/workers";

const SCHOOLS: ReadonlyArray<ChoiceOption<"spread" | "one">> = [
  {
    value: "spread",
    name: "Spread over many cells",
    cost: "wears each a little; a power cut during a write keeps the previous value",
  },
  {
    value: "one",
    name: "Always the same cell",
    cost: "only a few bytes; wears out soon, and a power cut during a write loses the value",
  },
];
const YEAR = 365.25 * 86_400;
/** A memory that lasts less is worn out while one still uses the rig. */
const LONG_ENOUGH = 2 * YEAR;

/** How long a memory lasts, in a unit one thinks of it in. */
function lasting(seconds: number): string {
  if (seconds >= YEAR) return `${Math.floor(seconds / YEAR).toLocaleString("en")} years`;
  return seconds >= 2 * 86_400
    ? `${Math.floor(seconds / 86_400)} days`
    : `${Math.floor(seconds / 3600)} hours`;
}

/** What outlives a power cut: how often it is written, and how long the memory lasts. */
export function MemorySheet({ live, look }: { live: Live; look: LiveLook | undefined }) {
  if (!live.values.some((value) => "kept" in value && value.kept)) return null;
  const keep = live.keep ?? USUAL_KEEP;
  const put = (values: Partial<typeof keep>) => editLive((was) => ({ ...was, keep: { ...keep, ...values } }));
  return (
    <section className="sheet">
      <h2>Stored values</h2>
      <Choices
        label="Where it is written"
        value={keep.spread ? "spread" : "one"}
        options={SCHOOLS}
        onChoose={(school) => put({ spread: school === "spread" })}
      />
      <div className="mt-2">
        <MsField
          label="Write at most every"
          ms={keep.every}
          range={LIVE_LIMITS.time}
          onCommit={(ms) => put({ every: ms })}
          width={150}
        />
      </div>
      {look?.kept && (
        <p className="small mt-2 mb-0">
          {look.kept.size} bytes
          {look.kept.places > 1 && `, written in turn to ${look.kept.places} places`}. A write takes up to{" "}
          {formatQuantity(look.kept.takes, "s", 2)}, and the loop does nothing else meanwhile. If the value
          changes all the time, the memory lasts <strong>{lasting(look.kept.lasts)}</strong>.{" "}
          {look.kept.lasts < LONG_ENOUGH && (
            <SeverityMark severity="caution" text="Write less often, or spread over many cells." />
          )}
        </p>
      )}
    </section>
  );
}
