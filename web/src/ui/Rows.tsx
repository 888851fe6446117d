/** A plain table: a name a column, a row a thing; figures stand in one line, what is more than a figure may run on. */
import type { ReactNode } from "react";

type Props = { names: readonly string[]; rows: readonly (readonly ReactNode[])[]; label?: string };

export function Rows({ names, rows, label }: Props) {
  return (
    <div className="overflow-x-auto" role={label ? "group" : undefined} aria-label={label} tabIndex={label ? 0 : undefined}>
      <table className="text-sm">
        <thead>
          <tr className="text-left text-xs text-faint">
            {names.map((name) => (
              <th key={name} className="pr-4 font-normal">
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((cells, place) => (
            <tr key={place} className="border-b border-rule align-top">
              {cells.map((cell, column) => (
                <td key={column} className={typeof cell === "object" ? "pr-4" : "figure pr-4 whitespace-nowrap"}>
                  {cell}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
