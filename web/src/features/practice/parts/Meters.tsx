/** What is asked for beside what is borne, as bars with a mark; the figures with them. */
import type { System } from "../../../job/types";
import { show } from "../../../job/units";
import type { Frame, Scene } from "../live";

type Bar = { name: string; value: number; mark: number; words: string };

function Meter({ name, value, mark, words }: Bar) {
  const share = Math.min(value / (1.4 * mark), 1);
  const over = value > mark;
  return (
    <div className="grid grid-cols-[9rem_1fr] items-center gap-x-3">
      <span className="leading-tight">
        <b className="block">{name}</b>
        <span className="figure text-xs text-faint">{words}</span>
      </span>
      <span className="relative block h-4 border-b border-rule" role="meter" aria-label={name} aria-valuenow={Math.round(100 * share)} aria-valuetext={words}>
        <span className={`absolute inset-y-1 left-0 ${over ? "bg-vermilion" : "bg-green"}`} style={{ width: `${100 * share}%` }} />
        <span className="absolute inset-y-0 w-1 bg-ink" style={{ left: `${100 / 1.4}%` }} />
      </span>
    </div>
  );
}

export function Meters({ scene, frame, system }: { scene: Scene; frame: Frame; system: System }) {
  const bears = Math.min(scene.belt_nm ?? Infinity, scene.stall_nm ?? Infinity);
  const bars: Bar[] = [
    {
      name: "Feed",
      value: frame.feed_mm_rev,
      mark: scene.crowds_mm_rev,
      words: `${show(frame.feed_mm_rev, "mm/rev", system)}, a good chip ${show(scene.book_mm_rev, "mm/rev", system)}`,
    },
    { name: "Edge heat", value: frame.r, mark: 1, words: frame.r > 1 ? "too hot to last" : "good" },
  ];
  if (Number.isFinite(bears))
    bars.unshift({ name: "Torque", value: frame.torque_nm, mark: bears, words: `${show(frame.torque_nm, "N·m", system)} of ${show(bears, "N·m", system)}` });
  return (
    <section aria-label="Meters" className="grid gap-2">
      <h2 className="heading border-b border-ink">
        Meters <span className="font-normal text-faint">the mark is what gives way</span>
      </h2>
      {bars.map((bar) => (
        <Meter key={bar.name} {...bar} />
      ))}
      <p className="m-0 text-sm">
        Spindle <b className="figure">{Math.round(frame.speed_rpm)} rpm</b>; chips <b>{frame.chip === "none" ? "none" : `${frame.chip}, ${frame.colour}`}</b>
        {frame.oil > 0 && <>; oil {Math.round(100 * frame.oil)} %</>}
      </p>
    </section>
  );
}
