/** How a chart goes on one sheet: which way the sheet lies, one line a crossing or two, and how large the letters can be. */

export const PAPERS = { A4: [210, 297], A3: [297, 420], Letter: [215.9, 279.4] } as const;
export type Paper = keyof typeof PAPERS;

/** The smallest letters that a sheet is printed with, points: read at arm's length, on A3 from two steps away. */
const LEAST_PT: Record<Paper, number> = { A4: 6.5, A3: 9, Letter: 6.5 };
const MOST_PT = 16;
/** With letters of this size a crossing may have two lines, with its units. */
const EASY_PT = 11;
const MM_PER_PT = 25.4 / 72;
export const MARGIN_MM = 10;
/** Title, cautions and the square code above the table, and the line at the sheet's foot. */
const HEAD_MM = 30;
/** A line's height and a figure's width, in letters' heights; what stands free beside a text, and above and below a row's. */
const LINE = 1.12;
const FIGURE = 0.46;
const BESIDE_MM = 4;
const ROUND_A_ROW_MM = 0.3;
/** Names of metals over their columns, with the largest from solid: so many lines, at the letters' own height. */
const NAMES_LINES = 4;
/** The disc or half disc before a crossing's text, in letters. */
const SHAPE = 2.5;

export interface Wanted {
  readonly metals: number;
  /** The longest text of the first column and of a crossing, in letters, and the lines of all rows together: two lines a crossing, one line. */
  readonly two: { readonly size: number; readonly crossing: number; readonly lines: number };
  readonly one: { readonly size: number; readonly crossing: number; readonly lines: number };
  readonly rows: number;
}

export interface Sheet {
  readonly landscape: boolean;
  readonly compact: boolean;
  readonly pt: number;
  readonly sheets: number;
}

function largest(wide: number, high: number, wanted: Wanted, compact: boolean): Pick<Sheet, "pt"> & { byWidth: number } {
  const { size, crossing, lines } = compact ? wanted.one : wanted.two;
  const room = high - 2 * MARGIN_MM - HEAD_MM - (wanted.rows + 1) * ROUND_A_ROW_MM;
  const byHeight = room / ((lines + NAMES_LINES) * LINE * MM_PER_PT);
  const byWidth = (wide - 2 * MARGIN_MM - (wanted.metals + 1) * BESIDE_MM) / ((size + wanted.metals * (crossing + SHAPE)) * FIGURE * MM_PER_PT);
  return { pt: Math.floor(Math.min(byHeight, byWidth, MOST_PT) * 10) / 10, byWidth };
}

/** The way with the largest letters, two lines a crossing where they are easy to read; where no way has letters large enough, the least that are, on as
 *  many sheets as they take. */
export function sheetFor(paper: Paper, wanted: Wanted): Sheet {
  const [short, long] = PAPERS[paper];
  const ways = [false, true].flatMap((compact) =>
    [false, true].map((landscape) => ({ landscape, compact, ...largest(landscape ? long : short, landscape ? short : long, wanted, compact) })),
  );
  const larger = (some: typeof ways) => some.reduce((a, b) => (b.pt > a.pt ? b : a));
  const inTwo = larger(ways.filter((one) => !one.compact));
  const best = inTwo.pt >= EASY_PT ? inTwo : larger(ways);
  const least = LEAST_PT[paper];
  if (best.pt >= least) return { landscape: best.landscape, compact: best.compact, pt: best.pt, sheets: 1 };
  const { landscape } = ways.filter((one) => one.compact).reduce((a, b) => (b.byWidth > a.byWidth ? b : a));
  const high = (landscape ? short : long) - 2 * MARGIN_MM - HEAD_MM;
  const rows = Math.floor(high / (least * LINE * MM_PER_PT + ROUND_A_ROW_MM)) - NAMES_LINES;
  return { landscape, compact: true, pt: least, sheets: Math.ceil(wanted.rows / rows) };
}
