/** How the cells of the book are written: metric as they stand in the table, in inches where lengths and feeds are read so. */
import type { Schemas } from "../../api/client";
import type { System } from "../../job/types";
import { shownIn } from "../../job/units";

export type Column = Schemas["ReferenceColumn"];
export type Cell = Schemas["ReferenceRow"]["cells"][number];

/** A table's step of a hundredth is one of a ten-thousandth in inches. */
const FINER = 2;

export const headed = (column: Column, system: System): string => {
  const unit = column.unit && column.unit !== "°" ? shownIn(column.unit, system).unit : "";
  return unit ? `${column.words}, ${unit}` : column.words;
};

export function written(cell: Cell, column: Column, system: System): string {
  if (cell === null || cell === "") return "–";
  // A drill's name, a fit, a sentence: as it is.
  if (typeof cell === "string") return cell;
  const { factor, unit } = shownIn(column.unit, system);
  const decimals = unit === column.unit || column.unit === "" ? column.decimals : column.decimals + FINER;
  const figure = (cell * factor).toFixed(Math.min(decimals, 4));
  return (figure.includes(".") ? figure.replace(/0+$/, "").replace(/\.$/, "") : figure) + (column.unit === "°" ? "°" : "");
}
