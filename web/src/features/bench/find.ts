/** Anything on the Bench by a few letters: phrases, kept checks, metals, machines, cutters, what is seen of a cut. */
export type Found = { id: string; group: string; name: string; more: string; take: () => void };

const bare = (text: string): string =>
  text
    .toLowerCase()
    .normalize("NFD")
    .replace(/[^a-z0-9]+/g, " ")
    .trim();
export const MOST_FOUND = 12;

/** Every word typed must begin a word of what is found; what begins with the first word comes first. */
export function find(all: readonly Found[], text: string): Found[] {
  const words = bare(text).split(" ").filter(Boolean);
  if (words.length === 0) return all.filter((one) => one.group === "Change").slice(0, MOST_FOUND);
  const hits = all.filter((one) => {
    const there = bare(`${one.name} ${one.more}`).split(" ");
    return words.every((word) => there.some((part) => part.startsWith(word)));
  });
  const leads = (one: Found) => (bare(one.name).startsWith(words[0] ?? "") ? 0 : 1);
  return [...hits].sort((a, b) => leads(a) - leads(b)).slice(0, MOST_FOUND);
}
