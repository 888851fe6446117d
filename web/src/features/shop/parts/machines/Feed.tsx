/** How the drill is fed: lever and pinion, wheel and screw, power steps, servo; and what a bathroom scale said of the hand. */
import type { Schemas } from "../../../../api/client";
import { Lever, ScalePlot } from "../../../../drawing/shop/HandFeed";
import { useUnits } from "../../../../job/useUnits";
import { show, significant } from "../../../../job/units";
import { Working } from "../../../../job/Working";
import { useBoard, useValue } from "../../board";
import { Choice, Figure } from "../Field";
import { Paste } from "../Paste";

type Hand = Schemas["DrawnHand"];
const F = "machine.feed";

const FIELDS: Record<string, readonly (readonly [string, string])[]> = {
  "hand-lever": [
    ["lever_length_mm", "Lever, hub to knob"],
    ["pinion_radius_mm", "Pinion radius"],
    ["turns", "or turns counted"],
    ["turns_travel_mm", "and travel they gave"],
    ["return_spring_n", "Spring at the knob"],
    ["efficiency", "Kept by the rack"],
  ],
  tailstock: [
    ["wheel_radius_mm", "Wheel radius"],
    ["lead_mm", "Lead of the screw"],
    ["efficiency", "Kept by the screw"],
    ["travel_mm", "Quill travel"],
    ["backlash_mm", "Backlash"],
  ],
  "power-steps": [
    ["steps_mm_rev", "Power-feed steps"],
    ["max_thrust_n", "Feed pushes at most"],
  ],
  servo: [["max_thrust_n", "Axis pushes at most"]],
  push: [],
};
FIELDS["magnet-rack"] = FIELDS["hand-lever"] ?? [];

function ScaleTest({ hand }: { hand: Hand | null }) {
  const { set, readOnly } = useBoard();
  const system = useUnits();
  const readings = (useValue(`${F}.scale_test`) as { hand_force_n: number; thrust_n: number }[] | undefined) ?? [];
  return (
    <div className="grid gap-1 border-t border-rule pt-2">
      <h3 className="text-sm font-semibold">Scale test</h3>
      <p className="text-xs text-faint">
        A bathroom scale on blocks under the quill, spindle stopped; a luggage scale on the knob. Three pulls, well apart, also give the spring.
      </p>
      <Paste
        what="scale"
        label="Pull, then what the scale read"
        hint="60 N 20 kg; 120 N 78 kg"
        onRead={(found) => {
          set(`${F}.scale_test`, [...readings, ...found.items]);
          return `${found.items.length} readings`;
        }}
      />
      {hand && readings.length > 0 && (
        <div className="flex flex-wrap items-start gap-3">
          <ScalePlot readings={readings} hand={hand} system={system} />
          <div className="grid content-start gap-1 text-sm">
            {hand.test && (
              <>
                <span>
                  Force ratio <span className="figure font-bold">{significant(hand.test.force_ratio)}</span>
                </span>
                <span>
                  Spring <span className="figure font-bold">{show(hand.test.return_spring_n, "N", system)}</span>
                  {hand.test.spring_measured ? ", measured" : ", as given"}
                </span>
                <span>
                  Readings lie off by <span className="figure font-bold">{significant(hand.test.scatter * 100, 2)} %</span>
                </span>
              </>
            )}
            {readings.map((one, k) => (
              <span key={k} className="figure text-xs text-faint">
                {show(one.hand_force_n, "N", system)} → {show(one.thrust_n, "N", system)}
                {!readOnly && (
                  <button
                    type="button"
                    className="tap pl-2 underline decoration-dotted"
                    aria-label={`Take out reading ${k + 1}`}
                    onClick={() =>
                      set(
                        `${F}.scale_test`,
                        readings.filter((_, at) => at !== k),
                      )
                    }
                  >
                    take out
                  </button>
                )}
              </span>
            ))}
          </div>
        </div>
      )}
    </div>
  );
}

export function Feed({ hand, arm, pinion }: { hand: Hand | null; arm: number; pinion: number }) {
  const system = useUnits();
  const kind = useValue(`${F}.kind`) as string | undefined;
  const fields = FIELDS[kind ?? ""] ?? [];
  return (
    <section aria-label="Feed" className="plate grid content-start gap-2">
      <div className="flex flex-wrap items-end justify-between gap-3">
        <h2 className="heading">Feed</h2>
        <div className="w-40">
          <Choice path={`${F}.kind`} label="Fed by" />
        </div>
      </div>
      <div className="flex flex-wrap gap-x-5 gap-y-2">
        {hand && kind !== "tailstock" && <Lever arm_mm={arm} pinion_mm={pinion} hand={hand} system={system} />}
        <div className="grid flex-1 grid-cols-2 content-start gap-x-4 gap-y-1" style={{ minWidth: "14rem" }}>
          {fields.map(([name, label]) => (
            <Figure key={name} path={`${F}.${name}`} label={label} wide={name === "steps_mm_rev"} />
          ))}
        </div>
      </div>
      {hand && (
        <details>
          <summary className="tap cursor-pointer text-sm">
            {hand.pulls_n.map((pull, k) => `${show(pull, "N", system)} gives ${show(hand.thrust_n[k] ?? 0, "N", system)}`).join(" · ")}
          </summary>
          <Working steps={hand.steps} />
        </details>
      )}
      {(kind === "hand-lever" || kind === "magnet-rack" || kind === "tailstock") && <ScaleTest hand={hand} />}
    </section>
  );
}
