/** Drills of the crib nearest the hole, drawn by their points; or one not in the crib. */
import { DrillPoint } from "../../drawing/DrillPoint";
import { Choices } from "../../ui/Choices";
import { DETAILS } from "../details";
import { choicesOf, type Family, familyOf, words } from "../words";
import { useJob } from "../provider";
import { useCutters } from "../queries";
import type { Answer, Cutter } from "../types";
import { plain } from "../units";
import { FieldRows } from "./FieldRow";

const SHOWN = 12;
/** A cutter of another family, of which nothing is said but its size: the family fills in the rest. */
const plainly = (family: Family, diameter_mm: number): Cutter => ({
  family,
  diameter_mm,
  substrate: null,
  point: null,
  edges: null,
  flute_length_mm: null,
  body_length_mm: null,
  free_length_mm: null,
  shank: null,
  shank_diameter_mm: null,
});
/** What a choice of the cutter may be. */
type Named<Field extends "substrate" | "point"> = NonNullable<Cutter[Field]>;
const entries = <Key extends string>(table: Record<string, string>) => Object.entries(table) as [Key, string][];

export function CutterPicker({ answer, onDone }: { answer: Answer | null; onDone: () => void }) {
  const { state, change, dispatch, system } = useJob();
  const cutters = useCutters();
  const job = state.jobs.now;
  if (!job) return null;
  const size = job.case.hole.diameter_mm;
  const near = [...(cutters.data ?? [])].sort((a, b) => Math.abs(a.diameter_mm - size) - Math.abs(b.diameter_mm - size)).slice(0, SHOWN);
  const edit = (part: Partial<Cutter>) =>
    void change({
      phrase: "cutter",
      refs: { cutter: undefined },
      edit: (was) => ({
        ...was,
        // Angle and chisel belong to the point they were given for.
        cutter: { ...was.cutter, point_angle_deg: null, chisel_ratio: null, edge_radius_mm: null, ...part },
      }),
    });
  return (
    <div className="grid gap-3">
      <h3 className="heading">In the crib, nearest {plain(size, system)}</h3>
      {cutters.data?.length === 0 && <p className="text-sm text-faint">The crib is empty. Describe the drill below.</p>}
      <ul className="grid gap-1 sm:grid-cols-2">
        {near.map((cutter) => (
          <li key={cutter.id}>
            <button
              type="button"
              className="chip flex w-full items-center gap-2"
              data-chosen={job.refs.cutter?.id === cutter.id}
              onClick={() => {
                void change({
                  phrase: "cutter",
                  settles: "cutter",
                  refs: { cutter: { id: cutter.id, revision: cutter.revision } },
                  edit: (was) => ({ ...was, cutter: cutter.spec as Cutter }),
                }).then(onDone);
              }}
            >
              <DrillPoint family={(cutter.spec as Cutter).family} point={(cutter.spec as Cutter).point ?? "conventional"} width={24} />
              <span className="grid leading-tight">
                <span>{cutter.name}</span>
                <span className="text-xs text-faint">
                  {cutter.place}
                  {(cutter.spec as Cutter).wear === "used" && " · used edge"}
                </span>
              </span>
            </button>
          </li>
        ))}
      </ul>
      <h3 className="heading">One not in the crib</h3>
      <div role="group" aria-label="Family" className="grid grid-cols-2 gap-1.5 sm:grid-cols-3">
        {words()
          .families.filter(({ drills }) => drills)
          .map(({ id: family, words: noun }) => (
            <button
              key={family}
              type="button"
              className="chip flex items-center gap-2 text-sm"
              aria-pressed={job.case.cutter.family === family}
              onClick={() => edit(plainly(family, job.case.cutter.diameter_mm ?? size))}
            >
              <DrillPoint family={family} point="conventional" width={20} />
              {noun}
            </button>
          ))}
      </div>
      <Choices
        label="Edge"
        choices={entries<Named<"substrate">>(choicesOf("cutter.substrate"))}
        chosen={job.case.cutter.substrate ?? undefined}
        onChoose={(substrate) => edit({ substrate })}
      />
      {familyOf(job.case.cutter.family).standard_form && (
        <div role="group" aria-label="Point" className="grid grid-cols-2 gap-1.5 sm:grid-cols-3">
          {entries<Named<"point">>(choicesOf("cutter.point")).map(([point, words]) => (
            <button
              key={point}
              type="button"
              className="chip flex items-center gap-2 text-sm"
              aria-pressed={(job.case.cutter.point ?? "conventional") === point}
              onClick={() => edit({ point })}
            >
              <DrillPoint point={point} width={20} />
              {words}
            </button>
          ))}
        </div>
      )}
      <FieldRows paths={DETAILS.cutter(job.case)} phrase="cutter" answer={answer} folded="Lengths, angles and the rest of this one" />
      <label className="flex min-h-8 items-center gap-2 text-sm">
        <input type="checkbox" checked={job.pinned} onChange={(event) => dispatch({ do: "commit", job: { ...job, pinned: event.target.checked } })} />
        Pin this drill: it stays when the diameter changes
      </label>
    </div>
  );
}
