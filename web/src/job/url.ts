/** The whole job in the address bar: deflated JSON, base64url. */
import { deflateSync, inflateSync, strFromU8, strToU8 } from "fflate";

import type { Job } from "./types";

const PARAMETER = "job";

export function encodeJob(job: Job): string {
  const bytes = deflateSync(strToU8(JSON.stringify(job)), { level: 9 });
  let text = "";
  for (const byte of bytes) text += String.fromCharCode(byte);
  return btoa(text).replaceAll("+", "-").replaceAll("/", "_").replaceAll("=", "");
}

/** The job in a link, or null where the link is broken; never throws. */
export function decodeJob(text: string): Job | null {
  try {
    const bytes = Uint8Array.from(atob(text.replaceAll("-", "+").replaceAll("_", "/")), (letter) => letter.charCodeAt(0));
    const job = JSON.parse(strFromU8(inflateSync(bytes))) as Job;
    const whole = job.case?.hole && job.case.material && job.case.cutter && job.case.machine && job.case.setting;
    return whole ? { ...job, typed: job.typed ?? {}, refs: job.refs ?? {}, pinned: job.pinned ?? false, name: job.name ?? "" } : null;
  } catch {
    return null;
  }
}

export const jobInAddress = (): Job | null => {
  const text = new URLSearchParams(location.search).get(PARAMETER);
  return text ? decodeJob(text) : null;
};

export const isBrokenAddress = (): boolean => new URLSearchParams(location.search).has(PARAMETER) && jobInAddress() === null;

/** Back leaves the screen; undo is Ctrl+Z: so the address is replaced, never pushed. */
export function putInAddress(job: Job): void {
  history.replaceState(history.state, "", `${location.pathname}?${PARAMETER}=${encodeJob(job)}`);
}
