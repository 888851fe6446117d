/** The whole job in the address bar: deflated JSON, base64url. The browser's own streams do it, so both ways take a moment. */
import type { Job } from "./types";

const PARAMETER = "job";

async function through(bytes: Uint8Array, { writable, readable }: CompressionStream | DecompressionStream): Promise<Uint8Array> {
  const writer = writable.getWriter();
  // What does not inflate is told by the reader; the writer's own complaint of it says nothing more.
  const ignored = () => undefined;
  writer.write(new Uint8Array(bytes)).catch(ignored);
  writer.close().catch(ignored);
  return new Uint8Array(await new Response(readable).arrayBuffer());
}

export async function encodeJob(job: Job): Promise<string> {
  const bytes = await through(new TextEncoder().encode(JSON.stringify(job)), new CompressionStream("deflate-raw"));
  let text = "";
  for (const byte of bytes) text += String.fromCharCode(byte);
  return btoa(text).replaceAll("+", "-").replaceAll("/", "_").replaceAll("=", "");
}

/** The job in a link, or null where the link is broken; never throws. */
export async function decodeJob(text: string): Promise<Job | null> {
  try {
    const bytes = Uint8Array.from(atob(text.replaceAll("-", "+").replaceAll("_", "/")), (letter) => letter.charCodeAt(0));
    const job = JSON.parse(new TextDecoder().decode(await through(bytes, new DecompressionStream("deflate-raw")))) as Job;
    const whole = job.case?.hole && job.case.material && job.case.cutter && job.case.machine && job.case.setting;
    return whole ? { ...job, typed: job.typed ?? {}, refs: job.refs ?? {}, pinned: job.pinned ?? false, name: job.name ?? "" } : null;
  } catch {
    return null;
  }
}

const linkInAddress = () => new URLSearchParams(location.search).get(PARAMETER);
let opened: { link: string; job: Job | null } | null = null;

/** Reads the link the page was opened with; awaited before anything is drawn. */
export async function openAddress(): Promise<void> {
  const link = linkInAddress();
  opened = link ? { link, job: await decodeJob(link) } : null;
}

/** The job the page was opened with, where it was a link to one. */
export const jobInAddress = (): Job | null => opened?.job ?? null;

export const isBrokenAddress = (): boolean => opened !== null && opened.job === null && opened.link === linkInAddress();

let latest: Job | null = null;
const AT_LATEST_MS = 50;
/** When the page has nothing else to do: the verdict comes before the address. */
const idle = () =>
  new Promise<void>((done) => ("requestIdleCallback" in window ? requestIdleCallback(() => done(), { timeout: AT_LATEST_MS }) : setTimeout(done)));

/** Back leaves the screen; undo is Ctrl+Z: so the address is replaced, never pushed; and only while its screen is still there. */
export async function putInAddress(job: Job): Promise<void> {
  latest = job;
  const { pathname } = location;
  const { dataset } = document.documentElement;
  dataset.address = "behind";
  await idle();
  if (latest !== job) return;
  const link = await encodeJob(job);
  if (latest !== job) return;
  if (location.pathname === pathname) history.replaceState(history.state, "", `${pathname}?${PARAMETER}=${link}`);
  delete dataset.address;
}
