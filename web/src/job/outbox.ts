/** What is written down beside the machine, kept in this browser until the server has it: nothing is lost with the network, nothing is there twice. */
import { api, Lost, Refused } from "../api/client";

/** An entry under a name of its own, a cut unless it says that it was a trouble; `gone`: taken back before or after it was sent. */
export type Entry = { id: string; rev: number; kind?: "trouble"; gone?: boolean; body: object; refused?: string };

const KEPT = "cuts-to-send";
/** Where the browser has no room, it is held here while the page is open. */
let held: readonly Entry[] | null = null;
let [sending, wanted] = [false, false];
const heard = new Set<() => void>();

export function waiting(): readonly Entry[] {
  if (held) return held;
  try {
    const found: unknown = JSON.parse(localStorage.getItem(KEPT) ?? "[]");
    return Array.isArray(found) ? (found as Entry[]) : [];
  } catch {
    return [];
  }
}

function keep(entries: readonly Entry[]): void {
  try {
    localStorage.setItem(KEPT, JSON.stringify(entries));
    held = null;
  } catch {
    held = entries;
  }
  for (const one of heard) one();
}

/** Told whenever what waits has changed. */
export function onWaiting(hear: () => void): () => void {
  heard.add(hear);
  return () => heard.delete(hear);
}

/** A later state takes the place of an earlier one of the same name. */
export function write(entry: Entry): void {
  keep([...waiting().filter((one) => one.id !== entry.id), entry]);
  void send();
}

/** Taken out, once the server has this state of it or a later one. */
const arrived = (id: string, rev: number): void => keep(waiting().filter((one) => one.id !== id || one.rev > rev));

const refusedIt = (id: string, words: string): void => keep(waiting().map((one) => (one.id === id ? { ...one, refused: words } : one)));

/** Given up by whoever wrote it. */
export const drop = (id: string): void => keep(waiting().filter((one) => one.id !== id));

async function sendOne(entry: Entry): Promise<void> {
  try {
    if (entry.gone) await api.removeCut(entry.id);
    else if (entry.kind === "trouble") await api.writeTrouble(entry.id, { ...entry.body, rev: entry.rev });
    else await api.writeCut(entry.id, { ...entry.body, rev: entry.rev });
    arrived(entry.id, entry.rev);
  } catch (fault) {
    // One that was taken back before it was ever sent is not there.
    if (entry.gone && fault instanceof Refused && fault.status === 404) return arrived(entry.id, entry.rev);
    if (fault instanceof Refused && fault.status === 422) return refusedIt(entry.id, fault.problems.map((one) => `${one.field}: ${one.message}`).join("; "));
    throw fault;
  }
}

/** Everything that waits, oldest first, until the server does not answer, or wants somebody signed in. */
async function sendAll(): Promise<void> {
  try {
    for (let next = first(); next; next = first()) await sendOne(next);
  } catch (fault) {
    if (!(fault instanceof Lost || fault instanceof Refused)) throw fault;
  }
}
const first = () => waiting().find((one) => !one.refused);

/** Sends what waits; asked for again while that goes on, it is done once more. */
export async function send(): Promise<void> {
  if (sending) {
    wanted = true;
    return;
  }
  sending = true;
  try {
    do {
      wanted = false;
      await sendAll();
    } while (wanted);
  } finally {
    sending = false;
  }
}

/** A name nobody else has. Browsers give one only to safe pages; a shop's own network is often not counted as one. */
export function freeName(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  bytes[6] = ((bytes[6] ?? 0) & 0x0f) | 0x40;
  bytes[8] = ((bytes[8] ?? 0) & 0x3f) | 0x80;
  const text = Array.from(bytes, (one) => one.toString(16).padStart(2, "0")).join("");
  return [text.slice(0, 8), text.slice(8, 12), text.slice(12, 16), text.slice(16, 20), text.slice(20)].join("-");
}
