/** Rows as CSV; a text that a spreadsheet would run goes out with an apostrophe before it, as the shop's own files do. */
const quoted = (value: unknown): string => {
  const text = String(value ?? "");
  const safe = typeof value === "string" && /^'*[=+\-@\t\r\n]/.test(text) ? `'${text}` : text;
  return /[",\n]/.test(safe) ? `"${safe.replaceAll('"', '""')}"` : safe;
};

export const csv = (rows: readonly (readonly unknown[])[]): string => rows.map((row) => row.map(quoted).join(",")).join("\n") + "\n";
