/** The figure that was typed, a decimal comma or point in it; nothing where it is none. */
export function typedFigure(text: string): number | null {
  const found = Number(text.trim().replace(",", "."));
  return text.trim() === "" || !Number.isFinite(found) ? null : found;
}
