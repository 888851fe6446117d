/** A drawing or a table of holes brought in: what was found in it is shown, and said to be what it is, before it is taken. */
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";

import { inWords, type Schemas } from "../../../api/client";
import { partFiles, type Unit } from "../../../api/parts";
import { useUnits } from "../../../job/useUnits";
import { lengthUnit, shownLength, shownPlaces } from "../lengths";
import { LETTERS, type Point, reach, type Row, rowOf, placesText, type Typed } from "../model";

import { Length } from "./Head";

type Drawing = Schemas["DrawingFound"];
type Group = Drawing["groups"][number];
/** What is said of a group of holes alike: whether it is taken, the hole as drawn, how deep. */
type Said = { take: boolean; hole: string; depth: string; through: boolean };
type Props = { file: File; typed: Typed; onTake: (typed: Typed) => void; onLeave: () => void };

const UNITS = [
  ["mm", "mm"],
  ["inch", "inch"],
  ["cm", "cm"],
  ["m", "m"],
  ["foot", "foot"],
] as const;
const CORNERS = ["left front", "right front", "left rear", "right rear", "drawing"] as const;
/** So much is taken at all; of a table less, which the server says. */
const MOST_MB = 5;
const MOST_FAULTS = 12;

export function BringIn(props: Props) {
  const drawn = /\.dxf$/i.test(props.file.name);
  const table = /\.(csv|xlsx)$/i.exec(props.file.name);
  const tooBig = props.file.size > MOST_MB * 1024 * 1024;
  return (
    <section aria-label="Brought in" className="plate grid gap-2">
      <h2 className="heading">{props.file.name}</h2>
      {drawn && !tooBig && <FromDrawing {...props} />}
      {tooBig && (
        <>
          <p role="alert" className="m-0 text-vermilion">
            It is larger than {MOST_MB} MB. Save only what is to be drilled.
          </p>
          <Leave onLeave={props.onLeave} />
        </>
      )}
      {table && !tooBig && <FromTable {...props} form={table[1]?.toLowerCase() === "xlsx" ? "xlsx" : "csv"} />}
      {!drawn && !table && !tooBig && (
        <>
          <p role="alert" className="m-0 text-vermilion">
            By its name this is no drawing and no table. Taken: DXF, CSV, XLSX.
          </p>
          <Leave onLeave={props.onLeave} />
        </>
      )}
    </section>
  );
}

const Leave = ({ onLeave }: { onLeave: () => void }) => (
  <button type="button" className="tap chip justify-self-start" onClick={onLeave}>
    Leave it
  </button>
);

const Wrong = ({ error }: { error: unknown }) => (
  <p role="alert" className="m-0 text-vermilion first-letter:uppercase">
    {inWords(error)}
  </p>
);

/** A file by what is in it, so that one changed and chosen again is read again. */
const keyOf = (file: File) => [file.name, file.size, file.lastModified];

// --- a table ------------------------------------------------------------------

function FromTable({ file, form, typed, onTake, onLeave }: Props & { form: "csv" | "xlsx" }) {
  const system = useUnits();
  const found = useQuery({ queryKey: ["hole-table", keyOf(file)], queryFn: () => partFiles.readTable(file, form), retry: false, staleTime: Infinity });
  if (found.error)
    return (
      <>
        <Wrong error={found.error} />
        <Leave onLeave={onLeave} />
      </>
    );
  if (!found.data) return <p>Reading…</p>;
  const { faults } = found.data;
  const rows = (found.data.features as Parameters<typeof rowOf>[0][])
    .map((one) => rowOf(one, "2"))
    .map((row) => ({ ...row, depth: row.depth || typed.thickness }));
  const turned = rows.some((row) => row.side !== "1") ? typed.turned || "x" : typed.turned;
  return (
    <>
      <ul className="m-0 list-none p-0">
        {rows.map((row) => (
          <li key={row.letter}>
            <b className="figure">{row.letter}</b> {row.places.split(";").length} × {row.hole}, {shownLength(row.depth, system)} {lengthUnit(system)}{" "}
            {row.through ? "through" : "deep"}
          </li>
        ))}
      </ul>
      {faults.length > 0 && (
        <div role="alert" className="text-vermilion">
          {faults.length === 1 ? "One row will not do and is left out:" : `${faults.length} rows will not do and are left out:`}
          <ul className="m-0 list-disc pl-5">
            {faults.slice(0, MOST_FAULTS).map((one) => (
              <li key={one.line}>
                line {one.line}, {one.column}: {one.words}
              </li>
            ))}
            {faults.length > MOST_FAULTS && <li>and {faults.length - MOST_FAULTS} more</li>}
          </ul>
        </div>
      )}
      <div className="flex flex-wrap gap-2">
        <button type="button" className="tap chip font-semibold" disabled={rows.length === 0} onClick={() => onTake({ ...typed, turned, rows })}>
          Take them in place of the holes below
        </button>
        <Leave onLeave={onLeave} />
      </div>
    </>
  );
}

// --- a drawing ----------------------------------------------------------------

function FromDrawing({ file, typed, onTake, onLeave }: Props) {
  const [unit, setUnit] = useState<Unit>("");
  const [zero, setZero] = useState<string>("left front");
  const [layers, setLayers] = useState<readonly string[] | null>(null);
  const [said, setSaid] = useState<Record<string, Partial<Said>>>({});
  const found = useQuery({
    queryKey: ["drawing", keyOf(file), unit, layers, zero],
    queryFn: () => partFiles.readDrawing(file, unit, layers ?? [], zero),
    retry: false,
    staleTime: Infinity,
    placeholderData: keepPreviousData,
  });
  const drawing = found.data;
  if (!drawing && found.isPending) return <p>Reading the drawing…</p>;
  const whole = (group: Group): Said => ({ take: true, hole: group.could_be[0] ?? "", depth: typed.thickness, through: true, ...said[nameOf(group)] });
  const put = (group: Group, part: Partial<Said>) => setSaid({ ...said, [nameOf(group)]: { ...said[nameOf(group)], ...part } });
  const taken = (drawing?.groups ?? []).filter((group) => whole(group).take);
  const lacking = taken.filter((group) => whole(group).hole.trim() === "");
  const take = () => drawing && onTake({ ...typed, ...sizeOf(drawing, typed), rows: taken.map((group, k) => rowFrom(group, whole(group), k)) });
  return (
    <>
      {found.error && <Wrong error={found.error} />}
      {drawing && (
        <>
          <Asked drawing={drawing} unit={unit} onUnit={setUnit} zero={zero} onZero={setZero} layers={layers} onLayers={setLayers} />
          <Groups groups={drawing.groups} whole={whole} put={put} stale={found.isPlaceholderData} />
          {drawing.left_out.length > 0 && <p className="m-0 text-sm text-faint">Left out: {drawing.left_out.join("; ")}.</p>}
        </>
      )}
      <div className="flex flex-wrap items-center gap-2">
        <button
          type="button"
          className="tap chip font-semibold"
          disabled={!drawing || found.isFetching || drawing.units === "" || taken.length === 0 || lacking.length > 0}
          onClick={take}
        >
          Take them in place of the holes below
        </button>
        <Leave onLeave={onLeave} />
        {drawing?.units === "" && <span className="text-vermilion">Say first what unit it is drawn in.</span>}
        {lacking.length > 0 && <span className="text-vermilion">Say what hole {lacking.map((one) => one.letter).join(", ")} is, or leave it out.</span>}
      </div>
    </>
  );
}

/** A group by its sizes: it keeps what was said of it when its letter or its places change with the zero. */
const nameOf = (group: Group): string => [group.diameter_mm, ...group.also_mm, group.thread_mm].join();

function rowFrom(group: Group, said: Said, k: number): Row {
  const letter = LETTERS[k] ?? group.letter;
  return {
    letter,
    hole: said.hole,
    depth: said.depth,
    through: said.through,
    places: placesText(group.places_mm),
    side: "1",
    more: {},
    steps: null,
    pinned: [],
  };
}

/** The outline and size of a drawing; what was typed where it has none. */
function sizeOf(drawing: Drawing, typed: Typed): Pick<Typed, "outline" | "wide" | "high"> {
  if (drawing.outline_mm.length === 0) return { outline: typed.outline, wide: typed.wide, high: typed.high };
  const { wide, high } = reach(drawing.outline_mm);
  return { outline: drawing.outline_mm as unknown as Point[], wide: String(Number(wide.toFixed(3))), high: String(Number(high.toFixed(3))) };
}

type AskedProps = {
  drawing: Drawing;
  unit: Unit;
  onUnit: (unit: Unit) => void;
  zero: string;
  onZero: (zero: string) => void;
  layers: readonly string[] | null;
  onLayers: (layers: readonly string[] | null) => void;
};

/** What is asked of a drawing: its unit, where its zero lies, which layers. */
function Asked({ drawing, unit, onUnit, zero, onZero, layers, onLayers }: AskedProps) {
  const system = useUnits();
  const holes = drawing.groups.reduce((sum, one) => sum + one.places_mm.length, 0);
  const chosen = layers ?? drawing.layers.map((one) => one.name);
  const turn = (name: string, on: boolean) => {
    const now = on ? [...chosen, name] : chosen.filter((one) => one !== name);
    if (now.length > 0) onLayers(now.length === drawing.layers.length ? null : now);
  };
  const names = drawing.groups.flatMap((group) => group.places_mm.map((_, k) => `${group.letter}${k + 1}`));
  return (
    <div className="flex flex-wrap items-end gap-x-4 gap-y-2">
      <p className="m-0 basis-full">
        <b>
          {holes} {holes === 1 ? "hole" : "holes"} of {drawing.groups.length} {drawing.groups.length === 1 ? "kind" : "kinds"}
        </b>
        {drawing.wide_mm > 0 &&
          `, in an outline of ${shownLength(String(drawing.wide_mm), system)} × ${shownLength(String(drawing.high_mm), system)} ${lengthUnit(system)}`}
      </p>
      <label className="grid text-xs text-faint">
        drawn in
        <select className="plate-field text-base" value={unit || drawing.units} onChange={(event) => onUnit(event.target.value as Unit)}>
          <option value="" disabled>
            it does not say
          </option>
          {UNITS.map(([one, words]) => (
            <option key={one} value={one}>
              {words}
            </option>
          ))}
        </select>
      </label>
      <label className="grid text-xs text-faint">
        zero at
        <select className="plate-field text-base" value={zero} onChange={(event) => onZero(event.target.value)}>
          {CORNERS.map((one) => (
            <option key={one} value={one}>
              {one === "drawing" ? "the drawing’s own zero" : `${one} corner`}
            </option>
          ))}
          {names.slice(0, 100).map((one) => (
            <option key={one} value={one}>
              hole {one}
            </option>
          ))}
        </select>
      </label>
      {drawing.layers.length > 1 && (
        <fieldset className="flex flex-wrap gap-x-3">
          <legend className="text-xs text-faint">layers</legend>
          {drawing.layers.map((one) => (
            <label key={one.name} className="tap flex items-center gap-1">
              <input type="checkbox" checked={chosen.includes(one.name)} onChange={(event) => turn(one.name, event.target.checked)} />
              {one.name} ({one.holes})
            </label>
          ))}
        </fieldset>
      )}
    </div>
  );
}

type GroupsProps = { groups: readonly Group[]; whole: (group: Group) => Said; put: (group: Group, part: Partial<Said>) => void; stale: boolean };

function Groups({ groups, whole, put, stale }: GroupsProps) {
  const system = useUnits();
  const unit = lengthUnit(system);
  return (
    <div className={`overflow-x-auto ${stale ? "stale" : ""}`}>
      <table className="w-full border-collapse text-sm">
        <thead>
          <tr className="text-left text-xs text-faint">
            {["take", "letter", "as drawn", "is a", `depth, ${unit}`, "goes", `first places, ${unit}`].map((head) => (
              <th key={head} className="pr-3 font-normal">
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {groups.map((group) => {
            const said = whole(group);
            return (
              <tr key={group.letter} className="border-b border-rule">
                <td>
                  <input
                    type="checkbox"
                    aria-label={`Take ${group.letter}`}
                    checked={said.take}
                    onChange={(event) => put(group, { take: event.target.checked })}
                  />
                </td>
                <td className="figure pr-3 font-bold">{group.letter}</td>
                <td className="pr-3">
                  {group.places_mm.length} × {group.diameter_mm === null ? "point" : `⌀ ${group.diameter_mm}`}
                  {group.also_mm.length > 0 && `, also ⌀ ${group.also_mm.join(", ")}`}
                  {group.thread_mm !== null && `, a thread ⌀ ${group.thread_mm} round it`}
                </td>
                <td className="flex flex-wrap items-center gap-1 py-1 pr-3">
                  <input
                    className="plate-field figure !w-36"
                    aria-label={`What ${group.letter} is, as a drawing names it`}
                    list={`could-be-${group.letter}`}
                    value={said.hole}
                    onChange={(event) => put(group, { hole: event.target.value })}
                  />
                  <datalist id={`could-be-${group.letter}`}>
                    {group.could_be.map((one) => (
                      <option key={one} value={one} />
                    ))}
                  </datalist>
                  {group.could_be
                    .filter((one) => one !== said.hole)
                    .map((one) => (
                      <button key={one} type="button" className="chip text-sm" onClick={() => put(group, { hole: one })}>
                        {one}
                      </button>
                    ))}
                </td>
                <td className="pr-3">
                  <Length
                    label={`Depth of ${group.letter} in the drawing, ${unit}`}
                    width="!w-16"
                    value={said.depth}
                    onChange={(depth) => put(group, { depth })}
                  />
                </td>
                <td className="pr-3">
                  <label className="flex items-center gap-1">
                    <input type="checkbox" checked={said.through} onChange={(event) => put(group, { through: event.target.checked })} />
                    through
                  </label>
                </td>
                <td className="figure text-faint">
                  {group.places_mm
                    .slice(0, 4)
                    .map(([x, y]) => shownPlaces(`${x}, ${y}`, system))
                    .join(" · ")}
                  {group.places_mm.length > 4 && " …"}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}
