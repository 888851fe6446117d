/** The head of the part as a sentence, and its features, a row each. */
import { useState } from "react";

import { useMachines, useMaterials } from "../../../job/queries";
import { useUnits } from "../../../job/useUnits";
import { words } from "../../../job/words";
import { keptLength, keptPlaces, lengthUnit, shownLength, shownPlaces } from "../lengths";
import { onMachine, type Row, type Typed, withRow } from "../model";

type Props = { typed: Typed; onType: (typed: Typed) => void };

type Word = { label: string; value: string; width: string; placeholder?: string; onChange: (value: string) => void; onLeave?: () => void };

function Word({ label, value, width, placeholder, onChange, onLeave }: Word) {
  return (
    <input
      className={`plate-field figure ${width}`}
      aria-label={label}
      value={value}
      autoComplete="off"
      spellCheck={false}
      placeholder={placeholder}
      onChange={(event) => onChange(event.target.value)}
      onBlur={onLeave}
    />
  );
}

type Choice = { label: string; value: string; options: readonly (readonly [string, string])[]; onChange: (value: string) => void };

/** A word of the sentence that is one of several. */
function Chosen({ label, value, options, onChange }: Choice) {
  return (
    <select className="plate-field in-sentence !w-52" aria-label={label} value={value} onChange={(event) => onChange(event.target.value)}>
      {options.map(([id, words]) => (
        <option key={id} value={id}>
          {words}
        </option>
      ))}
    </select>
  );
}

/** A length, or places, kept in millimetres and typed in the user's unit: as it was typed while one is at it. */
export function Length({ value, places = false, onChange, ...field }: Word & { places?: boolean }) {
  const system = useUnits();
  const [text, setText] = useState<string | null>(null);
  const [shown, kept] = places ? [shownPlaces, keptPlaces] : [shownLength, keptLength];
  return (
    <Word
      {...field}
      value={text ?? shown(value, system)}
      onChange={(typed) => {
        setText(typed);
        onChange(kept(typed, system));
      }}
      onLeave={() => setText(null)}
    />
  );
}

/** What a place may be typed as, in round figures of either unit. */
const PLACES = "15, 15; 105, 15 · line 4 x 30 at 10, 20 · grid 3 x 2, 40 x 25 at 15, 15 · circle 6 on 80 at 60, 40";
const INCH_PLACES = "0.5, 0.5; 4, 0.5 · line 4 x 1.25 at 0.5, 1 · grid 3 x 2, 1.5 x 1 at 0.5, 0.5 · circle 6 on 3 at 2, 1.5";
const SIDES = [
  ["", "from one side"],
  ["x", "then turned over about x"],
  ["y", "then turned over about y"],
] as const;
const FROM = [
  ["1", "first side"],
  ["2", "turned"],
  ["either", "either side"],
] as const;

export function Head({ typed, onType }: Props) {
  const machines = useMachines();
  const materials = useMaterials();
  const unit = lengthUnit(useUnits());
  const put = (part: Partial<Typed>) => onType({ ...typed, ...part });
  return (
    <p className="text-lg leading-loose">
      Make <Word label="How many parts" value={typed.count} width="in-sentence !w-12" placeholder="1" onChange={(count) => put({ count })} /> ×{" "}
      <Word label="Name of the part" value={typed.name} width="in-sentence !w-44" onChange={(name) => put({ name })} />,{" "}
      <Length label={`Width, ${unit}`} value={typed.wide} width="in-sentence !w-16" onChange={(wide) => put({ wide, outline: null })} /> ×{" "}
      <Length label={`Height, ${unit}`} value={typed.high} width="in-sentence !w-16" onChange={(high) => put({ high, outline: null })} /> ×{" "}
      <Length label={`Thickness, ${unit}`} value={typed.thickness} width="in-sentence !w-14" onChange={(thickness) => put({ thickness })} /> {unit}
      {typed.outline && <span className="text-sm text-faint"> (its outline as drawn)</span>} of{" "}
      <Chosen
        label="Metal"
        value={typed.material}
        options={(materials.data ?? []).map((one) => [one.id, one.name])}
        onChange={(material) => put({ material })}
      />{" "}
      on{" "}
      <Chosen
        label="Machine"
        value={typed.machine}
        options={(machines.data ?? []).map((one) => [one.id, one.name])}
        onChange={(machine) => onType(onMachine(typed, machine))}
      />{" "}
      <Chosen label="From which sides" value={typed.turned} options={SIDES} onChange={(turned) => put({ turned: turned as Typed["turned"] })} />,{" "}
      <Chosen label="What is wanted" value={typed.want} options={Object.entries(words().wishes)} onChange={(want) => put({ want })} />.
    </p>
  );
}

/** What a table said of a hole beside what is typed: a seat, the height of its face. */
const moreWords = ({ more }: Row): string =>
  Object.entries(more)
    .map(([name, value]) => `, ${name.replace(/_(mm|deg)$/, "").replaceAll("_", " ")} ${[value].flat().join(" + ")}`)
    .join("");

export function Features({ typed, onType }: Props) {
  const unit = lengthUnit(useUnits());
  const put = (place: number, part: Partial<Row>) => onType({ ...typed, rows: typed.rows.map((row, k) => (k === place ? { ...row, ...part } : row)) });
  return (
    <section aria-label="Features" className="grid gap-1">
      <h2 className="heading border-b border-ink">Holes, a letter each</h2>
      {typed.rows.map((row, place) => (
        <div
          key={place}
          className={`grid items-end gap-x-2 max-wide:grid-cols-[2rem_1fr_4.5rem_auto] ${typed.turned ? "grid-cols-[2rem_9rem_4.5rem_auto_auto_1fr_auto]" : "grid-cols-[2rem_9rem_4.5rem_auto_1fr_auto]"}`}
        >
          <b className="figure pb-1 text-lg">{row.letter}</b>
          <label className="grid text-xs text-faint">
            hole as drawn{moreWords(row)}
            <Word
              label={`Hole ${row.letter} as drawn`}
              value={row.hole}
              width="text-base text-ink"
              onChange={(hole) => put(place, { hole, steps: null, pinned: [] })}
            />
          </label>
          <label className="grid text-xs text-faint">
            depth, {unit}
            <Length label={`Depth of ${row.letter}, ${unit}`} value={row.depth} width="text-base text-ink" onChange={(depth) => put(place, { depth })} />
          </label>
          <label className="flex min-h-9 items-center gap-1 text-sm">
            <input type="checkbox" checked={row.through} onChange={(event) => put(place, { through: event.target.checked })} />
            through
          </label>
          {typed.turned !== "" && (
            <select
              className="plate-field !w-28"
              aria-label={`Side of ${row.letter}`}
              value={row.side}
              onChange={(event) => put(place, { side: event.target.value as Row["side"] })}
            >
              {FROM.filter(([id]) => id !== "either" || row.through).map(([id, label]) => (
                <option key={id} value={id}>
                  {label}
                </option>
              ))}
            </select>
          )}
          <label className="grid text-xs text-faint max-wide:col-span-3">
            where, {unit} from the zero
            <Length places label={`Places of ${row.letter}`} value={row.places} width="text-base text-ink" onChange={(places) => put(place, { places })} />
          </label>
          <button
            type="button"
            className="chip text-sm"
            aria-label={`Take ${row.letter} out`}
            onClick={() => onType({ ...typed, rows: typed.rows.filter((_, k) => k !== place) })}
          >
            take out
          </button>
        </div>
      ))}
      <div className="flex flex-wrap items-center gap-3">
        <button type="button" className="chip font-semibold" onClick={() => onType(withRow(typed))}>
          Another letter
        </button>
        <span className="text-sm text-faint">Places: {unit === "in" ? INCH_PLACES : PLACES}</span>
      </div>
    </section>
  );
}
