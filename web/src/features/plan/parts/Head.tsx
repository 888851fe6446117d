/** The hole as drawn, said in a line that is written in; a second line for what few holes have. */
import { useEffect, useRef, useState } from "react";

import { api, inWords, type Schemas } from "../../../api/client";
import { useHotkeys } from "react-hotkeys-hook";

import { useUnits } from "../../../job/useUnits";
import { useReadText } from "../../../job/queries";
import { keysAreOn } from "../../../job/keys";
import { plain, sideOf } from "../../../job/units";
import { choicesOf, machineOf, words } from "../../../job/words";
import { Choices } from "../../../ui/Choices";
import { LengthField } from "../../../ui/LengthField";
import { NumberField } from "../../../ui/NumberField";
import { type Asked, countOf, FRESH, type Pattern } from "../model";

type Props = {
  asked: Asked;
  machine: string;
  machines: readonly Schemas["MachineRecord"][];
  materials: readonly Schemas["MaterialRecord"][];
  wrong: boolean;
  put: (part: Partial<Asked>) => void;
};
const PATTERNS = [
  ["single", "anywhere"],
  ["line", "on a line"],
  ["grid", "in a grid"],
  ["circle", "on a bolt circle"],
] as const;
const BEHIND = [
  ["backing", "a backing block"],
  ["parallels", "on parallels"],
  ["table", "on the table"],
  ["vice", "in the vice"],
  ["air", "nothing behind"],
] as const;
const THREADS = [
  ["any", "as it goes"],
  ["tap", "tapped"],
  ["mill", "milled"],
] as const;
const PAUSE_MS = 350;

/** The hole's own text, and how many, how deep and whether through where that was said with it: `4 x M10 20 deep`. */
async function called(text: string): Promise<Partial<Asked>> {
  try {
    const { hole, count, depth_mm, through } = await api.readHole(text);
    return { hole, ...(count !== null && { count }), ...(depth_mm !== null && { depth_mm }), ...(through !== null && { through }) };
  } catch {
    // Why it cannot be read is said by the plan itself.
    return { hole: text };
  }
}

function HoleText({ hole, wrong, onHole }: { hole: string; wrong: boolean; onHole: (asked: Partial<Asked>) => void }) {
  const [text, setText] = useState(hole);
  const typed = useRef(text);
  // Enter and the typist's pause may both take the same text: it is read once.
  const reading = useRef("");
  useEffect(() => {
    typed.current = hole;
    setText(hole);
  }, [hole]);
  const take = (wanted: string) => {
    if (wanted === hole || wanted === reading.current) return;
    reading.current = wanted;
    void called(wanted).then((found) => {
      reading.current = "";
      if (typed.current !== wanted) return;
      onHole(found);
      setText(found.hole ?? wanted);
    });
  };
  useEffect(() => {
    if (text === hole) return;
    const later = setTimeout(() => take(text), PAUSE_MS);
    return () => clearTimeout(later);
    // The typed text alone starts the clock.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [text]);
  return (
    <label className="grid text-xs text-faint">
      the hole, as drawn
      <input
        className="plate-field figure w-40! text-lg font-bold text-blue"
        value={text}
        placeholder="20 H7, M10 20 deep"
        autoComplete="off"
        spellCheck={false}
        aria-invalid={wrong}
        aria-keyshortcuts="d"
        onChange={(event) => {
          typed.current = event.target.value;
          setText(event.target.value);
        }}
        onKeyDown={(event) => {
          if (event.key !== "Enter") return;
          take(text);
          event.currentTarget.blur();
        }}
      />
    </label>
  );
}

export function Head({ asked, machine, machines, materials, wrong, put }: Props) {
  const anew = (part: Partial<Asked>) => put({ ...part, ...FRESH });
  const pattern = (part: Partial<Pattern>) => put({ pattern: { ...asked.pattern, ...part } });
  const system = useUnits();
  const kind = asked.pattern.kind;
  // The Bench's own letters go to the same things here.
  const head = useRef<HTMLElement>(null);
  useHotkeys(["d", "m", "s"], (event) => head.current?.querySelector<HTMLElement>(`[aria-keyshortcuts="${event.key.toLowerCase()}"]`)?.focus(), {
    enabled: keysAreOn(),
    preventDefault: true,
  });
  // An insert drill that stands still while the work turns is set by a trial bore.
  const turns = machines.some((one) => one.id === machine && machineOf(one.kind).lathe);
  const choice = "plate-field w-auto! text-lg font-semibold text-blue";
  return (
    <section ref={head} aria-label="The hole as drawn" className="no-print grid gap-2">
      <div className="flex flex-wrap items-end gap-x-3 gap-y-1">
        <span className="pb-1 text-lg">Make</span>
        {kind === "grid" ? (
          <span className="figure pb-1 text-lg font-bold">{countOf(asked)}</span>
        ) : (
          <NumberField className="w-14" label="how many" value={asked.count} low={1} high={400} whole onNumber={(count) => put({ count })} />
        )}
        <span className="pb-1 text-lg">×</span>
        <HoleText hole={asked.hole} wrong={wrong} onHole={anew} />
        <label className="grid text-xs text-faint">
          and goes
          <select className={choice} value={asked.through ? "through" : "blind"} onChange={(event) => anew({ through: event.target.value === "through" })}>
            <option value="through">through</option>
            <option value="blind">blind</option>
          </select>
        </label>
        {asked.stack_mm.length > 1 ? (
          <span className="figure pb-1 text-lg font-bold">
            {plain(
              asked.stack_mm.reduce((sum, one) => sum + one, 0),
              system,
            )}
          </span>
        ) : (
          <LengthField label="deep" path="hole.depth_mm" value_mm={asked.depth_mm} onLength={(depth_mm) => anew({ depth_mm })} />
        )}
        {!asked.through && (
          <LengthField
            label="in metal this thick"
            path="hole.plate_thickness_mm"
            className="w-28"
            value_mm={asked.plate_mm}
            placeholder="twice that"
            onEmpty={() => put({ plate_mm: null })}
            onLength={(plate_mm) => anew({ plate_mm })}
          />
        )}
        <span className="pb-1 text-lg">in</span>
        <label className="grid text-xs text-faint">
          metal
          <select
            aria-label="Metal"
            aria-keyshortcuts="m"
            className={`${choice} max-w-64`}
            value={asked.material}
            onChange={(event) => anew({ material: event.target.value })}
          >
            {materials.map((one) => (
              <option key={one.id} value={one.id}>
                {one.name}
              </option>
            ))}
          </select>
        </label>
        <span className="pb-1 text-lg">on</span>
        <label className="grid text-xs text-faint">
          machine
          <select
            aria-label="Machine"
            aria-keyshortcuts="s"
            className={`${choice} max-w-64`}
            value={machine}
            onChange={(event) => anew({ machine: event.target.value })}
          >
            {machines.map((one) => (
              <option key={one.id} value={one.id}>
                {one.name}
              </option>
            ))}
          </select>
        </label>
        <label className="grid text-xs text-faint">
          standing
          <select aria-label="Where they stand" className={choice} value={kind} onChange={(event) => pattern({ kind: event.target.value as Pattern["kind"] })}>
            {PATTERNS.map(([one, words]) => (
              <option key={one} value={one}>
                {words}
              </option>
            ))}
          </select>
        </label>
      </div>
      <div className="flex flex-wrap items-end gap-x-4 gap-y-1">
        {kind === "grid" && (
          <NumberField className="w-14" label="across" value={asked.pattern.columns} low={1} high={400} whole onNumber={(columns) => pattern({ columns })} />
        )}
        {kind === "grid" && (
          <NumberField className="w-14" label="down" value={asked.pattern.rows} low={1} high={400} whole onNumber={(rows) => pattern({ rows })} />
        )}
        {(kind === "line" || kind === "grid") && (
          <LengthField label="pitch" path="hole.depth_mm" value_mm={asked.pattern.pitch_mm} onLength={(pitch_mm) => pattern({ pitch_mm })} />
        )}
        {kind === "grid" && (
          <LengthField label="between rows" path="hole.depth_mm" value_mm={asked.pattern.row_pitch_mm} onLength={(row_pitch_mm) => pattern({ row_pitch_mm })} />
        )}
        {kind === "circle" && (
          <LengthField label="circle across" path="hole.depth_mm" value_mm={asked.pattern.circle_mm} onLength={(circle_mm) => pattern({ circle_mm })} />
        )}
        {kind !== "single" && (
          <LengthField
            label={kind === "circle" ? "centre from the left" : "1 from the left"}
            path="hole.depth_mm"
            className="w-28"
            value_mm={asked.pattern.edge_x_mm}
            onEmpty={() => pattern({ edge_x_mm: null })}
            onLength={(edge_x_mm) => pattern({ edge_x_mm })}
          />
        )}
        {kind !== "single" && (
          <LengthField
            label={kind === "circle" ? "centre from near edge" : "1 from the near edge"}
            path="hole.depth_mm"
            className="w-32"
            value_mm={asked.pattern.edge_y_mm}
            onEmpty={() => pattern({ edge_y_mm: null })}
            onLength={(edge_y_mm) => pattern({ edge_y_mm })}
          />
        )}
        {kind === "single" && (
          <LengthField
            label="nearest edge"
            className="w-24"
            path="hole.edge_distance_mm"
            value_mm={asked.edge_distance_mm}
            onEmpty={() => put({ edge_distance_mm: null })}
            onLength={(edge_distance_mm) => put({ edge_distance_mm })}
          />
        )}
        <label className="grid text-xs text-faint">
          under it
          <select
            className="plate-field w-auto! text-base text-ink"
            value={asked.behind}
            onChange={(event) => put({ behind: event.target.value as Asked["behind"] })}
          >
            {BEHIND.map(([one, words]) => (
              <option key={one} value={one}>
                {words}
              </option>
            ))}
          </select>
        </label>
        <label className="grid text-xs text-faint">
          the face
          <select className="plate-field w-auto! text-base text-ink" value={asked.entry} onChange={(event) => put({ entry: event.target.value })}>
            {Object.entries(choicesOf("hole.entry")).map(([one, words]) => (
              <option key={one} value={one}>
                {words}
              </option>
            ))}
          </select>
        </label>
        {asked.entry === "angled" && (
          <NumberField className="w-14" label="sloping, °" value={asked.slope_deg} low={1} high={60} onNumber={(slope_deg) => put({ slope_deg })} />
        )}
        <LengthField
          label="free room there"
          path="hole.depth_mm"
          className="w-24"
          value_mm={asked.under_mm}
          onEmpty={() => put({ under_mm: null })}
          onLength={(under_mm) => put({ under_mm })}
        />
        <LengthField
          label="hole already there"
          path="cutter.diameter_mm"
          className="w-24"
          placeholder="solid"
          value_mm={asked.there_mm}
          onEmpty={() => anew({ there_mm: null })}
          onLength={(there_mm) => anew({ there_mm })}
        />
        <LengthField
          label="counterbore"
          path="cutter.diameter_mm"
          className="w-24"
          placeholder="none"
          value_mm={asked.counterbore_mm}
          onEmpty={() => put({ counterbore_mm: null, counterbore_depth_mm: null })}
          onLength={(counterbore_mm) => anew({ counterbore_mm })}
        />
        {asked.counterbore_mm !== null && (
          <LengthField
            label="so deep"
            path="hole.depth_mm"
            placeholder="the hole’s size"
            value_mm={asked.counterbore_depth_mm}
            onEmpty={() => put({ counterbore_depth_mm: null })}
            onLength={(counterbore_depth_mm) => put({ counterbore_depth_mm })}
          />
        )}
        <LengthField
          label="countersink"
          path="cutter.diameter_mm"
          className="w-24"
          placeholder="none"
          value_mm={asked.countersink_mm}
          onEmpty={() => put({ countersink_mm: null })}
          onLength={(countersink_mm) => anew({ countersink_mm })}
        />
        {/^\s*(M|G|Rp|\d.*(BA|UN|-\s*\d))/i.test(asked.hole) && (
          <label className="grid text-xs text-faint">
            the thread
            <select
              className="plate-field w-auto! text-base text-ink"
              value={asked.thread}
              onChange={(event) => anew({ thread: event.target.value as Asked["thread"] })}
            >
              {THREADS.map(([one, words]) => (
                <option key={one} value={one}>
                  {words}
                </option>
              ))}
            </select>
          </label>
        )}
        {turns && (
          <LengthField
            label="trial bore measured"
            path="cutter.diameter_mm"
            className="w-32"
            value_mm={asked.measured_mm}
            onEmpty={() => put({ measured_mm: null })}
            onLength={(measured_mm) => put({ measured_mm })}
          />
        )}
        <Stack stack={asked.stack_mm} onStack={(stack_mm) => anew({ stack_mm })} />
        <NumberField className="w-24" label="machine’s hour" value={asked.rate_per_h} low={0} high={10000} onNumber={(rate_per_h) => put({ rate_per_h })} />
        <Choices label="What is wanted" choices={Object.entries(words().wishes)} chosen={asked.want} onChoose={(want) => put({ want, steps: null })} />
      </div>
    </section>
  );
}

/** Plates of a stack, top first: `8 + 12`. One plate is none. */
function Stack({ stack, onStack }: { stack: readonly number[]; onStack: (stack: number[]) => void }) {
  const system = useUnits();
  const [text, setText] = useState<string | null>(null);
  const [wrong, setWrong] = useState<string | null>(null);
  const readText = useReadText();
  const take = async () => {
    if (text === null) return;
    try {
      const plates = text.trim() === "" ? [] : ((await readText("hole.stack_mm", text, sideOf("mm", system))).value as number[]);
      onStack(plates.length > 1 ? plates : []);
      setText(null);
    } catch (error) {
      setWrong(inWords(error));
    }
  };
  return (
    <label className="grid w-28 text-xs text-faint">
      plates of a stack
      <input
        className="plate-field figure text-base text-ink"
        value={text ?? stack.map((one) => plain(one, system)).join(" + ")}
        placeholder="one plate"
        aria-invalid={wrong !== null}
        title="Plates drilled together, top first: 8 + 12"
        onChange={(event) => {
          setText(event.target.value);
          setWrong(null);
        }}
        onBlur={() => void take()}
        onKeyDown={(event) => {
          if (event.key === "Enter") void take();
        }}
      />
      {wrong && (
        <span role="alert" className="text-vermilion">
          {wrong}
        </span>
      )}
    </label>
  );
}
