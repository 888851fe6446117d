/** Sizes down, metals across; a crossing in two lines, or in one where the sheet is full. */
import { Setting } from "../../../drawing/window/Setting";
import { useUnits } from "../../../job/useUnits";
import { plain } from "../../../job/units";
import { byHand, goes, oneLine, twoLines, type Answer, type Cell, type Legend } from "../crossing";

function Shape({ cell }: { cell: Cell }) {
  return (
    <svg className="chart-shape" viewBox="0 0 12 12" role="img" aria-label={cell.verdict}>
      <Setting x={6} y={6} radius={5} verdict={cell.verdict} />
    </svg>
  );
}

function Crossing({ cell, legend }: { cell: Cell; legend: Legend | null }) {
  const system = useUnits();
  const shape = goes(cell) && !byHand(cell);
  const tone = shape ? "figure font-semibold" : byHand(cell) ? "text-faint" : "text-vermilion";
  const [first, second] = legend ? [oneLine(cell, system, legend), ""] : twoLines(cell, system);
  return (
    <td className="border-l border-rule px-2 align-top text-sm" title={shape ? undefined : cell.said}>
      <span className={`flex items-center gap-1.5 ${tone}`}>
        {shape && <Shape cell={cell} />}
        {first}
      </span>
      {second && <span className="figure block">{second}</span>}
    </td>
  );
}

/** `legend`: one line a crossing, with its units said beside the table. */
export function Table({ answer, called, legend }: { answer: Answer; called: (id: string) => string; legend: Legend | null }) {
  const system = useUnits();
  const metals = answer.rows[0]?.cells.map((cell) => cell.material) ?? [];
  return (
    <table className="wall-chart w-full border-collapse">
      <thead>
        <tr className="border-b-2 border-ink text-left align-bottom">
          <th className="pr-3 font-semibold">Size</th>
          {metals.map((id) => (
            <th key={id} className="border-l border-rule px-2 font-semibold">
              {called(id)}
              <span className="block text-xs font-normal text-faint">
                {answer.largest_from_solid_mm[id] == null ? "none from solid" : `up to ${plain(answer.largest_from_solid_mm[id], system)} from solid`}
              </span>
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {answer.rows.map((row) => (
          <tr key={row.size_mm} className="border-b border-rule">
            <th scope="row" className="figure pr-3 text-left align-top font-semibold whitespace-nowrap">
              {row.name}
              {row.also.length > 0 && <span className={`${legend ? "ml-1" : "block"} text-xs font-normal text-faint`}>{row.also.join(", ")}</span>}
            </th>
            {row.cells.map((cell) => (
              <Crossing key={cell.material} cell={cell} legend={legend} />
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
