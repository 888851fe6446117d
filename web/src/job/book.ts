/** Where in the book one is: a page, a row marked on it, and what was looked up; other screens lead there too. */
export type Place = { page: string; row: string; find: string };

export function addressOf({ page, row, find }: Place): string {
  const asked = new URLSearchParams();
  if (find) asked.set("find", find);
  if (row) asked.set("row", row);
  const query = asked.toString();
  return `/book/${page}${query ? `?${query}` : ""}`;
}

export function placeOf(page: string | undefined, search: string): Place {
  const asked = new URLSearchParams(search);
  return { page: page ?? "", row: asked.get("row") ?? "", find: asked.get("find") ?? "" };
}
