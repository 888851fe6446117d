/** Marking out: where the holes stand, what a divider is set to, how far each is from two square edges. */
import { PatternPlan } from "../../../drawing/plan/PatternPlan";
import type { System } from "../../../job/types";
import { plain } from "../../../job/units";
import type { Answer } from "../model";

const MOST_LISTED = 60;

export function Marking({ answer, system }: { answer: Answer; system: System }) {
  const { pattern } = answer;
  if (pattern.points_mm.length < 2) return <p className="text-sm text-faint">Say above where the holes stand: on a line, in a grid, on a bolt circle.</p>;
  const edges = pattern.from_edges_mm;
  return (
    <div className="flex flex-wrap gap-6">
      <PatternPlan points={pattern.points_mm} size_mm={answer.hole.finished_mm} circle={pattern.kind === "circle"} edges={edges[0]} />
      <div className="grid max-w-md content-start gap-2 text-sm">
        {pattern.neighbour_mm !== null && (
          <p>
            Neighbours, centre to centre <span className="figure text-base font-bold">{plain(pattern.neighbour_mm, system)}</span>
          </p>
        )}
        <p>
          <span className="text-faint">From hole 1 to the next ones: </span>
          <span className="figure">{pattern.marks_mm.map((one) => plain(one, system)).join(" · ")}</span>
        </p>
        {edges.length === 0 && <p className="text-faint">Say how far hole 1 stands from two square edges, and every hole’s own distances stand here.</p>}
      </div>
      <table className="content-start self-start text-sm">
        <thead>
          <tr className="text-left text-xs text-faint">
            <th className="pr-4 font-normal">hole</th>
            <th className="pr-4 font-normal">{edges.length ? "from the left edge" : "x"}</th>
            <th className="font-normal">{edges.length ? "from the near edge" : "y"}</th>
          </tr>
        </thead>
        <tbody>
          {(edges.length ? edges : pattern.points_mm).slice(0, MOST_LISTED).map((point, k) => (
            <tr key={k}>
              <td className="figure pr-4">{k + 1}</td>
              <td className="figure pr-4">{plain(point[0] ?? 0, system)}</td>
              <td className="figure">{plain(point[1] ?? 0, system)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
