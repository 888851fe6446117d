/** Dates as a shop writes them, the same whatever the browser's own habit: 28 Nov 2026. */
const MONTHS = ["Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec"];

export function day(when: string | Date): string {
  const date = new Date(when);
  return `${date.getDate()} ${MONTHS[date.getMonth()] ?? ""} ${date.getFullYear()}`;
}

export const today = (): string => day(new Date());

/** A date with the time of day. */
export function moment(when: string | Date): string {
  const date = new Date(when);
  return `${day(date)}, ${String(date.getHours()).padStart(2, "0")}:${String(date.getMinutes()).padStart(2, "0")}`;
}
