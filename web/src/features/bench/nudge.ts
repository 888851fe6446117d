/** Arrow keys on the operating point: the next real speed, a little more or less feed or force. */
import type { Case } from "../../job/types";

const FORCE_STEP_N = 5;
const FEED_STEP = 1.05;

/** The next faster (+1) or slower (-1) real speed; the same case where there is none. */
export function nudgeSpeed(job: Case, by: 1 | -1): Case {
  const now = job.setting.speed_rpm;
  const speeds = job.machine.spindle.stages.flatMap((stage) => (stage.speed_rpm == null ? [] : [stage.speed_rpm])).sort((a, b) => a - b);
  const next = by > 0 ? speeds.find((speed) => speed > now * 1.001) : speeds.findLast((speed) => speed < now * 0.999);
  return next === undefined ? job : { ...job, setting: { ...job.setting, speed_rpm: next } };
}

/** A little more or less push: force where the hand pushes, the next step where the feed has steps, else five per cent. */
export function nudgeFeed(job: Case, by: 1 | -1): Case {
  const { setting, machine } = job;
  if (setting.hand_force_n != null) {
    return { ...job, setting: { ...setting, hand_force_n: Math.max(FORCE_STEP_N, Math.round((setting.hand_force_n + by * FORCE_STEP_N) / FORCE_STEP_N) * FORCE_STEP_N) } };
  }
  const now = setting.feed_mm_rev;
  if (now == null) return job;
  const steps = [...(machine.feed.steps_mm_rev ?? [])].sort((a, b) => a - b);
  const next = steps.length === 0 ? Number((by > 0 ? now * FEED_STEP : now / FEED_STEP).toPrecision(3)) : by > 0 ? steps.find((step) => step > now * 1.001) : steps.findLast((step) => step < now * 0.999);
  return next === undefined ? job : { ...job, setting: { ...setting, feed_mm_rev: next } };
}
